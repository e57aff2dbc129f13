import type { Catalogue, Command, Recipe } from '../contract/index.ts';
import type { Platform } from '../keys/index.ts';
import { CribError } from '../error/index.ts';
import { contextTree } from '../catalogue/index.ts';
import { MOST_BYTES, encoded } from './encoding.ts';
import { Lost, written } from './lost.ts';
import { added, otherKeys, removed, type Splice } from './merge-text.ts';
import { presetKey, readPreset, type ReadBinding, type ReadPreset } from './read.ts';
import { wellFormed } from './well-formed.ts';
import { recordWriter } from './write.ts';

/** A command that is to have shortcuts in a place of a learner’s own file; none takes its keys away. */
export interface PresetChange {
  readonly command: Command;
  readonly context: number;
  readonly shortcuts: readonly string[];
}
export interface MergedPreset {
  readonly bytes: Uint8Array;
  readonly text: string;
  /** Records of the file that say otherwise now. */
  readonly overwritten: readonly ReadBinding[];
  /** What cannot be said in the file without breaking something else in it: to be set by hand. */
  readonly byHand: readonly PresetChange[];
}

/** As many ways are tried to write a change into a record. */
const MOST_TRIES = 12;

/**
 * A learner’s own file with some commands on other keys. In a record that is already there only the keys change, further
 * records of the same command are removed, and what has no record is added behind the last; every other byte stays as it was.
 * A change is made only if the file is as well-formed as before and reads back as meant, everything else in it included;
 * otherwise it is left to the learner, and the file is as if it had not been asked for. Changes are tried all at once, and
 * in halves where that does not read back: reading a file is what takes long.
 */
export function mergedPreset(
  recipe: Recipe,
  bytes: Uint8Array,
  changes: readonly PresetChange[],
  catalogue: Catalogue,
  platform: Platform,
): MergedPreset {
  const writer = recordWriter(recipe, platform, new Map(catalogue.commands.map((one) => [one.name, one])));
  const tree = contextTree(catalogue.contexts);
  let now = readPreset(recipe, bytes, catalogue, platform);
  const strict = wellFormed(recipe, now.text);
  const overwritten: ReadBinding[] = [];
  const byHand: PresetChange[] = [];

  /** How a change may be written into the file as it is now; null where it says so already. */
  const step = (change: PresetChange): Step | null => {
    const here = now.bindings.filter((one) => one.command?.id === change.command.id && one.context === change.context);
    if (says(here, change) && here.every((one) => namesIt(now.text, one, change.command))) return null;
    const place = tree.title(change.context);
    const lines = written(() => linesOf(recipe, writer, change, place).join('\0'));
    if (lines instanceof Lost) return { change, here, ways: [] };
    const keys = keysOf(recipe, writer, change);
    const ways = waysTo({ recipe, now, here, change, keys, lines: lines.split('\0') });
    return { change, here, ways: ways.slice(0, MOST_TRIES) };
  };
  const fits = (text: string, made: readonly PresetChange[]): ReadPreset | null => {
    if (text.length > MOST_BYTES || (strict && !wellFormed(recipe, text))) return null;
    try {
      const then = readPreset(recipe, encoded(text, now.encoding), catalogue, platform);
      return asMeant(now, then, made) ? then : null;
    } catch (error) {
      if (error instanceof CribError) return null;
      throw error;
    }
  };
  const settle = (group: readonly PresetChange[]): void => {
    const steps = group.map(step).filter((one) => one !== null);
    const [first] = steps;
    if (!first) return;
    const alone = steps.length === 1;
    const together = steps.every(({ ways }) => ways.length) ? [steps.flatMap(({ ways }) => ways[0]!)] : [];
    for (const splices of alone ? first.ways : together) {
      const then = fits(
        spliced(now.text, splices),
        steps.map(({ change }) => change),
      );
      if (!then) continue;
      for (const { change, here } of steps)
        overwritten.push(...here.filter((one) => one.shortcuts.join() !== change.shortcuts.join()));
      now = then;
      return;
    }
    if (alone) return void byHand.push(first.change);
    const middle = Math.ceil(group.length / 2);
    settle(group.slice(0, middle));
    settle(group.slice(middle));
  };
  settle(changes);
  const untouched = byHand.length === changes.length;
  return { text: now.text, bytes: untouched ? bytes : encoded(now.text, now.encoding), overwritten, byHand };
}

/** A change, the records it is about, and the ways to write it, the one that touches least first. */
interface Step {
  readonly change: PresetChange;
  readonly here: readonly ReadBinding[];
  readonly ways: readonly Splice[][];
}

