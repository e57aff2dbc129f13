import type { Catalogue, CommandState, Edit, Release, ShippedKeyset } from '@crib/core/contract';
import { opened } from '@crib/core/keyset';
import { US } from '@crib/core/keys';
import { keyboardOf, keyboardsOf } from '@crib/core/press';
import {
  carriedLayer,
  carry,
  commandHistory,
  lineageProposals,
  moved,
  relation,
  sideOf,
  type Lineage,
  type Side,
} from '@crib/core/release';
import { largeCatalogue } from './core.ts';
import { meanwhile } from './meanwhile.ts';
import { HELD, LETTERS, lines, median, ms } from './table.ts';

/** The next release: every tenth command on another key, every fiftieth gone. */
function nextRelease(catalogue: Catalogue): Catalogue {
  const shipped = catalogue.keysets[0] as ShippedKeyset;
  const bindings = shipped.bindings
    .filter((one) => one.command % 50 !== 0)
    .map((one) =>
      one.command % 10 ? one : { ...one, shortcut: `${HELD[one.command % 8]}${LETTERS[(one.command + 7) % 36]}` },
    );
  const commands = catalogue.commands.filter(({ id }) => id % 50 !== 0);
  return { ...catalogue, commands, keysets: [{ ...shipped, bindings }] };
}

/** Comparing and carrying on 5,000 commands in 40 places; nothing is remembered from one measurement to the next. */
export async function comparing() {
  const old = largeCatalogue(5000);
  const now = nextRelease(old);
  const keyboards = () => keyboardsOf([US], ['windows', 'macos', 'linux']);
  const lineage: Lineage = {
    commands: relation(now.commands.map(({ id }) => [id, id] as const)),
    contexts: relation(old.contexts.map(({ id }) => [id, id] as const)),
  };
  const side = (one: Catalogue): Side => sideOf(opened(one), 1, keyboards(), 'windows');
  let changes = 0;
  const spent = await median(() => (changes = moved(side(old), side(now), lineage).presses.length), 9);
  const baseline = await median(() => {
    const mapOf = ({ keysets }: Catalogue) =>
      new Map((keysets[0] as ShippedKeyset).bindings.map((one) => [`${one.contexts[0]} ${one.shortcut}`, one.command]));
    const [a, b] = [mapOf(old), mapOf(now)];
    return [...a].filter(([key, command]) => b.get(key) !== command).length;
  }, 9);
  lines.push([
    `what moved over 5,000 commands × 40 contexts, ${changes} changes`,
    ms(spent),
    '150 ms',
    `${ms(baseline)} two plain maps compared, without places and lineage`,
  ]);

  const edits: Edit[] = Array.from({ length: 500 }, (_, n) => {
    const command = 1 + n * 9;
    return {
      command,
      context: 1 + ((command * 13) % 40),
      platform: null,
      action: 'set',
      shortcuts: [`Primary+Shift+${LETTERS[n % 36]}`],
      reason: `reason ${n}`,
      memoryAid: '',
    };
  });
  const fresh = (one: Catalogue) => opened(one).setting(1, keyboards());
  let open = 0;
  const carried = await median(() => {
    const [a, b] = [fresh(old), fresh(now)];
    const question = { edits, old: a, now: b, lineage };
    open = carriedLayer(carry(question), new Map(), question).open.length;
  }, 9);
  const [a, b] = [fresh(old), fresh(now)];
  carry({ edits, old: a, now: b, lineage });
  const again = await median(() => carry({ edits, old: a, now: b, lineage }), 9);
  const copied = await median(() => new Map(edits.map((one) => [`${one.command} ${one.context}`, one])), 9);
  lines.push([
    `500 edits carried forward, 3 platforms, ${open} open`,
    ms(carried),
    '100 ms',
    `${ms(again)} with the bases at hand, ${ms(copied)} copying the edits`,
  ]);
}

