import type { Command } from '../contract/index.ts';

/** A line of a program’s own list of last commands. */
export interface PastStep {
  /** As it stands there, without its number or time. */
  readonly text: string;
  /** Null where no command, or more than one, is called so. */
  readonly command: number | null;
}
export interface PastRead {
  readonly steps: readonly PastStep[];
  /** How often each command stands there. */
  readonly counts: ReadonlyMap<number, number>;
}

/** At most this many lines are read; the last ones, where there are more. */
const MOST_LINES = 20_000;

/**
 * Reads what a program says of its last commands, a line each, as it is copied from there: numbers, times, bullets and
 * signs of quoting around a name are passed over; a name is a label, another name, or a label of an interface language.
 */
export function readPast(text: string, commands: readonly Command[]): PastRead {
  const known = new Map<string, Set<number>>();
  for (const { id, name, label, otherNames, wordings } of commands)
    for (const called of [name, label, ...otherNames, ...wordings.map((one) => one.label)]) {
      const plain = plainly(called);
      if (plain) known.set(plain, (known.get(plain) ?? new Set()).add(id));
    }
  const counts = new Map<number, number>();
  const steps = text
    .split(/\r?\n/)
    .slice(-MOST_LINES)
    .flatMap((line): PastStep[] => {
      const said = bare(line);
      if (!said) return [];
      const found = known.get(plainly(said));
      const command = found?.size === 1 ? [...found][0]! : null;
      if (command !== null) counts.set(command, (counts.get(command) ?? 0) + 1);
      return [{ text: said, command }];
    });
  return { steps, counts };
}

const plainly = (text: string) =>
  text
    .normalize('NFC')
    .toLowerCase()
    .replace(/[…."“”„«»‘’']/g, '')
    .trim();

/** A line without what a list puts around a name: `14:03:22  Place sounding`, `3. “Closer”`, `• Undo`. */
function bare(line: string): string {
  let from = 0;
  while (from < line.length && /[\s\d.:,;)\]([\-–—•*>|#/]/.test(line[from]!)) from++;
  return line.slice(from).split('\t')[0]!.trim().slice(0, 240);
}
