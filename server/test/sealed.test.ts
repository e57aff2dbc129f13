import { beforeAll, describe, expect, it } from 'vitest';
import type { Catalogue, ShippedKeyset } from '@crib/core/contract';
import { Client, withServer } from './harness.ts';

const server = withServer();
let client: Client;
let made: Awaited<ReturnType<Client['makeRelease']>>;
const LIST = 'Command id,Label,Where it works,Shortcut\ntide.show,Show tide,Chart,F6\ntide.hide,Hide tide,Chart,F7\n';

beforeAll(async () => {
  client = await server.client();
  made = await client.makeRelease();
  for (const name of ['Chart', 'Panel'])
    await client.must('POST', `/api/releases/${made.release.id}/contexts`, { name });
  await client.takeIn(made.release, LIST);
  const [base] = (await made.catalogue()).keysets;
  await client.must('POST', `/api/apps/${made.slug}/shipped`, {
    releaseId: made.release.id,
    name: 'Old keys',
    copyOf: base!.id,
  });
  await client.must('POST', `/api/releases/${made.release.id}/seal`);
});
const correct = (body: object) =>
  client.ask('POST', `/api/releases/${made.release.id}/corrections`, { reason: 'Misread', ...body });
const idOf = (catalogue: Catalogue, name: string) => catalogue.commands.find((one) => one.name === name)!.id;
const without = ({ corrected: _, ...rest }: Catalogue) => rest;

describe('a sealed release', () => {
  it('changes in words, places, defaults and policy by dated corrections only, each with what stood there', async () => {
    const before = await made.catalogue();
    const [show, chart, panel] = [
      idOf(before, 'tide.show'),
      ...['Chart', 'Panel'].map((name) => before.contexts.find((one) => one.name === name)!.id),
    ] as [number, number, number];
    const other = before.keysets.find((one) => one.name === 'Old keys') as ShippedKeyset;
    const wasDefault = before.keysets.find((one) => one.kind === 'shipped' && one.isDefault)!.id;
    // The ways in which an open release is edited stay shut, the policy of the app included.
    for (const [method, path, body] of [
      ['PUT', `/api/releases/${made.release.id}/commands`, { commands: [{ id: show, label: 'Tide' }] }],
      ['PUT', `/api/releases/${made.release.id}/contexts/${chart}`, { name: 'Chart window' }],
      ['PUT', `/api/keysets/${other.id}`, { isDefault: true }],
      ['PUT', `/api/releases/${made.release.id}`, { keyPolicy: { ...before.app.keyPolicy, pause: 900 } }],
    ] as const)
      expect((await client.ask(method, path, body)).status, path).toBe(409);
    await client.must('PUT', `/api/apps/${made.slug}`, {
      keyPolicy: { ...before.app.keyPolicy, rootOnly: 'A dialog is open' },
    });
    expect(without(await made.catalogue())).toEqual(without(before));

    const policy = { ...before.app.keyPolicy, pause: 700 };
    for (const body of [
      {
        what: 'command',
        subject: show,
        words: { label: 'Show the tide', otherNames: ['Tide'], destructive: true, home: panel },
      },
      { what: 'place', subject: panel, place: { name: 'Side panel', parent: chart, takesText: true } },
      { what: 'policy', policy },
      { what: 'default', keyset: other.id },
    ])
      expect((await correct(body)).status).toBe(204);
    const after = await made.catalogue();
    expect(after.commands.find((one) => one.id === show)).toMatchObject({
      label: 'Show the tide',
      otherNames: ['Tide'],
      destructive: true,
      home: panel,
    });
    expect(after.contexts.find((one) => one.id === panel)).toMatchObject({
      name: 'Side panel',
      parent: chart,
      takesText: true,
    });
    expect(after.app.keyPolicy).toEqual(policy);
    expect(after.keysets.find((one) => one.kind === 'shipped' && one.isDefault)!.id).toBe(other.id);
    expect(after.corrected.map((one) => [one.what, one.subject, one.field, one.old, one.now, one.reason])).toEqual([
      ['command', show, 'label', 'Show tide', 'Show the tide', 'Misread'],
      ['command', show, 'otherNames', [], ['Tide'], 'Misread'],
      ['command', show, 'destructive', false, true, 'Misread'],
      ['command', show, 'home', chart, panel, 'Misread'],
      ['place', panel, 'name', 'Panel', 'Side panel', 'Misread'],
      ['place', panel, 'parent', before.contexts.find((one) => one.parent === null)!.id, chart, 'Misread'],
      ['place', panel, 'takesText', false, true, 'Misread'],
      ['policy', null, 'keyPolicy', before.app.keyPolicy, policy, 'Misread'],
      ['default', null, 'keyset', wasDefault, other.id, 'Misread'],
    ]);
  });

  it('refuses what is no correction, whole, and an open one is edited', async () => {
    const before = await made.catalogue();
    const [show, chart] = [idOf(before, 'tide.show'), before.contexts.find((one) => one.name === 'Chart')!.id];
    const panel = before.contexts.find((one) => one.name === 'Side panel')!.id;
    for (const [status, body] of [
      [400, { what: 'command', subject: show, words: { label: 'X' }, reason: '' }],
      [400, { what: 'command', subject: show, words: { label: 'X'.repeat(121) } }],
      [422, { what: 'command', subject: show, words: { label: 'Show the tide' } }],
      [404, { what: 'command', subject: 999_999, words: { label: 'X' } }],
      [404, { what: 'command', subject: show, words: { label: 'Y', home: 999_999 } }],
      [422, { what: 'place', subject: chart, place: { name: 'Y', parent: panel } }],
      [422, { what: 'place', subject: chart, place: { parent: null } }],
      [404, { what: 'default', keyset: 999_999 }],
    ] as const)
      expect((await correct(body)).status, JSON.stringify(body)).toBe(status);
    expect(await made.catalogue()).toEqual(before);
    const open = await client.makeRelease();
    await client.takeIn(open.release, LIST.replaceAll('Chart', 'Everywhere'));
    const command = idOf(await open.catalogue(), 'tide.show');
    const body = { what: 'command', subject: command, words: { label: 'X' }, reason: 'Why' };
    expect((await client.ask('POST', `/api/releases/${open.release.id}/corrections`, body)).status).toBe(409);
  });

  it('takes words in another language, by hand and from a list, and never rewrites them', async () => {
    const command = idOf(await made.catalogue(), 'tide.show');
    const wording = {
      platform: null,
      language: 'de',
      label: 'Tide zeigen',
      menu: '',
      category: '',
      description: '',
      otherNames: [],
    };
    const add = (one: object) =>
      client.ask('POST', `/api/releases/${made.release.id}/wordings`, { command, wordings: [one] });
    expect((await add(wording)).status).toBe(204);
    expect((await add({ ...wording, label: 'Anders' })).status).toBe(409);
    expect((await add({ ...wording, language: null, platform: 'macos' })).status).toBe(400);
    const list = (text: string, language: string) =>
      client.ask('POST', `/api/releases/${made.release.id}/list`, { text, source: 'list', language });
    expect((await list('Command id,Label,Shortcut\ntide.show,Montrer la marée,\n', 'fr')).status).toBeLessThan(300);
    expect((await list('Command id,Label,Shortcut\ntide.new,Nouveau,\n', 'fr')).status).toBe(409);
    const words = (await made.catalogue()).commands.find((one) => one.id === command)!.wordings;
    expect(words.map((one) => [one.language, one.label])).toEqual([
      ['de', 'Tide zeigen'],
      ['fr', 'Montrer la marée'],
    ]);
  });
});