/** Commands whose labels share words and letters as those of a program do; `turn` words each of them otherwise. */
function labelled(count: number, turn: number): Catalogue {
  const verbs = ['Add', 'Remove', 'Show', 'Hide', 'Move', 'Copy', 'Open', 'Close', 'Link', 'Check'];
  const things = ['chart', 'sounding', 'contour', 'light', 'buoy', 'note', 'plate', 'survey', 'grid', 'track'];
  const ways = ['quickly', 'in place', 'at the cursor', 'for all', 'by depth', 'by name', 'from file', 'to file'];
  const large = largeCatalogue(count);
  const word = (list: readonly string[], n: number) => list[n % list.length]!;
  return {
    ...large,
    commands: large.commands.map((one, n) => ({
      ...one,
      id: one.id + turn,
      label: `${word(verbs, n + turn)} ${word(things, Math.floor(n / 10))} ${word(ways, Math.floor(n / 100))} ${n}`,
    })),
    keysets: large.keysets.map((one) =>
      one.kind === 'shipped'
        ? { ...one, bindings: one.bindings.map((each) => ({ ...each, command: each.command + turn })) }
        : one,
    ),
  };
}

/** What became of a thousand commands that are gone, among a thousand that are new. */
export async function renaming() {
  const [old, now] = [labelled(1000, 0), labelled(1000, 10_001)];
  const keyboards = keyboardsOf([US], ['windows']);
  const side = (one: Catalogue) => sideOf(opened(one), 1, keyboards, 'windows');
  const lineage: Lineage = { commands: relation([]), contexts: relation(old.contexts.map(({ id }) => [id, id])) };
  let found = 0;
  const spent = await median(() => (found = lineageProposals(side(old), side(now), lineage).length), 5);
  const baseline = await median(() => {
    let both = 0;
    const words = now.commands.map(({ label }) => new Set(label.split(' ')));
    for (const { label } of old.commands)
      for (const theirs of words) for (const word of label.split(' ')) both += Number(theirs.has(word));
    return both;
  }, 5);
  lines.push([
    `renames suggested among 1,000 × 1,000 commands, ${found} found`,
    ms(spent),
    '1000 ms',
    `${ms(baseline)} counting the words that each pair of labels shares`,
  ]);
}

type Ask = <T>(method: string, path: string, body?: unknown, type?: string) => Promise<T>;

/** A command through thirty releases of a thousand commands, asked of the server. */
export async function history(address: string, ask: Ask, listOf: (rows: number) => string) {
  await ask('POST', '/api/apps', { slug: 'long-life', name: 'long-life', platforms: ['windows', 'macos', 'linux'] });
  let last = 0;
  for (let n = 1; n <= 30; n++) {
    const release = await ask<Release>('POST', '/api/apps/long-life/releases', { label: `${n}` });
    await ask('POST', `/api/releases/${release.id}/list`, listOf(1000), 'text/csv');
    last = release.id;
  }
  const told = await median(async () => {
    const states = await ask<CommandState[]>('GET', '/api/apps/long-life/history?command=cmd.500');
    if (commandHistory(states, keyboardOf(US, 'windows')).length !== 30)
      throw new Error('Not all releases are told of.');
  }, 9);
  const followed = () => ask('GET', '/api/apps/long-life/history?press=Primary%2BA&platform=windows');
  const press = await median(followed, 5);
  const others = await meanwhile(
    address,
    (async () => {
      for (let n = 0; n < 10; n++) await followed();
    })(),
  );
  const whole = await median(() => ask('GET', `/api/releases/${last}`), 5);
  const PAUSE = 20;
  lines.push([
    'a command through 30 releases of 1,000 commands, from the server',
    ms(told - PAUSE),
    '100 ms',
    `${ms(whole - PAUSE)} one whole release`,
  ]);
  lines.push(['a press through the same', ms(press - PAUSE), '', '']);
  lines.push([
    'another request while ten presses are followed so, p99',
    ms(others.p99),
    '50 ms',
    `${others.count} requests in ${ms(others.took)}`,
  ]);
}
