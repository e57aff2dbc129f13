import { expect, it } from 'vitest';
import type { Crosswalk } from '@crib/core/contract';
import { withServer } from './harness.ts';

const server = withServer();

it('keeps judgements by source, with the laws of SKOS, refuses strangers, and follows merges', async () => {
  const client = await server.client();
  const [old, ours] = [await client.makeRelease(), await client.makeRelease()];
  await client.takeIn(old.release, 'Command id,Label,Shortcut\na,Plant light,G\nb,Mark sounding,D\nc,Lay tissue,F6\nd,Plant lamp,H\n'); // prettier-ignore
  await client.takeIn(ours.release, 'Command id,Label,Shortcut\nx,Add light,L\ny,Place sounding,D\nz,Weigh,W\n');
  const ids = async (made: typeof old) => new Map((await made.catalogue()).commands.map((one) => [one.name, one.id]));
  const [from, to] = [await ids(old), await ids(ours)];
  const [a, b, c, d, x, y, z] = ['a', 'b', 'c', 'd', 'x', 'y', 'z'].map((one) => (from.get(one) ?? to.get(one))!) as [number, number, number, number, number, number, number]; // prettier-ignore
  const { id } = await client.must<{ id: number }>('POST', '/api/crosswalks', { from: old.slug, to: ours.slug });
  const judge = (judged: object[], of = 'command') => client.ask<Crosswalk>('PUT', `/api/crosswalks/${id}/judgements`, { of, judged }); // prettier-ignore
  const said = async () => (await client.must<Crosswalk>('GET', `/api/crosswalks/${id}`)).commands.map((one) => [one.source, one.relation, one.target]); // prettier-ignore
  const match = (source: number, relation: string, target: number | null) => ({
    source,
    matches: [{ target, relation }],
  });

  expect((await judge([match(a, 'exact', x), match(b, 'exact', y), match(c, 'none', null), match(d, 'later', null)])).status).toBe(200); // prettier-ignore
  expect(await said()).toEqual([[a, 'exact', x], [b, 'exact', y], [c, 'none', null], [d, 'later', null]]); // prettier-ignore
  expect(await client.must('GET', `/api/apps/${ours.slug}/crosswalks`)).toMatchObject([{ id, judged: 3, commands: 4 }]);
  // One to many and many to one, but one “same” in each direction.
  expect((await judge([{ source: a, matches: [{ target: x, relation: 'exact' }, { target: z, relation: 'related' }] }])).status).toBe(200); // prettier-ignore
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
  expect(await said()).toEqual([[a, 'exact', x], [a, 'related', z], [b, 'exact', y], [c, 'none', null]]); // prettier-ignore
  await client.must('POST', `/api/apps/${ours.slug}/merge`, { keep: y, drop: z });
  expect(await said()).toContainEqual([a, 'related', y]);
});
