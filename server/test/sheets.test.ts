import { expect, it } from 'vitest';
import type { Catalogue, PublishedEdition, Release, Sheet, SheetFacts } from '@crib/core/contract';
import { composeSheet, withFix, proof } from '@crib/core/sheet';
import { US } from '@crib/core/keys';
import { opened } from '@crib/core/keyset';
import { keyboardsOf } from '@crib/core/press';
import { withServer } from './harness.ts';

const server = withServer();
type Found = Sheet & { facts: SheetFacts; editions: PublishedEdition[] };

it('keeps how a section is filled, what is pinned and left out, lessons, and how the page is set', async () => {
  const client = await server.client();
  const made = await client.makeRelease();
  await client.takeIn(
    made.release,
    'Command id,Label,Shortcut,Category\nx,Add light,L,Marks\ny,Place sounding,D,Depths\nz,Strike sounding,S,Depths\n',
  );
  const { commands, keysets } = await made.catalogue();
  const [x, y, z] = commands.map((one) => one.id) as [number, number, number];
  const sheet = await client.must<Sheet>('POST', `/api/apps/${made.slug}/sheets`, {
    title: 'First',
    keysetId: keysets[0]!.id,
  });
  const lesson = { title: 'Lights', address: 'https://school.example/lights', minutes: 12 };
  const body = {
    revision: sheet.revision,
    keysetId: sheet.keysetId,
    title: 'First',
    terms: 'Copy it freely.',
    independence: 'Not made by the maker.',
    look: { paper: 'pocket', pages: 2, parts: ['place', 'lesson'], ticks: true },
    sections: [
      { title: 'Depths', rule: { by: 'category', category: 'Depths' }, sort: 'alphabet', leftOut: [z], rows: [] },
      { title: 'Lights', rows: [{ command: x, note: 'at dusk', lesson }] },
    ],
  };
  const put = (part: object = {}) => client.ask<Sheet>('PUT', `/api/sheets/${sheet.id}`, { ...body, ...part });
  expect((await put()).status).toBe(200);
  const found = await client.must<Found>('GET', `/api/sheets/${sheet.id}`);
  expect(found).toMatchObject({ ...body, revision: sheet.revision + 1 });
  expect(found.look).toMatchObject({ columns: 3, landscape: false, distance: null, marksNew: false });
  const one = opened(await made.catalogue());
  const keyboards = keyboardsOf([US], one.catalogue.release.platforms);
  const composed = composeSheet(found, one, keyboards, { number: 1, publishedOn: '2026-11-27' }, found.facts);
  expect(composed.sections.map((section) => section.rows.map((row) => row.label))).toEqual([
    ['Place sounding'],
    ['Add light'],
  ]);
  expect(composed.sections[1]!.rows[0]!.lesson).toEqual(lesson);
  // What makes no sense is refused, and nothing of it is kept.
  const revision = sheet.revision + 1;
  for (const wrong of [
    { revision, sections: [{ title: 'X', rule: { by: 'weather' }, rows: [] }] },
    { revision, sections: [{ title: 'X', rule: { by: 'used', most: 0 }, rows: [] }] },
    {
      revision,
      sections: [
        { title: 'X', rows: [{ command: y, note: '', lesson: { ...lesson, address: 'javascript:alert(1)' } }] },
      ],
    },
    { revision, look: { paper: 'napkin' } },
    { revision, look: { columns: 9 } },
  ])
    expect((await put(wrong)).status, JSON.stringify(wrong)).toBe(400);
  expect(await client.must<Found>('GET', `/api/sheets/${sheet.id}`)).toEqual(found);
});

