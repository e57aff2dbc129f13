import { expect, it } from 'vitest';
import { matchQuestion, propose, wordsInUse } from '@crib/core/crosswalk';
import { opened } from '@crib/core/keyset';
import { US } from '@crib/core/keys';
import type { AppOverview, ByWay, Crosswalk, ProposedFor, WordSectionSaid } from '@crib/core/contract';
import { withServer } from './harness.ts';

const server = withServer();

it('keeps judgements by source, with the laws of SKOS, refuses strangers, and follows merges', async () => {
  const client = await server.client();
  const [old, ours] = [await client.makeRelease(), await client.makeRelease()];
  await client.takeIn(
    old.release,
    'Command id,Label,Shortcut\na,Plant light,G\nb,Mark sounding,D\nc,Lay tissue,F6\nd,Plant lamp,H\n',
  );
  await client.takeIn(ours.release, 'Command id,Label,Shortcut\nx,Add light,L\ny,Place sounding,D\nz,Weigh,W\n');
  const ids = async (made: typeof old) => new Map((await made.catalogue()).commands.map((one) => [one.name, one.id]));
  const [from, to] = [await ids(old), await ids(ours)];
  const [a, b, c, d, x, y, z] = ['a', 'b', 'c', 'd', 'x', 'y', 'z'].map((one) => (from.get(one) ?? to.get(one))!) as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const { id } = await client.must<{ id: number }>('POST', '/api/crosswalks', { from: old.slug, to: ours.slug });
  const judge = (judged: object[], of = 'command') =>
    client.ask<Crosswalk>('PUT', `/api/crosswalks/${id}/judgements`, { of, judged });
  const said = async () =>
    (await client.must<Crosswalk>('GET', `/api/crosswalks/${id}`)).commands.map((one) => [
      one.source,
      one.relation,
      one.target,
    ]);
  const match = (source: number, relation: string, target: number | null) => ({
    source,
    matches: [{ target, relation }],
  });

  expect(
    (await judge([match(a, 'exact', x), match(b, 'exact', y), match(c, 'none', null), match(d, 'later', null)])).status,
  ).toBe(200);
  expect(await said()).toEqual([
    [a, 'exact', x],
    [b, 'exact', y],
    [c, 'none', null],
    [d, 'later', null],
  ]);
  expect(await client.must('GET', `/api/apps/${ours.slug}/crosswalks`)).toMatchObject([{ id, judged: 3, commands: 4 }]);
  // One to many and many to one, but one “same” in each direction.
  expect(
    (
      await judge([
        {
          source: a,
          matches: [
            { target: x, relation: 'exact' },
            { target: z, relation: 'related' },
          ],
        },
      ])
    ).status,
  ).toBe(200);
  expect((await judge([match(d, 'close', x)])).status).toBe(200);
  const before = await said();
  for (const [status, judged] of [
    [409, [match(d, 'exact', x)]],
    [
      409,
      [
        {
          source: b,
          matches: [
            { target: x, relation: 'close' },
            { target: x, relation: 'broad' },
          ],
        },
      ],
    ],
    [409, [match(b, 'close', a)]],
    [409, [match(x, 'close', a)]],
    [400, [match(b, 'none', y)]],
    [400, [match(b, 'exact', null)]],
    [
      400,
      [
        {
          source: b,
          matches: [
            { target: null, relation: 'none' },
            { target: y, relation: 'close' },
          ],
        },
      ],
    ],
    [400, [match(b, 'close', y), match(b, 'close', z)]],
  ] as const)
    expect((await judge([...judged])).status, JSON.stringify(judged)).toBe(status);
  expect(await said()).toEqual(before);
  const places = async (made: typeof old) => (await made.catalogue()).contexts[0]!.id;
  expect((await judge([match(await places(old), 'exact', await places(ours))], 'context')).status).toBe(200);

  expect((await client.ask('POST', '/api/crosswalks', { from: old.slug, to: ours.slug })).status).toBe(409);
  expect((await client.ask('POST', '/api/crosswalks', { from: old.slug, to: old.slug })).status).toBe(422);
  expect((await client.ask('DELETE', `/api/crosswalks/${id}`)).status).toBe(409);
  // Two old commands found to be one: what stays has the word. What goes with an app goes with its crosswalks.
  await client.must('POST', `/api/apps/${old.slug}/merge`, { keep: a, drop: d });
  expect(await said()).toEqual([
    [a, 'exact', x],
    [a, 'related', z],
    [b, 'exact', y],
    [c, 'none', null],
  ]);
  await client.must('POST', `/api/apps/${ours.slug}/merge`, { keep: y, drop: z });
  expect(await said()).toContainEqual([a, 'related', y]);
  // What was only put off gives way.
  expect((await judge([match(c, 'later', null)])).status).toBe(200);
  await client.must('POST', `/api/apps/${old.slug}/merge`, { keep: c, drop: b });
  expect(await said()).toEqual([
    [a, 'exact', x],
    [a, 'related', y],
    [c, 'exact', y],
  ]);
});

