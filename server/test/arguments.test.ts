import { expect, it } from 'vitest';
import { commandCount } from '@crib/core/catalogue';
import { withServer } from './harness.ts';

const server = withServer();

it('knows a command’s arguments: read in, counted as one command, kept through releases and merges, refused where they cannot be', async () => {
  const client = await server.client();
  const { slug, release, catalogue } = await client.makeRelease();
  const named = async (name: string) => (await catalogue()).commands.find((one) => one.name === name);
  const list = 'Label,Argument of,Argument,Shortcut\nSet line weight,,,\nSet line weight,,0.3 mm,F6\nSet line weight,,0.6 mm,F7\nShow tide table,,neaps,F8\nOwn weight,set-line-weight,own,\n'; // prettier-ignore
  expect((await client.takeIn(release, list)).status).toBeLessThan(300);
  expect((await catalogue()).commands.map(({ name, label, argumentOf, argument }) => [name, label, argumentOf, argument])).toEqual([
    ['set-line-weight', 'Set line weight', '', ''],
    ['set-line-weight-0-3-mm', 'Set line weight: 0.3 mm', 'set-line-weight', '0.3 mm'],
    ['set-line-weight-0-6-mm', 'Set line weight: 0.6 mm', 'set-line-weight', '0.6 mm'],
    ['show-tide-table', 'Show tide table', '', ''],
    ['show-tide-table-neaps', 'Show tide table: neaps', 'show-tide-table', 'neaps'],
    ['own-weight', 'Own weight', 'set-line-weight', 'own'],
  ]); // prettier-ignore
  expect(commandCount((await catalogue()).commands)).toBe(2);
  // The same list once more changes nothing.
  const before = await catalogue();
  expect((await client.takeIn(release, list)).status).toBeLessThan(300);
  expect(await catalogue()).toEqual(before);
  await client.must('POST', `/api/releases/${release.id}/seal`);
  const say = (body: object) => client.ask('PUT', `/api/releases/${release.id}/details`, { commands: [body] });
  const own = (await named('own-weight'))!;
  for (const wrong of [
    { argumentOf: 'own-weight' },
    { argumentOf: 'nowhere' },
    { argumentOf: 'show-tide-table-neaps' },
    { argument: '' },
  ])
    expect((await say({ id: own.id, ...wrong })).status).toBe(422);
  expect((await say({ id: own.id, argumentOf: 'show-tide-table' })).status).toBe(200);
  const [weight, table] = [await named('set-line-weight'), await named('show-tide-table')];
  await client.must('POST', `/api/apps/${slug}/merge`, { keep: weight!.id, drop: table!.id });
  expect((await catalogue()).commands.flatMap((one) => one.argumentOf || [])).toEqual(Array(4).fill('set-line-weight'));
});
