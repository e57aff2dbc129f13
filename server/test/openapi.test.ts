import { readFileSync, readdirSync } from 'node:fs';
import { Validator } from '@seriousme/openapi-schema-validator';
import { describe, expect, it } from 'vitest';
import { ROUTES } from '@crib/core/contract';
import { openapi } from '../src/http/openapi.ts';
import { withServer } from './harness.ts';
import { allRoutes } from './routes.ts';

const server = withServer();

describe('the description of the API', () => {
  it('is OpenAPI 3.1, as an independent validator reads it, and is served', async () => {
    const made = await (await fetch(`${server.address()}/public/openapi.json`)).json();
    expect(made).toEqual(JSON.parse(JSON.stringify(openapi('https://school.example'))));
    const validator = new Validator();
    const { valid, errors } = await validator.validate(made as Record<string, unknown>);
    expect([valid, errors]).toEqual([true, undefined]);
    expect(validator.version).toBe('3.1');
    const ids = Object.values(
      (made as { paths: Record<string, Record<string, { operationId: string }>> }).paths,
    ).flatMap((path) => Object.values(path).map((one) => one.operationId));
    expect(new Set(ids).size).toBe(ids.length);
  });

  it('has every address that answers with data, and of each the schema that requests are checked against', () => {
    const data = allRoutes()
      .filter(({ path }) => /^\/(api|public)\//.test(path))
      .map(({ method, path }) => `${method} ${path}`);
    expect(data.filter((route) => !ROUTES[route])).toEqual([]);
    const folder = new URL('../src/http/', import.meta.url);
    const contract = readFileSync(new URL('../../core/src/contract/routes.ts', import.meta.url), 'utf8');
    let compared = 0;
    for (const file of readdirSync(folder)) {
      const source = readFileSync(new URL(file, folder), 'utf8');
      const prefix = file === 'public.ts' ? '/public' : '/api';
      for (const part of source.split(/(?=\brouter\.(?:post|put|delete)\()/)) {
        const [, method, path] = /^router\.(post|put|delete)\(\s*'([^']+)'/.exec(part) ?? [];
        const [, schema] = /\bsent\((\w+)/.exec(part.split(/\n {2}router\./)[0]!) ?? [];
        if (!method || !schema) continue;
        const said = new RegExp(`'${method.toUpperCase()} ${prefix}${path}': \\{[^}]*takes: (?:\\w+\\.)?(\\w+)`).exec(
          contract,
        );
        expect(said?.[1], `${method} ${path}`).toBe(schema);
        compared++;
      }
    }
    expect(compared).toBeGreaterThan(60);
  });
});
