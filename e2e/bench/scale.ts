import type { AppOverview, Catalogue, Release } from '@crib/core/contract';
import { lines, median, ms } from './table.ts';

type Ask = <T>(method: string, path: string, body?: unknown, type?: string) => Promise<T>;
type Send = (method: string, path: string, body?: unknown, type?: string) => Promise<Response>;
const PAUSE = 20;

/** What one app costs while 1, 10 and 100 apps of 3,000 commands are stored in one database. */
export async function scale(ask: Ask, listOf: (rows: number) => string, send: Send) {
  const figures = new Map<string, string[]>();
  const note = (what: string, took: number) => figures.set(what, [...(figures.get(what) ?? []), ms(took)]);
  let apps = 0;
  const text = listOf(3000);
  const shelf = async () => {
    const slug = `shelf-${apps++}`;
    await ask('POST', '/api/apps', { slug, name: slug, platforms: ['windows', 'macos', 'linux'] });
    const release = await ask<Release>('POST', `/api/apps/${slug}/releases`, { label: '1' });
    await ask('POST', `/api/releases/${release.id}/list`, text, 'text/csv');
    return { slug, release };
  };
  const { slug, release } = await shelf();
  const { keysets } = await ask<AppOverview>('GET', `/api/apps/${slug}`);
  const { id } = await ask<{ id: number }>('POST', `/api/apps/${slug}/keysets`, {
    name: 'Ours',
    baseId: keysets[0]!.id,
  });
  const catalogue = await ask<Catalogue>('GET', `/api/releases/${release.id}`);
  const next = await ask<Release>('POST', `/api/apps/${slug}/releases`, { label: '2' });
  const sheet = await ask<{ id: number; revision: number; keysetId: number }>('POST', `/api/apps/${slug}/sheets`, {
    keysetId: id,
    title: 'Sheet',
  });
  const rows = catalogue.commands.slice(0, 60).map((one) => ({ command: one.id, note: '' }));
  await ask('PUT', `/api/sheets/${sheet.id}`, {
    revision: sheet.revision,
    keysetId: id,
    title: 'Sheet',
    intro: '',
    credit: '',
    sections: [{ title: 'All', rows }],
  });
  await ask('POST', `/api/sheets/${sheet.id}/editions`);
  let revision = 1;
  let n = 0;
  for (const wanted of [1, 10, 100]) {
    while (apps < wanted) await shelf();
    // A view of the app is said anew each time, so that the release is read from the database and not from memory.
    const touched = async () => {
      await ask('PUT', `/api/releases/${release.id}`, { builds: [`b${n++}`] });
      const begun = performance.now();
      await ask('GET', `/api/releases/${release.id}`);
      return performance.now() - begun - PAUSE;
    };
    const loads = [];
    for (let i = 0; i < 5; i++) loads.push(await touched());
    note('a release of 3,000 commands, after a change', loads.sort((a, b) => a - b)[2]!);
    note('the same again', (await median(() => ask('GET', `/api/releases/${release.id}`), 5)) - PAUSE);
    const saves = [];
    for (let i = 0; i < 9; i++) {
      const command = catalogue.commands[n++ % 2000]!.id;
      const put = [
        {
          command,
          context: catalogue.contexts[0]!.id,
          platform: null,
          action: 'set',
          shortcuts: [`F9 F${1 + (n % 12)} F${1 + (Math.floor(n / 12) % 12)}`],
        },
      ];
      const asked = { revision, put };
      const { shown } = await ask<{ shown: string[] }>('POST', `/api/keysets/${id}/changes/preview`, asked);
      const begun = performance.now();
      ({ revision } = await ask<{ revision: number }>('POST', `/api/keysets/${id}/changes`, { ...asked, shown }));
      saves.push(performance.now() - begun - PAUSE);
    }
    note('one edit saved', saves.sort((a, b) => a - b)[4]!);
    note('what is out of date', (await median(() => ask('GET', `/api/apps/${slug}/impact`), 3)) - PAUSE);
    const preview = await median(() => ask('POST', `/api/releases/${next.id}/list/preview`, text, 'text/csv'), 3);
    note('preview of the next release’s list', preview - PAUSE);
    const gone = [];
    for (let i = 0; i < 5; i++) {
      const { id: made } = await ask<{ id: number }>('POST', `/api/releases/${release.id}/commands`, {
        label: `Gone ${n++}`,
      });
      const begun = performance.now();
      await ask('DELETE', `/api/releases/${release.id}/commands/${made}`);
      gone.push(performance.now() - begun - PAUSE);
    }
    note('a command deleted', gone.sort((a, b) => a - b)[2]!);
  }
  const trip = (await median(() => ask('GET', '/api/session'), 9)) - PAUSE;
  const AIMS: Record<string, string> = {
    'a release of 3,000 commands, after a change': '1.2 × the first',
    'one edit saved': '60 ms',
    'what is out of date': '300 ms',
    'preview of the next release’s list': '400 ms',
    'a command deleted': '50 ms',
  };
  for (const [what, took] of figures)
    lines.push([`${what}; 1 / 10 / 100 apps`, took.join(' / '), AIMS[what] ?? '', `${ms(trip)} an empty answer`]);

  // Others while a long list is previewed: each request in turn, as a reader would send them.
  // Its answer is taken as it is: reading it would keep this process from seeing the others.
  const long = send('POST', `/api/releases/${next.id}/list/preview`, listOf(10_000), 'text/csv').then((res) =>
    res.arrayBuffer(),
  );
  let going = true;
  void long.finally(() => (going = false));
  const waits: number[] = [];
  while (going) {
    const begun = performance.now();
    await ask('GET', '/api/apps');
    waits.push(performance.now() - begun - PAUSE);
  }
  waits.sort((a, b) => a - b);
  lines.push([
    'another request while 10,000 rows are previewed, p99',
    ms(waits[Math.floor(waits.length * 0.99)] ?? 0),
    '50 ms',
    `${ms(waits[waits.length >> 1] ?? 0)} median of ${waits.length}`,
  ]);
}
