import { problem, refuse, type Problem } from '../error/index.ts';
import type { Platform } from '../keys/index.ts';
import {
  type Binding,
  type Catalogue,
  type Command,
  type CommandWords,
  type ShippedKeyset,
} from '../contract/index.ts';
import { argumentFault, catalogueIn, type ContextTree } from '../catalogue/index.ts';
import { targetsOf, type Target } from './targets.ts';
import { choosersIn, type NewChooser } from './choosers.ts';
import { groupsIn, type NewGroup } from './groups.ts';
import { spreadFamilies, type NewFamily } from './families.ts';
import { meaningName } from './columns.ts';
import { spreadArguments } from './arguments.ts';
import type { ListRow, RowsRead } from './rows.ts';

/** A command that the list has and the catalogue lacks. */
export interface NewCommand {
  readonly name: string;
  readonly words: CommandWords;
  readonly home: number | string;
  /** A release before this one had it. */
  readonly returns: boolean;
}

/** A command that the list describes otherwise than the catalogue. */
interface ChangedCommand {
  readonly id: number;
  readonly words: CommandWords;
  readonly changes: readonly {
    readonly field: keyof CommandWords;
    readonly old: string;
    readonly now: string;
  }[];
}

/** A shortcut that the list has and the catalogue lacks; the command by its name, since it may be new too. */
export interface NewBinding {
  readonly command: string;
  readonly contexts: readonly (number | string)[];
  readonly platform: Platform | null;
  readonly shortcut: string;
  readonly note: string;
  readonly memoryAid: string;
  readonly source: string;
  readonly language: string | null;
}

type LineState = 'new' | 'changed' | 'same';

/** What taking a list in would do. */
export interface ListPlan {
  readonly problems: readonly Problem[];
  readonly newContexts: readonly string[];
  readonly newCommands: readonly NewCommand[];
  readonly changedCommands: readonly ChangedCommand[];
  readonly newBindings: readonly NewBinding[];
  /** Shortcuts of listed commands, on the platforms the list speaks of, that it does not name. */
  readonly goneBindings: readonly Binding[];
  /** Commands of the catalogue that the list does not name: they stay. */
  readonly unlisted: readonly number[];
  readonly sameBindings: number;
  /** Families that ranges of keys make. */
  readonly families: readonly NewFamily[];
  /** Commands that one press chooses from, and what decides. */
  readonly choosers: readonly NewChooser[];
  /** Ways to one goal and slots of a bar. */
  readonly groups: readonly NewGroup[];
  /** Lines that say what an earlier one says, and those whose platforms were folded. */
  readonly doubled: readonly number[];
  readonly folded: readonly number[];
  /** What each understood line brings. */
  readonly lines: ReadonlyMap<number, LineState>;
}

/** Whether taking the list in would change nothing. */
export function changesNothing(plan: Omit<ListPlan, 'lines'>): boolean {
  return (
    !plan.newContexts.length &&
    !plan.newCommands.length &&
    !plan.changedCommands.length &&
    !plan.newBindings.length &&
    !plan.choosers.length &&
    !plan.groups.length
  );
}

const NONE: readonly Binding[] = [];
/** So many places one list may bring. */
const MOST_PLACES = 500;

/** What a list is read into. */
export interface ListTarget {
  /** A shipped keyset of the release, by its number; the default one, when none is named. */
  readonly keyset?: number | undefined;
  /** The interface language the list is written in; null is the catalogue's own. */
  readonly language?: string | null | undefined;
  /** Commands of the app that the release does not have yet, as they were last: identity survives releases. */
  readonly former?: readonly Command[] | undefined;
}

/** The shipped keyset that a list is read into; none, in a release whose default keyset is still to be made. */
export function keysetFor({ keysets }: Catalogue, { keyset }: ListTarget): ShippedKeyset | undefined {
  const shipped = keysets.filter((one) => one.kind === 'shipped');
  if (keyset === undefined) return shipped.find((one) => one.isDefault);
  return (
    shipped.find((one) => one.id === keyset) ?? refuse('not-found', `This release has no built-in keyset ${keyset}.`)
  );
}