it('proposes on the server what a browser works out, by the words written here and by way of a third program', async () => {
  const client = await server.client();
  const [old, third, ours] = [await client.makeRelease(), await client.makeRelease(), await client.makeRelease()];
  await client.takeIn(old.release, 'Command id,Label,Shortcut\na,Plant light,G\nb,Zwirl tissue,F6\n');
  await client.takeIn(third.release, 'Command id,Label,Shortcut\nm,Quonk sheet,Q\n');
  await client.takeIn(ours.release, 'Command id,Label,Shortcut\nx,Add light,L\ny,Braid paper,F7\nz,Weigh,W\n');
  const ids = async (made: typeof old) => new Map((await made.catalogue()).commands.map((one) => [one.name, one.id]));
  const [from, middle, to] = [await ids(old), await ids(third), await ids(ours)];
  const between = async (a: typeof old, b: typeof old) =>
    (await client.must<{ id: number }>('POST', '/api/crosswalks', { from: a.slug, to: b.slug })).id;
  const [id, first, second] = [await between(old, ours), await between(old, third), await between(ours, third)];
  const judge = (on: number, source: number, target: number, relation: string) =>
    client.must('PUT', `/api/crosswalks/${on}/judgements`, {
      of: 'command',
      judged: [{ source, matches: [{ target, relation }] }],
    });
  await judge(first, from.get('b')!, middle.get('m')!, 'exact');
  await judge(second, to.get('z')!, middle.get('m')!, 'narrow');
  const ways = await client.must<ByWay[]>('GET', `/api/crosswalks/${id}/by-way`);
  expect(ways).toEqual([
    { source: from.get('b'), target: to.get('z'), relation: 'broad', by: (await third.catalogue()).app.name },
  ]);

  const asked = () => client.must<ProposedFor[]>('POST', `/api/crosswalks/${id}/proposals`, {});
  const bestOf = (list: ProposedFor[], name: string) => list.find((one) => one.source === from.get(name))?.proposals[0];
  const before = await asked();
  expect(bestOf(before, 'b')).toMatchObject({
    target: to.get('z'),
    evidence: expect.arrayContaining(['via another program']),
  });
  // A word that is written here stands for another one from now on.
  const sets = [
    ['zwirl', 'braid'],
    ['tissue', 'paper'],
  ];
  const words = await client.must<WordSectionSaid[]>('PUT', '/api/words', { name: 'Plotting room', revision: 0, sets });
  expect(words.at(-1)).toEqual({ name: 'Plotting room', revision: 1, sets, shipped: false });
  expect((await client.ask('PUT', '/api/words', { name: 'Plotting room', revision: 0, sets })).status).toBe(412);
  expect((await client.ask('PUT', '/api/words', { name: 'Plotting room', revision: 1, sets: [['lone']] })).status).toBe(
    400,
  );
  const after = await asked();
  expect(bestOf(after, 'b')).toMatchObject({ target: to.get('y') });
  const question = matchQuestion(
    { from: opened(await old.catalogue()), to: opened(await ours.catalogue()) },
    await client.must<Crosswalk>('GET', `/api/crosswalks/${id}`),
    { layout: US, words, byWay: ways },
  );
  const here = propose(question).map(({ source, likelihood, proposals }) => ({
    source,
    likelihood,
    proposals: proposals.map(({ target, score }) => ({ target, score })),
  }));
  expect(after).toMatchObject(JSON.parse(JSON.stringify(here)) as object[]);
  expect(await client.must('DELETE', '/api/words/Plotting%20room')).toEqual(wordsInUse([]));
  expect((await client.ask('DELETE', '/api/words/Plotting%20room')).status).toBe(404);
  expect(
    (await client.ask('POST', `/api/crosswalks/${id}/proposals`, { from: (await ours.catalogue()).release.id })).status,
  ).toBe(404);
});

