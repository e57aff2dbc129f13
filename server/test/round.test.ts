import { expect, it } from 'vitest';
import type { ShippedKeyset } from '@crib/core/contract';
import { withServer } from './harness.ts';

const server = withServer();

it('says what was found otherwise in a round: on that platform, in all its places, and of that shortcut alone', async () => {
  const client = await server.client();
  const { slug: app, release, catalogue } = await client.makeRelease();
  await client.takeIn(release, 'Command id,Label,Where it works,Shortcut\nview.tint,Change tint,Everywhere,F9 or F6\n');
  const chart = await client.must<{ id: number }>('POST', `/api/releases/${release.id}/contexts`, { name: 'Chart' });
  const base = async () => (await catalogue()).keysets.find((one): one is ShippedKeyset => one.kind === 'shipped')!;
  const shown = async () =>
    (await base()).bindings.map(
      (one) => `${one.platform ?? 'all'} ${one.shortcut} ${one.provenance.kind} ${one.trials.length}`,
    );
  const [nine] = (await base()).bindings;
  const { id: _id, trials: _trials, ...stated } = nine!;
  const twice = { ...stated, shortcut: 'F7', contexts: [...stated.contexts, chart.id] };
  await client.must('POST', `/api/keysets/${(await base()).id}/bindings`, { bindings: [twice] });
  await client.must('POST', `/api/releases/${release.id}/trials`, { bindings: [nine!.id], platform: 'macos' });
  const find = (body: object) =>
    client.ask('POST', `/api/releases/${release.id}/findings`, {
      platform: 'windows',
      build: '1.2',
      shortcut: null,
      ...body,
    });
  expect(await shown()).toEqual(['all F9 list 1', 'all F6 list 0', 'all F7 list 0']);
  // F9 is on Alt+F9 on Windows: its other keys stay there, and macOS keeps its own with who tried it.
  expect((await find({ binding: nine!.id, shortcut: 'Alt+F9' })).status).toBe(204);
  expect(await shown()).toEqual([
    'all F9 list 1',
    'all F6 list 0',
    'all F7 list 0',
    'windows Alt+F9 tried 0',
    'windows F6 list 0',
    'windows F7 list 0',
  ]);
  for (const wrong of [{ binding: 999_999 }, { binding: nine!.id, platform: 'linux' }])
    expect((await find(wrong)).status).toBeGreaterThanOrEqual(400);

  // Sealed, it is corrected by a line for each place; the other keys there stay.
  await client.must('POST', `/api/releases/${release.id}/seal`);
  const seven = (await base()).bindings.find((one) => one.shortcut === 'F7' && one.platform === null)!;
  expect((await find({ binding: seven.id, platform: 'macos', shortcut: 'F8' })).status).toBe(204);
  expect((await base()).corrections.map((one) => [one.context, one.platform, one.now, one.reason])).toEqual([
    [stated.contexts[0], 'macos', ['F9', 'F6', 'F8'], 'Verified on macOS, build 1.2: on another key.'],
    [chart.id, 'macos', ['F8'], 'Verified on macOS, build 1.2: on another key.'],
  ]);
  expect((await client.ask('GET', `/api/apps/${app}/desk`)).status).toBe(200);
});
