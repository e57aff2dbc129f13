import { problem, type Problem } from '../error/index.ts';
import type { Platform } from '../keys/index.ts';
import { PLAIN_WORDS, type Binding, type Catalogue, type Command, type CommandWords } from '../contract/index.ts';
import type { ContextTree } from '../catalogue/index.ts';
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
export function changesNothing(plan: ListPlan): boolean {
  return (
    !plan.newContexts.length && !plan.newCommands.length && !plan.changedCommands.length && !plan.newBindings.length
  );
}

interface Target {
  readonly name: string;
  readonly known: Command | undefined;
  words: CommandWords;
  readonly rows: ListRow[];
}

const NONE: readonly Binding[] = [];

/** Compares the rows of a list with the catalogue's default shipped keyset. */
export function planList(
  rows: readonly ListRow[],
  catalogue: Catalogue,
  tree: ContextTree,
  platforms: readonly (Platform | null)[],
): ListPlan {
  const problems: Problem[] = [];
  const targets = targetsOf(rows, catalogue, problems);
  const shipped = catalogue.keysets.find((keyset) => keyset.kind === 'shipped' && keyset.isDefault);
  const bindings = new Map<number, Binding[]>();
  for (const binding of shipped?.kind === 'shipped' ? shipped.bindings : []) {
    bindings.set(binding.command, [...(bindings.get(binding.command) ?? []), binding]);
  }

  const newCommands: NewCommand[] = [];
  const changedCommands: ChangedCommand[] = [];
  const newBindings: NewBinding[] = [];
  const goneBindings: Binding[] = [];
  const newContexts = new Set<string>();
  const lines = new Map<number, LineState>();
  let sameBindings = 0;
  for (const target of targets) {
    const { known } = target;
    const home = target.rows.find((row) => row.contexts.length)?.contexts[0] ?? known?.home ?? tree.root.id;
    const changes = known ? changesOf(known, target.words) : [];
    if (!known) newCommands.push({ name: target.name, words: target.words, home });
    else if (changes.length) changedCommands.push({ id: known.id, words: target.words, changes });
    const present = new Map(
      (known ? (bindings.get(known.id) ?? NONE) : NONE).map((binding) => [bindingKey(binding), binding]),
    );
    const listed = new Set<string>();
    for (const row of target.rows) {
      row.contexts.forEach((context) => typeof context === 'string' && newContexts.add(context));
      const contexts = row.contexts.length ? row.contexts : [known?.home ?? home];
      const fresh = row.keys.filter((key) => {
        const text = bindingKey({ ...key, contexts });
        if (listed.has(text)) return false;
        listed.add(text);
        if (present.has(text)) sameBindings++;
        return !present.has(text);
      });
      const { note, memoryAid, source } = row;
      newBindings.push(...fresh.map((key) => ({ command: target.name, contexts, ...key, note, memoryAid, source })));
      lines.set(row.line, !known ? 'new' : fresh.length || changes.length ? 'changed' : 'same');
    }
    for (const [key, binding] of present) {
      if (!listed.has(key) && platforms.includes(binding.platform)) goneBindings.push(binding);
    }
  }
  const named = new Set(targets.map((target) => target.known?.id));
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
 * category, as far as it gives them. Where that is not unique it is a question with the candidates, never a match.
 */
function targetsOf(rows: readonly ListRow[], catalogue: Catalogue, problems: Problem[]): Target[] {
  const byName = new Map(
    catalogue.commands.flatMap((command) => [command.name, ...command.aliases].map((name) => [name, command] as const)),
  );
  const byLabel = new Map<string, Command[]>();
  for (const command of catalogue.commands) {
    const label = command.label.toLowerCase();
    byLabel.set(label, [...(byLabel.get(label) ?? []), command]);
  }
  const targets = new Map<string, Target>();
  const taken = new Set(byName.keys());
  for (const row of rows) {
    const label = row.words.label?.toLowerCase() ?? '';
    const fits = (command: CommandWords) =>
      (!row.words.menu || command.menu === row.words.menu) &&
      (!row.words.category || command.category === row.words.category);
    let known: Command | undefined;
    if (row.command) known = byName.get(row.command);
    else {
      const candidates = (byLabel.get(label) ?? []).filter(fits);
      if (candidates.length > 1) {
        const sentence = `Line ${row.line}: ${candidates.length} commands are called “${row.words.label}”. Give the id of the one that is meant.`;
        problems.push(
          problem(
            'not-unique',
            sentence,
            { line: row.line },
            candidates.map((command) => command.name),
          ),
        );
        continue;
      }
      known = candidates[0];
    }
    const identity = row.command ?? known?.name ?? ` ${label} | ${row.words.menu ?? ''} | ${row.words.category ?? ''}`;
    const present = targets.get(identity);
    if (!present) {
      const name = known?.name ?? row.command ?? freeName(row.words.label ?? '', taken);
      taken.add(name);
      const words = { ...(known ? wordsOf(known) : PLAIN_WORDS), ...row.words };
      targets.set(identity, {
        name,
        known,
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
