import { problem, refuse, type Problem } from '../error/index.ts';
import type { Platform } from '../keys/index.ts';
import {
  PLAIN_WORDS,
  type Binding,
  type Catalogue,
  type Command,
  type CommandWords,
  type ShippedKeyset,
} from '../contract/index.ts';
import { catalogueIn, type ContextTree } from '../catalogue/index.ts';
import type { ListRow } from './rows.ts';

/** A command that the list has and the catalogue lacks. */
export interface NewCommand {
  readonly name: string;
  readonly words: CommandWords;
  readonly home: number | string;
}

/** A command that the list describes otherwise than the catalogue. */
export interface ChangedCommand {
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

export type LineState = 'new' | 'changed' | 'same';

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
  /** What each understood line brings. */
  readonly lines: ReadonlyMap<number, LineState>;
}

/** Whether taking the list in would change nothing. */
export function changesNothing(plan: Omit<ListPlan, 'lines'>): boolean {
  return (
    !plan.newContexts.length && !plan.newCommands.length && !plan.changedCommands.length && !plan.newBindings.length
  );
}

interface Target {
  readonly name: string;
  readonly known: Command | undefined;
  /** What it was in an earlier release, where this one does not have it yet. */
  readonly former: Command | undefined;
  words: CommandWords;
  readonly rows: ListRow[];
}

const NONE: readonly Binding[] = [];

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
    shipped.find((one) => one.id === keyset) ?? refuse('not-found', `This release has no shipped keyset ${keyset}.`)
  );
}

/** Compares the rows of a list with a shipped keyset, in the words of the list's language. */
export function planList(
  rows: readonly ListRow[],
  whole: Catalogue,
  tree: ContextTree,
  platforms: readonly (Platform | null)[],
  target: ListTarget = {},
): ListPlan {
  const language = target.language ?? null;
  const catalogue = catalogueIn(whole, language);
  const problems: Problem[] = [];
  const targets = targetsOf(rows, catalogue, target.former ?? [], problems);
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
    if (!known) newCommands.push({ name: one.name, words: one.words, home });
    else if (changes.length) changedCommands.push({ id: known.id, words: one.words, changes });
    const listed = listedKeys(one, known?.home ?? home);
    const mine = known ? (bindings.get(known.id) ?? NONE) : NONE;
    const present = presentKeys(mine, listed, platforms, language);
    for (const row of one.rows) {
      row.contexts.forEach((context) => typeof context === 'string' && newContexts.add(context));
      const fresh = listed.filter((binding) => binding.row === row && !present.has(bindingKey(binding)));
      newBindings.push(...fresh.map(({ row: _row, ...binding }) => ({ ...binding, language })));
      lines.set(row.line, !known ? 'new' : fresh.length || changes.length ? 'changed' : 'same');
    }
    const names = new Set(listed.map(bindingKey));
    sameBindings += [...names].filter((name) => present.has(name)).length;
    for (const [name, binding] of present) {
      const spoken = platforms.includes(binding.platform) && binding.language === language;
      if (!names.has(name) && spoken) goneBindings.push(binding);
    }
  }
  const named = new Set(targets.map((one) => one.known?.id));
  return {
    problems,
    newContexts: [...newContexts],
    newCommands,
    changedCommands,
    newBindings,
    goneBindings,
    unlisted: catalogue.commands.filter((command) => !named.has(command.id)).map((command) => command.id),
    sameBindings,
    lines,
  };
}

/** Where a command was at home, if that place is still there. */
function homeThen(former: Command | undefined, tree: ContextTree): number {
  const there = tree.inOrder.some((context) => context.id === former?.home);
  return former && there ? former.home : tree.root.id;
}

type ListedKey = Omit<NewBinding, 'language'> & { readonly row: ListRow };

/** The shortcuts that the rows of a command name, each once. */
function listedKeys({ name, rows }: Target, home: number | string): ListedKey[] {
  const listed = new Map<string, ListedKey>();
  for (const row of rows) {
    const { note, memoryAid, source } = row;
    const contexts = row.contexts.length ? row.contexts : [home];
    for (const key of row.keys) {
      const binding = { command: name, contexts, ...key, note, memoryAid, source, row };
      if (!listed.has(bindingKey(binding))) listed.set(bindingKey(binding), binding);
    }
  }
  return [...listed.values()];
}

/**
 * What of a command's shipped shortcuts a list speaks of: those of its language. Where the language has none of its own
 * and the list names the very ones stated for all, it says nothing new: they count as its own.
 */
