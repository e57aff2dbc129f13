import { usesADay } from '../../catalogue/index.ts';
import type { Command, SheetFacts, SheetRule, SheetSection } from '../../contract/index.ts';
import { parseStored, writeStored, type Key } from '../../keys/index.ts';
import type { Opened } from '../../keyset/index.ts';
import type { Keyboards } from '../../press/index.ts';
import { sameKeys } from './same-keys.ts';

/** A command that stands in a section, and what the rule says of it. */
export interface Ruled {
  readonly command: number;
  readonly note: string;
}
export const NO_FACTS: SheetFacts = { changed: [], renamed: [], last: null, coming: [] };

/** The commands a rule gives, in the rule’s own order. What it names and is not there any more gives none. */
export function ruled(
  rule: SheetRule,
  opened: Opened,
  keysetId: number,
  keyboards: Keyboards,
  facts: SheetFacts,
): Ruled[] {
  const { catalogue, commands } = opened;
  const weighed = opened.weighed(keysetId, keyboards);
  const plain = (list: readonly Command[]): Ruled[] => list.map(({ id }) => ({ command: id, note: '' }));
  const having = (holds: (shortcut: string, context: number) => boolean) =>
    catalogue.commands.filter(({ id }) =>
      keyboards.platforms.some((platform) =>
        weighed
          .on(platform)
          .of(id)
          .some((held) => holds(held.shortcut, held.context)),
      ),
    );
  switch (rule.by) {
    case 'category':
      return plain(catalogue.commands.filter((one) => one.category === rule.category));
    case 'place':
      return plain(having((_, context) => context === rule.context));
    case 'run': {
      const steps = catalogue.runs.find((one) => one.id === rule.run)?.steps ?? [];
      return steps.filter((id) => commands.has(id)).map((command) => ({ command, note: '' }));
    }
    case 'changed': {
      const changed = new Set(facts.changed);
      return plain(catalogue.commands.filter((one) => changed.has(one.id)));
    }
    case 'edits':
    case 'edits since': {
      const known = new Map(facts.last?.sections.flatMap((one) => one.rows.map((row) => [row.command, row] as const)));
      const touched = new Set(opened.stack(keysetId).layers.flatMap((layer) => layer.edits.map((one) => one.command)));
      const all = catalogue.commands.filter((one) => touched.has(one.id));
      if (rule.by === 'edits') return plain(all);
      return plain(all.filter(({ id, name }) => keysDiffer(known.get(name)?.keys, id)));
    }
    case 'used': {
      const uses = usesADay(catalogue.uses);
      const used = catalogue.commands.filter((one) => (uses.get(one.id) ?? 0) > 0);
      return plain(used.sort((a, b) => uses.get(b.id)! - uses.get(a.id)!).slice(0, rule.most));
    }
    case 'key':
      return plain(
        having((shortcut) =>
          parseStored(shortcut).strokes.some((stroke) => stroke.kind === 'key' && keyName(stroke.key) === rule.key),
        ),
      );
    case 'fixed':
      return plain(catalogue.commands.filter((one) => one.fixed));
    case 'stuck':
      return plain(catalogue.commands.filter(({ id, name }) => name === catalogue.app.keysCommand || helps(id)));
    case 'coming': {
      const lines = facts.coming.find((one) => one.crosswalk === rule.crosswalk)?.lines ?? [];
      return lines
        .filter((one) => commands.has(one.target))
        .map(({ target, said }) => ({ command: target, note: said }));
    }
  }
  function keysDiffer(before: Readonly<Record<string, readonly string[]>> | undefined, id: number): boolean {
    return keyboards.platforms.some((platform) => {
      const now = [
        ...new Set(
          weighed
            .on(platform)
            .of(id)
            .map((held) => held.shortcut),
        ),
      ];
      return !sameKeys(now, before?.[platform] ?? [], platform, keyboards);
    });
  }
  /** Whether it has one of the keys that get one out in most programs: Escape, F1, undo (common practice, no source). */
  function helps(id: number): boolean {
    return keyboards.platforms.some((platform) =>
      weighed
        .on(platform)
        .of(id)
        .some((held) => OUT.has(held.shortcut)),
    );
  }
}
const OUT = new Set(['Escape', 'F1', 'Primary+Z', 'Ctrl+Z', 'Meta+Z']);

/** A key by itself, as a rule names it. */
const keyName = (key: Key) => writeStored({ strokes: [{ kind: 'key', modifiers: [], key }], manner: 'pressed' });

/** The rows of a section as they stand: by hand, or pinned ones first and what the rule gives after them. */
export function rowsIn(
  section: SheetSection,
  opened: Opened,
  keysetId: number,
  keyboards: Keyboards,
  facts: SheetFacts,
): { command: number; note: string; lesson: SheetSection['rows'][number]['lesson'] }[] {
  const pinned = section.rows.filter((one) => opened.commands.has(one.command));
  if (!section.rule) return inOrder(pinned, section.sort, opened, keysetId, keyboards);
  const [first, left] = [new Set(pinned.map((one) => one.command)), new Set(section.leftOut)];
  const given = ruled(section.rule, opened, keysetId, keyboards, facts).filter(
    ({ command }) => !first.has(command) && !left.has(command),
  );
  const rest = given.map((one) => ({ ...one, lesson: null }));
  return [...pinned, ...inOrder(rest, section.sort, opened, keysetId, keyboards)];
}

function inOrder<Row extends { readonly command: number }>(
  rows: readonly Row[],
  sort: SheetSection['sort'],
  opened: Opened,
  keysetId: number,
  keyboards: Keyboards,
): Row[] {
  if (sort === 'given') return [...rows];
  const { commands } = opened;
  const main = (id: number) =>
    opened.weighed(keysetId, keyboards).on(keyboards.platforms[0]!).of(id)[0]?.shortcut ?? '\uffff';
  const key = ({ command }: Row) => {
    const { label, menu, category } = commands.get(command)!;
    return {
      menu: menu || `\uffff${label}`,
      category: `${category}\u0000${label}`,
      alphabet: label,
      key: main(command),
    }[sort];
  };
  return rows.toSorted((a, b) => key(a).localeCompare(key(b), 'en', { numeric: true }));
}