interface Writing {
  readonly recipe: Recipe;
  readonly now: ReadPreset;
  readonly here: readonly ReadBinding[];
  readonly change: PresetChange;
  /** The keys of each record, as the file writes them; none where they are taken away. */
  readonly keys: readonly string[];
  /** The records as the recipe would write them by itself. */
  readonly lines: readonly string[];
}

/** The ways to write a change into a file, the one that touches least first. */
function waysTo({ recipe, now: { text, bindings }, here, change, keys, lines }: Writing): Splice[][] {
  const [first, ...others] = here;
  const gone = (list: readonly ReadBinding[]) => list.map((one) => removed(text, one, recipe));
  // Behind the last record of the same context, where records stand by context.
  const last = here.at(-1) ?? bindings.findLast((one) => !recipe.group || one.context === change.context);
  const news = (from: number): Splice[] => {
    const more = lines.slice(from).map((one) => one.trim());
    return last && more.length ? [added(text, last, more, recipe)] : [];
  };
  if (!first) return last ? [news(0)] : [];
  const whole: Splice = { from: first.from, to: first.to, text: lines[0]!.trim() };
  const rewritten = keys.length && namesIt(text, first, change.command) ? otherKeys(text, first, keys[0]!, recipe) : [];
  const alone = [...gone(others), ...news(1)];
  // Records that stay have the next keys; those that are left over go.
  const count = Math.max(1, keys.length);
  const kept = here.slice(1, count).map((one, at) => otherKeys(text, one, keys[at + 1]!, recipe)[0]);
  const each = kept.filter((one) => one !== undefined);
  const rest = [...each, ...gone(here.slice(count)), ...news(here.length)];
  return [
    ...(each.length === kept.length ? rewritten.map((one) => [one, ...rest]) : []),
    ...rewritten.map((one) => [one, ...alone]),
    [whole, ...alone],
  ];
}

/** A text with its splices made, from its end; what is put in behind a record comes after what is made of it. */
function spliced(text: string, splices: readonly Splice[]): string {
  const ordered = [...splices].sort((a, b) => b.from - a.from || b.to - a.to);
  return ordered.reduce((made, { from, to, text: put }) => made.slice(0, from) + put + made.slice(to), text);
}

/** Whether a file says what was meant by changes, and of everything else just what it said before. */
function asMeant(before: ReadPreset, after: ReadPreset, changes: readonly PresetChange[]): boolean {
  const meant = new Map(changes.map((one) => [presetKey(one.command.id, one.context), one.shortcuts.join('\n')]));
  const keyOf = ({ command, context }: ReadBinding) =>
    command && context !== null ? presetKey(command.id, context) : '';
  const changed = (one: ReadBinding) => meant.has(keyOf(one));
  const others = ({ bindings }: ReadPreset) =>
    bindings
      .filter((one) => !changed(one))
      .map(({ command, context, keys, shortcuts, unknown }) =>
        JSON.stringify([command?.id, context, keys, shortcuts, unknown]),
      )
      .join('\n');
  const said = after.bindings.filter(changed);
  if (said.some((one) => one.unknown.length) || others(before) !== others(after)) return false;
  const found = new Map<string, readonly string[]>();
  for (const one of said) found.set(keyOf(one), [...(found.get(keyOf(one)) ?? []), ...one.shortcuts]);
  return [...meant].every(([key, shortcuts]) => found.get(key)?.join('\n') === shortcuts);
}

/** Whether a record calls the command by the name it has now. */
const namesIt = (text: string, { from, to }: ReadBinding, { name, label, argumentOf }: Command) =>
  [name, label, argumentOf].some((one) => one !== '' && text.slice(from, to).includes(one));

/** Whether records of a command give it these shortcuts, and no others. */
function says(records: readonly ReadBinding[], { shortcuts }: PresetChange): boolean {
  if (records.length === 0 || records.some((one) => one.unknown.length > 0)) return false;
  const said = new Set(records.flatMap((one) => one.shortcuts));
  return said.size === shortcuts.length && shortcuts.every((one) => said.has(one));
}

type Writer = ReturnType<typeof recordWriter>;
function keysOf({ several }: Recipe, writer: Writer, { shortcuts }: PresetChange): string[] {
  if (shortcuts.length === 0) return [];
  const texts = shortcuts.map((one) => writer.keys(one));
  return several === null ? texts : [texts.join(several)];
}
function linesOf(recipe: Recipe, writer: Writer, change: PresetChange, place: string): string[] {
  const { command } = change;
  if (change.shortcuts.length === 0) return [writer.nothing(command, place)];
  return keysOf(recipe, writer, change).map((keys) => writer.binding(command, keys, place));
}
