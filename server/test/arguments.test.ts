import { expect, it } from 'vitest';
import { commandCount } from '@crib/core/catalogue';
import { withServer } from './harness.ts';

const server = withServer();

it('knows a command’s arguments: read in, counted as one command, kept through releases and merges, refused where they cannot be', async () => {
  const client = await server.client();
  const { slug, release, catalogue } = await client.makeRelease();
  const named = async (name: string) => (await catalogue()).commands.find((one) => one.name === name);
  const list =
    'Label,Argument of,Argument,Shortcut\nSet line weight,,,\nSet line weight,,0.3 mm,F6\nSet line weight,,0.6 mm,F7\nShow tide table,,neaps,F8\nOwn weight,set-line-weight,own,\n';
  expect((await client.takeIn(release, list)).status).toBeLessThan(300);
  expect(
    (await catalogue()).commands.map(({ name, label, argumentOf, argument }) => [name, label, argumentOf, argument]),
  ).toEqual([
    ['set-line-weight', 'Set line weight', '', ''],
    ['set-line-weight-0-3-mm', 'Set line weight: 0.3 mm', 'set-line-weight', '0.3 mm'],
    ['set-line-weight-0-6-mm', 'Set line weight: 0.6 mm', 'set-line-weight', '0.6 mm'],
    ['show-tide-table', 'Show tide table', '', ''],
    ['show-tide-table-neaps', 'Show tide table: neaps', 'show-tide-table', 'neaps'],
    ['own-weight', 'Own weight', 'set-line-weight', 'own'],
  ]);
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

it('makes the choosers, ways and slots that a list states, once', async () => {
  const client = await server.client();
  const { release, catalogue } = await client.makeRelease();
  const list =
    'Label,Shortcut,Way to,Advised because,Slot of,Chosen by\nCloser,F9,A closer look,,,\nCloser here,F8,A closer look,You keep your place.,,\nFirst slot,F5,,,Own bar,\nTrim line,F6,,,,what is selected\nTrim note,F6,,,,what is selected\n';
  for (let times = 0; times < 2; times++) expect((await client.takeIn(release, list)).status).toBeLessThan(300);
  const { commands, groups } = await catalogue();
  const names = new Map(commands.map((one) => [one.id, one.name]));
  expect(
    groups.map((one) => [
      one.kind,
      one.name,
      one.members.map((id) => names.get(id)),
      one.advised && names.get(one.advised),
      one.because,
    ]),
  ).toEqual([
    ['chooser', 'Trim line or Trim note', ['trim-line', 'trim-note'], null, 'what is selected'],
    ['slots', 'Own bar', ['first-slot'], null, ''],
    ['ways', 'A closer look', ['closer', 'closer-here'], 'closer-here', 'You keep your place.'],
  ]);
});
