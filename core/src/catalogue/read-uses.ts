import { problem, type Problem } from '../error/index.ts';
import { USE_CLASSES, type Command, type Use } from '../contract/index.ts';

/** What lines of counts say, and the lines that could not be read. */
export interface UsesRead {
  readonly uses: readonly Omit<Use, 'source'>[];
  readonly problems: readonly Problem[];
}

/**
 * Reads how often commands are used: a line a command, its id or label first, then a count a day or a class, parted by a
 * tab, a semicolon, a comma or dots (`Place sounding ..... 212`). A label that several commands have is a question.
 */
export function readUses(text: string, commands: readonly Command[]): UsesRead {
  const byName = new Map(commands.map((one) => [one.name, [one]]));
  for (const one of commands) {
    const label = one.label.toLowerCase();
    byName.set(label, [...(byName.get(label) ?? []), one]);
  }
  const problems: Problem[] = [];
  const found = new Map<number, Omit<Use, 'source'>>();
  text.split(/\r?\n/).forEach((line, at) => {
    if (!line.trim()) return;
    const refuse = (sentence: string) => problems.push(problem('not-a-use', sentence, { line: at + 1 }));
    const parts = partedUse(line.trim());
    if (!parts)
      return void refuse(`Line ${at + 1} has no count. Write “Place sounding, 212” or “Place sounding, daily”.`);
    const name = parts[0].replace(/["“”]/g, '').trim();
    const said = parts[1].toLowerCase();
    const known = byName.get(name) ?? byName.get(name.toLowerCase()) ?? [];
    if (known.length !== 1)
      return void refuse(
        known.length
          ? `Line ${at + 1}: ${known.length} commands have the name “${name}”. Write its id: ${known.map((one) => one.name).join(' or ')}.`
          : `Line ${at + 1}: no command has the name “${name}”.`,
      );
    const often = USE_CLASSES.find((one) => one === said) ?? null;
    const perDay = often ? null : Number(said);
    if (!often && !(Number(said) >= 0 && Number(said) <= 100_000))
      return void refuse(`Line ${at + 1}: “${parts[1]}” must be uses per day, or rarely, weekly or daily.`);
    const [command] = known as [Command];
    if (found.has(command.id)) return void refuse(`Line ${at + 1}: ${command.label} is listed twice.`);
    found.set(command.id, { command: command.id, perDay, often });
  });
  return { uses: [...found.values()], problems };
}

/** A line as a name and the count behind it, whatever signs stand between. */
function partedUse(line: string): readonly [string, string] | null {
  let at = line.length;
  while (at > 0 && /[\d.a-z]/i.test(line[at - 1]!)) at--;
  let count = line.slice(at);
  while (count.startsWith('.')) count = count.slice(1);
  const before = line.slice(0, line.length - count.length);
  let end = before.length;
  while (end > 0 && /[\t;,.…\s]/.test(before[end - 1]!)) end--;
  return count && end > 0 && end < before.length && /^(?:[\d.]+|[a-z]+)$/i.test(count)
    ? [before.slice(0, end), count]
    : null;
}
