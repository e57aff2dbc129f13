import { platformName, showStored } from '../../keys/index.ts';
import type { CommandGroup, Keyset, Run } from '../../contract/index.ts';
import type { Opened } from '../../keyset/index.ts';
import type { Keyboards } from '../../press/index.ts';
import { sameKeys } from '../compose/same-keys.ts';
import { groupSpread, runFigures, type RunFigures, type RunSetting } from '../../reach/index.ts';

/** One command that the two keysets give other keys. */
export interface ArguedRow {
  readonly command: string;
  readonly keys: readonly [readonly string[], readonly string[]];
  /** Why, in the words of the edit that made the difference. */
  readonly reason: string;
}

/** Two keysets set side by side for learners: on runs, on groups, and key by key with the reasons. */
export interface Argued {
  readonly names: readonly [string, string];
  readonly runs: readonly { readonly name: string; readonly figures: readonly [RunFigures, RunFigures] }[];
  readonly groups: readonly { readonly name: string; readonly mean: readonly [number, number] }[];
  /** Travel of the fingers and seconds in a working day, from what is known of use; null where nothing is. */
  readonly day: { readonly travel: readonly [number, number]; readonly seconds: readonly [number, number] } | null;
  readonly rows: readonly ArguedRow[];
}

/** Computes the document; what the two share is left out. */
export function argue(
  { catalogue, commands, weighed, uses: usesOf }: Opened,
  pair: readonly [Keyset, Keyset],
  keyboards: Keyboards,
  hands: Omit<RunSetting, 'effective' | 'commands'>,
): Argued {
  const { platform } = hands.keyboard;
  const sides = pair.map((one) => weighed(one.id, keyboards));
  const held = sides.map((one) => one.on(platform));
  const settings = held.map((one): RunSetting => ({ ...hands, effective: one, commands }));
  const both = <Result>(of: (setting: RunSetting) => Result): [Result, Result] => [of(settings[0]!), of(settings[1]!)];
  const spread = (group: CommandGroup) => both((setting) => groupSpread(group, setting));
  const reasons = new Map(
    sides
      .flatMap((one) => one.stack.layers)
      .flatMap(({ edits }) => edits.map((edit) => [edit.command, edit.reason] as const)),
  );
  const rows = catalogue.commands.flatMap(({ id, label }): ArguedRow[] => {
    const keys = held.map((one) => [...new Set(one.of(id).map((own) => own.shortcut))]);
    if (sameKeys(keys[0]!, keys[1]!, platform, keyboards)) return [];
    return [{ command: label, keys: [keys[0]!, keys[1]!], reason: reasons.get(id) ?? '' }];
  });
  const uses = usesOf();
  const dayOf = both((setting) => {
    let [travel, seconds] = [0, 0];
    for (const [command, count] of uses) {
      const figures = runFigures({ steps: [command] }, setting);
      travel += figures.travel * count;
      seconds += figures.seconds * count;
    }
    return { travel, seconds };
  });
  return {
    day: uses.size
      ? {
          travel: [dayOf[0].travel, dayOf[1].travel],
          seconds: [dayOf[0].seconds, dayOf[1].seconds],
        }
      : null,
    names: [pair[0].name, pair[1].name],
    runs: catalogue.runs.map((run: Run) => ({ name: run.name, figures: both((setting) => runFigures(run, setting)) })),
    groups: catalogue.groups.flatMap((group) => {
      const [a, b] = spread(group);
      const known = group.kind !== 'ways' && a.keys.length > 1 && b.keys.length > 1;
      return known && a.mean !== b.mean ? [{ name: group.name, mean: [a.mean, b.mean] as const }] : [];
    }),
    rows,
  };
}

/** The document as Markdown; text is escaped so that it stays text. */
export function arguedMarkdown({ names, runs, groups, day, rows }: Argued, platform: string): string {
  const text = (one: string) => one.replace(/[\\`*_[\]<>|#]/g, (sign) => `\\${sign}`).replace(/\s+/g, ' ');
  const table = (heads: readonly string[], lines: readonly (readonly string[])[]) =>
    [heads, heads.map(() => '---'), ...lines].map((cells) => `| ${cells.join(' | ')} |`).join('\n');
  const [a, b] = names.map(text) as [string, string];
  const keys = (list: readonly string[]) =>
    list.map((one) => `\`${showStored(one, platform).replaceAll('`', '')}\``).join(' ') || 'none';
  const parts = [
    `# ${a} and ${b}, compared`,
    `On ${platformName(platform)}. Times by the keystroke-level model (Card, Moran and Newell 1980); travel for a key pitch of ¾ inch.`,
  ];
  if (runs.length)
    parts.push(
      '## By task',
      table(
        [
          'Task',
          `${a}: seconds`,
          `${b}: seconds`,
          `${a}: travel`,
          `${b}: travel`,
          `${a}: mouse-free steps`,
          `${b}: mouse-free steps`,
        ],
        runs.map(({ name, figures: [x, y] }) => [
          text(name),
          x.seconds.toFixed(1),
          y.seconds.toFixed(1),
          `${Math.round(x.travel)} mm`,
          `${Math.round(y.travel)} mm`,
          `${x.withoutMouse} of ${x.steps}`,
          `${y.withoutMouse} of ${y.steps}`,
        ]),
      ),
    );
  if (day)
    parts.push(
      '## Per working day',
      table(
        ['', a, b],
        [
          ['Fingers travel', ...day.travel.map((one) => `${(one / 1000).toFixed(1)} m`)],
          ['Time spent on commands', ...day.seconds.map((one) => `${(one / 60).toFixed(1)} min`)],
        ],
      ),
    );
  if (groups.length)
    parts.push(
      '## Distance between shortcuts',
      table(
        ['Group', a, b],
        groups.map(({ name, mean }) => [text(name), ...mean.map((one) => `${Math.round(one)} mm`)]),
      ),
    );
  parts.push(
    '## Differences',
    rows.length
      ? table(
          ['Command', a, b, 'Why'],
          rows.map((row) => [text(row.command), keys(row.keys[0]), keys(row.keys[1]), text(row.reason)]),
        )
      : 'Both keysets use the same shortcuts.',
  );
  return `${parts.join('\n\n')}\n`;
}
