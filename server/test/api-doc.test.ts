import { beforeAll, describe, expect, it } from 'vitest';
import { beginExamples, doc, examples, runExamples } from './examples.ts';
import { Client, withServer } from './harness.ts';
import { allRoutes } from './routes.ts';

const server = withServer();

describe('docs/api.md', () => {
  beforeAll(() => beginExamples(server.pool()));

  it('has examples that work as they stand, one after another', async () => {
    expect(examples.length).toBeGreaterThan(30);
    await runExamples(new Client(server.address()));
  });

  it('has every route', () => {
    const routes = allRoutes.map(({ name }) => name);
    const shown = examples.map((one) => `${one.method} ${one.path.split('?')[0]}`);
    // A stream has no end that an example could show, and the accounts of the demo are there in the demo only.
    const missing = routes.filter((route) => {
      if (['GET /api/events', 'GET /public/demo'].includes(route)) return !doc.includes(`\`${route}\``);
      const pattern = new RegExp(`^${route.replace(/:\w+/g, '[^/]+')}$`);
      return !shown.some((one) => pattern.test(one));
    });
    expect(missing).toEqual([]);
  });
});