function presentKeys(
  mine: readonly Binding[],
  listed: readonly ListedKey[],
  platforms: readonly (Platform | null)[],
  language: string | null,
): Map<string, Binding> {
  const keyed = (list: readonly Binding[]) => new Map(list.map((binding) => [bindingKey(binding), binding]));
  const own = keyed(mine.filter((binding) => binding.language === language));
  if (language === null || own.size > 0) return own;
  const forAll = keyed(mine.filter((binding) => binding.language === null && platforms.includes(binding.platform)));
  const names = new Set(listed.map(bindingKey));
  return names.size === forAll.size && [...names].every((name) => forAll.has(name)) ? forAll : own;
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

/**
 * Which command each row means: the one with its id if it gives one, else the one with its label, menu path and
 * category, as far as it gives them, in the release or else in the app. Where that is not unique it is a question with the
 * candidates, never a match.
 */
function targetsOf(
  rows: readonly ListRow[],
  catalogue: Catalogue,
  formerCommands: readonly Command[],
  problems: Problem[],
): Target[] {
  const [here, before] = [finder(catalogue.commands), finder(formerCommands)];
  const unspoken = keptOf(rows);
  const targets = new Map<string, Target>();
  const taken = new Set([...here.byName.keys(), ...before.byName.keys()]);
  for (const row of rows) {
    const label = row.words.label?.toLowerCase() ?? '';
    const inRelease = here.meant(row);
    const found = inRelease.length ? inRelease : before.meant(row);
    if (found.length > 1) {
      const sentence = `Line ${row.line}: ${found.length} commands are called “${row.words.label}”. Give the id of the one that is meant.`;
      const names = found.map((command) => command.name);
      problems.push(problem('not-unique', sentence, { line: row.line }, names));
      continue;
    }
    const known = inRelease[0];
    const former = known ? undefined : found[0];
    const identity =
      row.command ?? found[0]?.name ?? ` ${label} | ${row.words.menu ?? ''} | ${row.words.category ?? ''}`;
    const present = targets.get(identity);
    if (!present) {
      const name = found[0]?.name ?? row.command ?? freeName(row.words.label ?? '', taken);
      taken.add(name);
      const words = { ...(known ? wordsOf(known) : former ? unspoken(former) : PLAIN_WORDS), ...row.words };
      targets.set(identity, {
        name,
        known,
        former,
        words: words.label ? words : { ...words, label: name },
        rows: [row],
      });
      continue;
    }
    const differs = (['label', 'menu', 'category'] as const).find((field) => {
      const said = row.words[field];
      return said !== undefined && present.rows.some((other) => (other.words[field] ?? said) !== said);
    });
    if (differs) {
      const sentence = `Line ${row.line}: line ${present.rows[0]!.line} gives ${present.name} another ${differs}. Give both the same, or different ids.`;
      problems.push(problem('two-wordings', sentence, { line: row.line, column: differs }));
      continue;
    }
    present.words = { ...present.words, ...row.words };
    present.rows.push(row);
  }
  return [...targets.values()];
}

const FLAGS = ['fixed', 'hidden', 'destructive', 'parameterised', 'scripted'] as const;

/** What a command keeps from an earlier release: what this list says of no command at all. */
function keptOf(rows: readonly ListRow[]): (former: Command) => CommandWords {
  const spoken = new Set(rows.flatMap((row) => Object.keys(row.words)));
  if (FLAGS.some((flag) => spoken.has(flag))) for (const flag of FLAGS) spoken.add(flag);
  return (former) => {
    const kept = Object.entries(wordsOf(former)).filter(([field]) => !spoken.has(field));
    return { ...PLAIN_WORDS, ...Object.fromEntries(kept) };
  };
}

/** Finds the commands that a row may mean among some. */
function finder(commands: readonly Command[]) {
  const byName = new Map(
    commands.flatMap((command) => [command.name, ...command.aliases].map((name) => [name, command] as const)),
  );
  const byLabel = new Map<string, Command[]>();
  for (const command of commands) {
    const label = command.label.toLowerCase();
    byLabel.set(label, [...(byLabel.get(label) ?? []), command]);
  }
  const meant = ({ command, words }: ListRow): readonly Command[] => {
    if (command) return [byName.get(command)].filter((one) => one !== undefined);
    return (byLabel.get(words.label?.toLowerCase() ?? '') ?? []).filter(
      (one) => (!words.menu || one.menu === words.menu) && (!words.category || one.category === words.category),
    );
  };
  return { byName, meant };
}

function wordsOf({ id: _1, name: _2, home: _3, wordings: _4, aliases: _5, ...words }: Command): CommandWords {
  return words;
}

/** A name from a label: small letters, digits and hyphens, numbered when it is taken. */
function freeName(label: string, taken: ReadonlySet<string>): string {
  const plain = label
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 100);
  const base = plain || 'command';
  for (let n = 1; ; n++) {
    const name = n === 1 ? base : `${base}-${n}`;
    if (!taken.has(name)) return name;
  }
}

function changesOf(known: Command, words: CommandWords): ChangedCommand['changes'] {
  const fields = Object.keys(words) as (keyof CommandWords)[];
  return fields
    .filter((field) => String(known[field]) !== String(words[field]))
    .map((field) => ({ field, old: String(known[field]), now: String(words[field]) }));
}