it('is published with a clean proof, or with what stays wrong named; the edition keeps that, and the next need not say it again', async () => {
  const client = await server.client();
  const made = await client.makeRelease();
  await client.takeIn(made.release, 'Command id,Label,Shortcut\nx,Add light,L\ny,Place sounding,D\n');
  const { commands, keysets } = await made.catalogue();
  const sheet = await client.must<Sheet>('POST', `/api/apps/${made.slug}/sheets`, {
    title: '3 keys',
    keysetId: keysets[0]!.id,
  });
  const saved = await client.must<Sheet>('PUT', `/api/sheets/${sheet.id}`, {
    revision: sheet.revision,
    keysetId: sheet.keysetId,
    title: '3 keys',
    intro: 'Press S to place a sounding.',
    sections: [{ title: 'All', rows: commands.map((one) => ({ command: one.id, note: '' })) }],
  });
  const issue = (exceptions: object[] = []) =>
    client.ask<PublishedEdition & { problems: { code: string; sentence: string }[] }>(
      'POST',
      `/api/sheets/${sheet.id}/editions`,
      { exceptions },
    );
  const refused = await issue();
  expect(refused.status).toBe(422);
  expect(refused.body.problems.map((one) => one.code)).toEqual(['proof', 'proof']);
  expect(refused.body.problems.map((one) => one.sentence).join(' ')).toContain(
    'The title says 3, but there are 2 rows. Fix it, or give a reason to keep it. “S” is not the shortcut for Place sounding: it has D. Fix it, or give a reason to keep it.',
  );
  const { facts } = await client.must<Found>('GET', `/api/sheets/${sheet.id}`);
  const one = opened(await made.catalogue());
  const keyboards = keyboardsOf([US], one.catalogue.release.platforms);
  const proved = (of: Sheet) => {
    const composed = composeSheet(of, one, keyboards, { number: 1, publishedOn: '2026-11-27' }, facts);
    return proof(of, composed, one, keyboards, facts).filter((each) => each.wrong);
  };
  const [count, text] = proved(saved) as [ReturnType<typeof proved>[number], ReturnType<typeof proved>[number]];
  expect([count.kind, text.kind]).toEqual(['count', 'text']);
  // One of two is not enough; a reason is not empty.
  expect((await issue([{ finding: count.key, because: 'A joke.' }])).status).toBe(422);
  expect((await issue([{ finding: count.key, because: ' ' }])).status).toBe(400);
  const first = await issue([
    { finding: count.key, because: 'The third is for the teacher.' },
    { finding: text.key, because: 'The old keys, on purpose.' },
  ]);
  expect(first.status).toBe(201);
  expect(first.body.exceptions.map((each) => [each.finding, each.because])).toEqual([
    [count.key, 'The third is for the teacher.'],
    [text.key, 'The old keys, on purpose.'],
  ]);
  const second = await issue();
  expect(second.body.exceptions.map((each) => each.finding)).toEqual([count.key, text.key]);
  // Mended, there is nothing to name.
  const whole = proved(saved).reduce((now) => {
    const [next] = proved(now);
    return next ? withFix(now, next) : now;
  }, saved);
  const { id: _id, appId: _app, ...sent } = whole;
  await client.must('PUT', `/api/sheets/${sheet.id}`, sent);
  expect((await issue()).body.exceptions).toEqual([]);
});

it('knows what a sheet is made from: what the release changed and renamed, the last edition, and who comes from elsewhere', async () => {
  const client = await server.client();
  const ours = await client.makeRelease();
  await client.takeIn(ours.release, 'Command id,Label,Shortcut\nx,Add light,L\ny,Place sounding,D\nz,Weigh,W\n');
  const release = await client.must<Release>('POST', `/api/apps/${ours.slug}/releases`, { label: '2.0' });
  await client.takeIn(
    release,
    'Command id,Label,Shortcut\nx,Add lamp,M\ny,Place sounding,D\nz,Weigh,W\nn,New one,F6\n',
  );
  const now = await client.must<Catalogue>('GET', `/api/releases/${release.id}`);
  const idOf = (name: string) => now.commands.find((one) => one.name === name)!.id;
  const old = await client.makeRelease();
  await client.takeIn(old.release, 'Command id,Label,Shortcut\na,Plant lamp,G\nb,Drop lead,K\n');
  const from = await old.catalogue();
  const { id } = await client.must<{ id: number }>('POST', '/api/crosswalks', { from: old.slug, to: ours.slug });
  const target = idOf('x');
  await client.must('PUT', `/api/crosswalks/${id}/judgements`, {
    of: 'command',
    judged: [{ source: from.commands[0]!.id, matches: [{ target, relation: 'exact' }] }],
  });
  const keysetId = now.keysets[0]!.id;
  const sheet = await client.must<Sheet>('POST', `/api/apps/${ours.slug}/sheets`, { title: 'S', keysetId });
  const { facts } = await client.must<Found>('GET', `/api/sheets/${sheet.id}`);
  expect(facts.coming).toEqual([
    { crosswalk: id, from: from.app.name, lines: [{ target, said: `${from.app.name}: Plant lamp, G` }] },
  ]);
  expect(facts.changed.toSorted()).toEqual([idOf('x'), idOf('n')].toSorted());
  expect([facts.renamed, facts.last]).toEqual([[{ command: target, was: 'Add light' }], null]);
  // The last edition is the newest one.
  const rows = [{ command: idOf('y'), note: '' }];
  const saved = { revision: sheet.revision, keysetId, title: 'S', sections: [{ title: 'All', rows }] };
  await client.must('PUT', `/api/sheets/${sheet.id}`, saved);
  for (const number of [1, 2]) {
    await client.must('POST', `/api/sheets/${sheet.id}/editions`, {});
    const { facts: later } = await client.must<Found>('GET', `/api/sheets/${sheet.id}`);
    expect(later.last).toMatchObject({ number, sections: [{ rows: [{ label: 'Place sounding' }] }] });
  }
});
