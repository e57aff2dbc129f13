import { problem, type Problem } from '../error/index.ts';
import { PLAIN_WORDS, SHIPPED_FLAGS, type Catalogue, type Command, type CommandWords } from '../contract/index.ts';
import type { ListRow } from './rows.ts';

/** A command that rows of a list mean, known or new. */
export interface Target {
  readonly name: string;
  readonly known: Command | undefined;
  /** What it was in an earlier release, where this one does not have it yet. */
  readonly former: Command | undefined;
  words: CommandWords;
  readonly rows: ListRow[];
}

/**
 * Which command each row means: the one with its id if it gives one, else the one with its label, menu path and
 * category, as far as it gives them, in the release or else in the app. Where that is not unique it is a question with the
 * candidates, never a match.
 */
export function targetsOf(
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
    const label = plainLabel(row.words.label ?? '');
    const inRelease = here.meant(row);
    const found = inRelease.length ? inRelease : before.meant(row);
    if (found.length > 1) {
      const sentence = `Row ${row.line}: ${found.length} commands have the name “${row.words.label}”. Give the id of the right one.`;
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
      const sentence = `Row ${row.line}: row ${present.rows[0]!.line} gives ${present.name} another ${differs}. Give both the same, or different ids.`;
      problems.push(problem('two-wordings', sentence, { line: row.line, column: differs }));
      continue;
    }
    present.words = { ...present.words, ...row.words };
    present.rows.push(row);
  }
  return [...targets.values()];
}

/** What a command keeps from an earlier release: what this list says of no command at all. */
function keptOf(rows: readonly ListRow[]): (former: Command) => CommandWords {
  const spoken = new Set<string>();
  for (const { words } of rows) for (const field of Object.keys(words)) spoken.add(field);
  if (SHIPPED_FLAGS.some((flag) => spoken.has(flag))) for (const flag of SHIPPED_FLAGS) spoken.add(flag);
  return (former) => {
    const kept = Object.entries(wordsOf(former)).filter(([field]) => !spoken.has(field));
    return { ...PLAIN_WORDS, ...Object.fromEntries(kept) };
  };
}

/** Labels are compared in one Unicode form, whatever their case. */
export const plainLabel = (label: string) => label.normalize('NFC').toLowerCase();

/** Finds the commands that a row may mean among some. */
function finder(commands: readonly Command[]) {
  const byName = new Map(
    commands.flatMap((command) => [command.name, ...command.aliases].map((name) => [name, command] as const)),
  );
  const byLabel = new Map<string, Command[]>();
  for (const command of commands) {
    const label = plainLabel(command.label);
    byLabel.set(label, [...(byLabel.get(label) ?? []), command]);
  }
  const meant = ({ command, words }: ListRow): readonly Command[] => {
    if (command) return [byName.get(command)].filter((one) => one !== undefined);
    return (byLabel.get(plainLabel(words.label ?? '')) ?? []).filter(
      (one) => (!words.menu || one.menu === words.menu) && (!words.category || one.category === words.category),
    );
  };
  return { byName, meant };
}

function wordsOf({ id: _1, name: _2, home: _3, wordings: _4, aliases: _5, ...words }: Command): CommandWords {
  return words;
}

/** A name from a label: small letters, digits and hyphens, numbered when it is taken. */
export function freeName(label: string, taken: ReadonlySet<string>): string {
  const plain = label
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 100);
  const base = plain || 'command';
  for (let n = 1; ; n++) {
    const name = n === 1 ? base : `${base}-${n}`;
    if (!taken.has(name)) return name;
  }
}
