import Fuse from 'fuse.js';
import {
  WORD_LIST,
  habitsFrom,
  moveFigures,
  plan,
  prepared,
  steps,
  usesThere,
  type MatchedCommand,
} from '@crib/core/crosswalk';
import type { Crosswalk } from '@crib/core/contract';
import { layerOver, opened, settingAfter, settingWith } from '@crib/core/keyset';
import { US } from '@crib/core/keys';
import { keyboardsOf } from '@crib/core/press';
import { RESTS } from '@crib/core/reach';
import { largeCatalogue } from './core.ts';
import { lines, median, ms } from './table.ts';

/** Numbers that look random and are the same each time (Lehmer 1951). */
function numbers(seed: number) {
  let state = seed;
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
}

/** Command lists of two programs: labels of two or three words, half of them from the word list; every other one with a key. */
function twoLists(count: number): [MatchedCommand[], MatchedCommand[]] {
  const next = numbers(7);
  const pick = <T>(list: readonly T[]) => list[Math.floor(next() * list.length)]!;
  const listed = WORD_LIST.flatMap((one) => one.sets.flat());
  const own = Array.from(
    { length: 400 },
    (_, i) => `${pick(listed)}${'abcdefghij'[i % 10]}${'klmnopqrst'[Math.floor(i / 10) % 10]}`,
  );
  const made = (): MatchedCommand[] =>
    Array.from({ length: count }, (_, i) => {
      const words = [pick(listed), pick(next() < 0.5 ? listed : own), ...(next() < 0.5 ? [pick(own)] : [])];
      const presses =
        next() < 0.5 ? [`windows ${pick(['Ctrl+', 'Alt+', ''])}${pick([...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'])}`] : [];
      return {
        id: i + 1,
        name: words.join('.'),
        label: words.join(' '),
        otherNames: [],
        description: '',
        menu: '',
        place: 'Everywhere',
        destructive: false,
        presses,
      };
    });
  return [made(), made()];
}

/** Proposals for two lists of 3,000, beside a fuzzy search asked a hundred times; plans and steps for a thousand commands. */
export async function crosswalks() {
  const [sources, targets] = twoLists(3000);
  const ids = sources.map((one) => one.id);
  let begun = performance.now();
  const lists = prepared({ sources, targets });
  ids.slice(0, 20).forEach((id) => lists.glance(id));
  lines.push(['first 20 rows of 3,000 × 3,000, at a glance', ms(performance.now() - begun), '300 ms', '']);
  const matcher = lists.knowing([]);
  ids.forEach((id) => matcher.proposed(id));
  const all = performance.now() - begun;
  const fuse = new Fuse(
    targets.map((one) => ({ id: one.id, text: one.label })),
    { keys: ['text'], threshold: 1, ignoreLocation: true },
  );
  begun = performance.now();
  sources.slice(0, 100).forEach((one) => fuse.search(one.label));
  lines.push([
    'all proposals of 3,000 × 3,000',
    ms(all),
    '3000 ms',
    `${ms(30 * (performance.now() - begun))} a fuzzy search, 100 asked, scaled`,
  ]);
  const anew = await median(() => {
    const judged = lists.knowing([{ source: 3, target: 4 }]);
    ids.slice(0, 20).forEach((id) => judged.proposed(id));
  });
  lines.push(['after a judgement, the 20 rows in view anew', ms(anew), '100 ms', '']);

  const now = opened(largeCatalogue(1000));
  const old = opened({
    ...largeCatalogue(1000),
    commands: largeCatalogue(1000).commands.map((one) => ({ ...one, label: `Old ${one.id}` })),
  });
  const keyboards = keyboardsOf([US], now.catalogue.release.platforms);
  const base = now.setting(now.shipped!.id, keyboards);
  const setting = settingWith(base, layerOver(base.weighed.stack, []));
  const commands = now.catalogue.commands.map(({ id }) => ({
    source: id,
    target: 1 + ((id + 36) % 1000),
    relation: 'exact' as const,
    note: '',
    sourceState: '',
    targetState: '',
    who: '',
    on: '2026-01-01',
  }));
  const contexts = now.catalogue.contexts.map(({ id }) => ({ ...commands[0]!, source: id, target: id }));
  const habits = habitsFrom(old, { commands, contexts } as unknown as Crosswalk);
  const ask = (keep: number) =>
    plan({ habits, setting, facts: { rest: RESTS[0]!, uses: usesThere(habits) }, keep, because: () => 'kept' });
  let keep = 50;
  let found = ask(keep);
  while (found.displaced.length < 300 && keep < 1000) found = ask((keep += 50));
  const spent = await median(() => ask(keep));
  lines.push([
    `a plan for 1,000 commands, ${found.displaced.length} of them displaced`,
    ms(spent),
    '1000 ms',
    `${found.kept.length} presses kept`,
  ]);
  lines.push(['its steps', ms(await median(() => steps(found.edits, setting, habits.uses, 4))), '200 ms', '']);
  const after = settingAfter(setting, { put: found.edits, remove: [] });
  lines.push(['its figures', ms(await median(() => moveFigures(habits, after, 'windows'))), '', '']);
}