it('keeps counterparts of single states, of those that a command cycles through', async () => {
  const client = await server.client();
  const [old, ours] = [await client.makeRelease(), await client.makeRelease()];
  await client.takeIn(old.release, 'Command id,Label,Shortcut,One press,States\na,Next unit,F2,cycles,Metres; Feet\n');
  await client.takeIn(ours.release, 'Command id,Label,Shortcut\nx,In metres,F3\ny,In feet,F4\n');
  const [from, to] = [await old.catalogue(), await ours.catalogue()];
  const [a, x, y] = [from.commands[0]!.id, to.commands[0]!.id, to.commands[1]!.id];
  expect(from.commands[0]!.states).toEqual(['Metres', 'Feet']);
  const { id } = await client.must<{ id: number }>('POST', '/api/crosswalks', { from: old.slug, to: ours.slug });
  const judge = (matches: object[]) =>
    client.ask<Crosswalk>('PUT', `/api/crosswalks/${id}/judgements`, {
      of: 'command',
      judged: [{ source: a, matches }],
    });
  const each = [
    { target: x, relation: 'exact', sourceState: 'Metres', note: 'The first one.' },
    { target: y, relation: 'exact', sourceState: 'Feet' },
  ];
  const { status, body } = await judge(each);
  expect([status, body.commands.map((one) => [one.sourceState, one.target, one.note])]).toEqual([
    200,
    [
      ['Metres', x, 'The first one.'],
      ['Feet', y, ''],
    ],
  ]);
  expect((await judge([{ ...each[0]!, target: y }, each[1]!])).status).toBe(409);
  expect((await judge([{ ...each[0]!, sourceState: 'Fathoms' }])).status).toBe(404);
  expect((await judge([{ ...each[0]!, targetState: 'Metres' }])).status).toBe(404);
});

it('keeps a plan as layers over one another with their sheets, all of them or none', async () => {
  const client = await server.client();
  const ours = await client.makeRelease();
  await client.takeIn(ours.release, 'Command id,Label,Shortcut\nx,Add light,L\ny,Place sounding,D\n');
  const { commands, keysets, contexts } = await ours.catalogue();
  const edit = (command: number, ...shortcuts: string[]) => ({
    command,
    context: contexts[0]!.id,
    platform: null,
    action: 'set',
    shortcuts,
    reason: 'Kept.',
    memoryAid: '',
  });
  const step = (name: string, ...edits: object[]) => ({ name, edits, sheet: 'New in this step' });
  const plan = {
    baseId: keysets[0]!.id,
    why: 'Planned.',
    steps: [step('One', edit(commands[0]!.id, 'F6')), step('Two', edit(commands[1]!.id, 'L'))],
  };
  const broken = { ...plan, steps: [plan.steps[0]!, step('Two', edit(999_999, 'L'))] };
  expect((await client.ask('POST', `/api/apps/${ours.slug}/plans`, broken)).status).toBeGreaterThanOrEqual(400);
  const overview = () => client.must<AppOverview>('GET', `/api/apps/${ours.slug}`);
  expect([(await overview()).keysets.length, (await overview()).sheets.length]).toEqual([1, 0]);
  const made = await client.must<{ keysets: number[] }>('POST', `/api/apps/${ours.slug}/plans`, plan);
  const kept = (await ours.catalogue()).keysets.filter((one) => one.kind === 'custom');
  expect(kept.map((one) => [one.id, one.name, one.baseId, one.edits.length])).toEqual([
    [made.keysets[0], 'One', keysets[0]!.id, 1],
    [made.keysets[1], 'Two', made.keysets[0], 1],
  ]);
  expect((await overview()).sheets.map((one) => one.title).sort()).toEqual(['One', 'Two']);
});
