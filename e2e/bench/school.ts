import { readFileSync } from 'node:fs';
import { scrypt } from 'node:crypto';
import { promisify } from 'node:util';
import type { AppOverview, Catalogue, Release } from '@crib/core/contract';
import { meanwhile } from './meanwhile.ts';
import { lines, median, ms } from './table.ts';

type Ask = <T>(
  method: string,
  path: string,
  body?: unknown,
  type?: string,
  headers?: Record<string, string>,
) => Promise<T>;
const PAUSE = 20;

/** How much memory the server holds, in MB; nothing where that cannot be seen. */
function heldBy(pid: string | undefined): number | null {
  if (!pid) return null;
  const [, kB] = /VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8')) ?? [];
  return kB ? Number(kB) / 1024 : null;
}

/** What a school costs: signing in, acts that are done once, history, and what others feel of long work. */
export async function school(address: string, ask: Ask, listOf: (rows: number) => string, account: object) {
  const derive = promisify<string, string, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(scrypt);
  const hash = await median(
    () => derive('ebb-and-flow-1', 'salt and more salt', 32, { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 1024 * 1024 }),
    5,
  );
  const [pid, calm] = [process.env['CRIB_SERVER_PID'], heldBy(process.env['CRIB_SERVER_PID'])];
  let most = calm ?? 0;
  const watch = setInterval(() => (most = Math.max(most, heldBy(pid) ?? 0)), 50);
  const signIn = () =>
    fetch(`${address}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(account),
    }).then((res) => res.status);
  const all = Promise.all(Array.from({ length: 200 }, signIn));
  const others = await meanwhile(address, all);
  clearInterval(watch);
  if ((await all).some((status) => status !== 201)) throw new Error('A right sign-in was refused.');
  lines.push([
    '200 sign-ins at once, all of them',
    ms(others.took),
    '',
    `${ms((hash * 200) / 2)} the hashes alone, two at a time`,
  ]);
  lines.push(['another request meanwhile, p99', ms(others.p99), '50 ms', `${others.count} requests`]);
  if (calm !== null)
    lines.push(['memory of the server meanwhile', `${Math.round(most)} MB`, '', `${Math.round(calm)} MB before`]);

  await ask('POST', '/api/apps', { slug: 'school', name: 'School', platforms: ['windows', 'macos', 'linux'] });
  const releases: Release[] = [];
  for (const label of ['1', '2', '3']) {
    const release = await ask<Release>('POST', '/api/apps/school/releases', { label });
    await ask(
      'POST',
      `/api/releases/${release.id}/list`,
      listOf(3000).replaceAll('Category', `Part ${label}`),
      'text/csv',
    );
    releases.push(release);
  }
  const { keysets } = await ask<AppOverview>('GET', '/api/apps/school');
  const base = keysets.find((one) => one.releaseId === releases[0]!.id)!.id;
  const { id } = await ask<{ id: number }>('POST', '/api/apps/school/keysets', { name: 'Ours', baseId: base });
  const { commands, contexts } = await ask<Catalogue>('GET', `/api/releases/${releases[0]!.id}`);
  let [revision, n] = [1, 0];
  const edit = async (headers: Record<string, string>) => {
    const put = [
      {
        command: commands[n++ % 2000]!.id,
        context: contexts[0]!.id,
        platform: null,
        action: 'set',
        shortcuts: [`F9 F${1 + (n % 12)} F${1 + (Math.floor(n / 12) % 12)} F1`],
      },
    ];
    const { shown } = await ask<{ shown: string[] }>('POST', `/api/keysets/${id}/changes/preview`, { revision, put });
    const begun = performance.now();
    ({ revision } = await ask<{ revision: number }>(
      'POST',
      `/api/keysets/${id}/changes`,
      { revision, put, shown },
      undefined,
      headers,
    ));
    return performance.now() - begun - PAUSE;
  };
  const middle = async (headers: () => Record<string, string>) => {
    const took: number[] = [];
    for (let round = 0; round < 15; round++) took.push(await edit(headers()));
    return took.sort((a, b) => a - b)[7]!;
  };
  const plain = await middle(() => ({}));
  const keyed = await middle(() => ({ 'idempotency-key': `bench-${n}` }));
  lines.push(['one edit saved with an Idempotency-Key', ms(keyed), '60 ms', `${ms(plain)} without one`]);
  const acts = (await median(() => ask('GET', '/api/acts'), 7)) - PAUSE;
  const trip = (await median(() => ask('GET', '/api/session'), 9)) - PAUSE;
  lines.push(['a page of what was done', ms(acts), '', `${ms(trip)} an empty answer`]);
  const [list] = (await ask<{ acts: { id: number }[] }>('GET', '/api/acts?app=school&text=imported')).acts;
  const undone = performance.now();
  await ask('POST', `/api/acts/${list!.id}/undo`);
  lines.push(['a reading-in of 3,000 rows taken back', ms(performance.now() - undone - PAUSE), '', '']);

  // Whole histories compared, out of date found: what a desk asks for.
  await ask('PUT', `/api/releases/${releases[1]!.id}`, { builds: ['b1'] });
  const desk = await meanwhile(address, ask('GET', '/api/apps/school/desk'));
  lines.push([
    'another request while the desk of 3 × 3,000 commands is worked out, p99',
    ms(desk.p99),
    '50 ms',
    `${ms(desk.took)} the desk`,
  ]);
  const clashes = await meanwhile(address, ask('GET', `/api/keysets/${id}/clashes?layouts=us,de,fr,es,sv,pl`));
  lines.push([
    'the same while clashes on six layouts are found, p99',
    ms(clashes.p99),
    '50 ms',
    `${ms(clashes.took)} the clashes`,
  ]);
}