/** Compares the rows of a list with a shipped keyset, in the words of the list's language. */
export function planList(
  read: RowsRead,
  whole: Catalogue,
  tree: ContextTree,
  platforms: readonly (Platform | null)[],
  target: ListTarget = {},
): ListPlan {
  const language = target.language ?? null;
  const catalogue = catalogueIn(whole, language);
  const problems: Problem[] = [];
  const former = target.former ?? [];
  const { rows, families } = spreadFamilies(read.rows, catalogue);
  const targets = targetsOf(spreadArguments(rows, catalogue.commands, former, problems), catalogue, former, problems);
  const here = new Map<string, CommandWords>(catalogue.commands.map((command) => [command.name, command]));
  for (const { name, words } of targets) here.set(name, words);
  for (const { name, words, rows: said } of targets) {
    const { argumentOf, argument } = words;
    const fault = argumentFault({ name, argumentOf, argument }, (other) => here.get(other));
    if (!fault) continue;
    const { line } = said[0]!;
    problems.push(problem('wrong-argument', `Row ${line}: ${fault}`, { line, column: meaningName('argumentOf') }));
  }
  const bindings = new Map<number, Binding[]>();
  for (const binding of keysetFor(whole, target)?.bindings ?? NONE) {
    bindings.set(binding.command, [...(bindings.get(binding.command) ?? []), binding]);
  }

  const newCommands: NewCommand[] = [];
  const changedCommands: ChangedCommand[] = [];
  const newBindings: NewBinding[] = [];
  const goneBindings: Binding[] = [];
  const newContexts = new Set<string>();
  const lines = new Map<number, LineState>();
  let sameBindings = 0;
  for (const one of targets) {
    const { known } = one;
    const home = one.rows.find((row) => row.contexts.length)?.contexts[0] ?? known?.home ?? homeThen(one.former, tree);
    const changes = known ? changesOf(known, one.words) : [];
    if (!known) newCommands.push({ name: one.name, words: one.words, home, returns: one.former !== undefined });
    else if (changes.length) changedCommands.push({ id: known.id, words: one.words, changes });
    const listed = listedKeys(one, known?.home ?? home, language);
    const mine = known ? (bindings.get(known.id) ?? NONE) : NONE;
    const present = presentKeys(mine, listed, platforms, language);
    const news = new Set<ListRow>();
    for (const [name, { row, binding }] of listed) {
      if (present.has(name)) sameBindings++;
      else {
        newBindings.push(binding);
        news.add(row);
      }
    }
    for (const row of one.rows) {
      row.contexts.forEach((context) => typeof context === 'string' && newContexts.add(context));
      lines.set(row.line, !known ? 'new' : news.has(row) || changes.length ? 'changed' : 'same');
    }
    for (const [name, binding] of present) {
      const spoken = platforms.includes(binding.platform) && binding.language === language;
      if (!listed.has(name) && spoken) goneBindings.push(binding);
    }
  }
  const named = new Set(targets.map((one) => one.known?.id));
  if (newContexts.size > MOST_PLACES)
    problems.push(
      problem(
        'too-many-places',
        `The list would create ${newContexts.size} new contexts (limit ${MOST_PLACES}). Is the right column set as “Where it works”?`,
      ),
    );
  const byLabel = new Map(targets.map((one) => [one.words.label, one.name]));
  return {
    problems,
    newContexts: [...newContexts],
    newCommands,
    changedCommands,
    newBindings,
    goneBindings,
    unlisted: catalogue.commands.filter((command) => !named.has(command.id)).map((command) => command.id),
    sameBindings,
    families: families.map(({ name, lines: labels }) => ({
      name,
      members: labels.flatMap((label) => byLabel.get(label) ?? []),
    })),
    choosers: choosersIn(targets, catalogue, problems),
    groups: groupsIn(targets, catalogue, problems),
    doubled: read.doubled,
    folded: read.folded,
    lines,
  };
}

/** Where a command was at home, if that place is still there. */
function homeThen(former: Command | undefined, tree: ContextTree): number {
  const there = tree.inOrder.some((context) => context.id === former?.home);
  return former && there ? former.home : tree.root.id;
}

/** The shortcuts that the rows of a command name, each once, with the row that names it first. */
type ListedKeys = ReadonlyMap<string, { readonly row: ListRow; readonly binding: NewBinding }>;

function listedKeys({ name, rows }: Target, home: number | string, language: string | null): ListedKeys {
  const listed = new Map<string, { row: ListRow; binding: NewBinding }>();
  for (const row of rows) {
    const { note, memoryAid, source } = row;
    const contexts = row.contexts.length ? row.contexts : [home];
    for (const { platform, shortcut } of row.keys) {
      const binding = { command: name, contexts, platform, shortcut, note, memoryAid, source, language };
      const key = bindingKey(binding);
      if (!listed.has(key)) listed.set(key, { row, binding });
    }
  }
  return listed;
}

/**
 * What of a command's shipped shortcuts a list speaks of: those of its language. Where the language has none of its own
 * and the list names the very ones stated for all, it says nothing new: they count as its own.
 */
function presentKeys(
  mine: readonly Binding[],
  listed: ListedKeys,
  platforms: readonly (Platform | null)[],
  language: string | null,
): Map<string, Binding> {
  const keyed = (list: readonly Binding[]) => new Map(list.map((binding) => [bindingKey(binding), binding]));
  const own = keyed(mine.filter((binding) => binding.language === language));
  if (language === null || own.size > 0) return own;
  const forAll = keyed(mine.filter((binding) => binding.language === null && platforms.includes(binding.platform)));
  return listed.size === forAll.size && [...listed.keys()].every((name) => forAll.has(name)) ? forAll : own;
}

function bindingKey(binding: {
  platform: Platform | null;
  shortcut: string;
  contexts: readonly (number | string)[];
}): string {
  const { platform, shortcut, contexts } = binding;
  const places = contexts.length === 1 ? contexts[0] : [...contexts].sort().join();
  return `${platform ?? '*'} ${shortcut} ${places}`;
}

function changesOf(known: Command, words: CommandWords): ChangedCommand['changes'] {
  const fields = Object.keys(words) as (keyof CommandWords)[];
  return fields
    .filter((field) => String(known[field]) !== String(words[field]))
    .map((field) => ({ field, old: String(known[field]), now: String(words[field]) }));
}
