import type { Catalogue, Command, Recipe } from '../contract/index.ts';
import type { Platform } from '../keys/index.ts';
import { contextTree } from '../catalogue/index.ts';
import { MOST_BYTES, encoded } from './encoding.ts';
import { Lost, written } from './lost.ts';
import { added, otherKeys, removed, type Splice } from './merge-text.ts';
import { readPreset, type ReadBinding, type ReadPreset } from './read.ts';
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
 * A learner’s own file with some commands on other keys. Of a record that is there only its keys are written anew, further
 * ones of it go, and what has no record is put behind the last; every other byte stays as it was. Each change is made only if
 * the file is as well-formed as before and reads back as meant, everything else in it included; otherwise it is left to the
 * learner, and the file is as if it had not been asked for.
 */
export function mergedPreset(
  recipe: Recipe,
  bytes: Uint8Array,
  changes: readonly PresetChange[],
  catalogue: Catalogue,
  platform: Platform,
): MergedPreset {
  const read = (text: string, encoding: Recipe['encoding']) =>
    readPreset(recipe, encoded(text, encoding), catalogue, platform);
  const writer = recordWriter(recipe, platform, new Map(catalogue.commands.map((one) => [one.name, one])));
  const tree = contextTree(catalogue.contexts);
  let now = readPreset(recipe, bytes, catalogue, platform);
  const strict = wellFormed(recipe, now.text);
  const overwritten: ReadBinding[] = [];
  const byHand: PresetChange[] = [];

  for (const change of changes) {
    const here = now.bindings.filter((one) => one.command?.id === change.command.id && one.context === change.context);
    // What says so already stays as it is written.
    if (says(here, change) && here.every((one) => namesIt(now.text, one, change.command))) continue;
    const place = tree.get(change.context).name;
    const lines = written(() => linesOf(recipe, writer, change, place).join('\0'));
    const fits = (text: string): ReadPreset | null => {
      if (text.length > MOST_BYTES || (strict && !wellFormed(recipe, text))) return null;
      try {
        const then = read(text, now.encoding);
        return asMeant(now, then, change) ? then : null;
      } catch {
        return null;
      }
    };
    let made: ReadPreset | null = null;
    if (!(lines instanceof Lost)) {
      const texts = waysTo({
        recipe,
        now,
        here,
        change,
        keys: keysOf(recipe, writer, change),
        lines: lines.split('\0'),
      });
      for (const text of texts.slice(0, MOST_TRIES)) if ((made = fits(text))) break;
    }
    if (!made) {
      byHand.push(change);
      continue;
    }
    overwritten.push(...here.filter((one) => one.shortcuts.join() !== change.shortcuts.join()));
    now = made;
  }
  const untouched = byHand.length === changes.length;
  return { text: now.text, bytes: untouched ? bytes : encoded(now.text, now.encoding), overwritten, byHand };
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

/** The texts that a change may make of a file, the one that touches least first. */
function waysTo({ recipe, now: { text, bindings }, here, change, keys, lines }: Writing): string[] {
  const [first, ...others] = here;
  const gone = (list: readonly ReadBinding[]) => list.map((one) => removed(text, one, recipe));
  // Behind the last record of the same context, where records stand by context.
  const last = here.at(-1) ?? bindings.findLast((one) => !recipe.group || one.context === change.context);
  const news = (from: number): Splice[] => {
    const more = lines.slice(from).map((one) => one.trim());
    return last && more.length ? [added(text, last, more, recipe)] : [];
  };
  if (!first) return last ? [spliced(text, news(0))] : [];
  const anew: Splice = { from: first.from, to: first.to, text: lines[0]!.trim() };
  const rewritten = keys.length && namesIt(text, first, change.command) ? otherKeys(text, first, keys[0]!, recipe) : [];
  // Records that stay have the next keys; those that are left over go.
  const following = (at: number) =>
    keys[at] === undefined ? null : (otherKeys(text, here[at]!, keys[at], recipe)[0] ?? null);
  const kept = here.slice(1, Math.max(1, keys.length)).map((_, at) => following(at + 1));
  const whole = kept.every((one) => one !== null);
  const rest = whole
    ? [
        ...kept.flatMap((one) => one ?? []),
        ...gone(here.slice(Math.max(1, keys.length))),
        ...news(Math.max(1, here.length)),
      ]
    : null;
  const alone = [...gone(others), ...news(1)];
  return [
    ...(rest ? rewritten.map((one) => spliced(text, [one, ...rest])) : []),
    ...rewritten.map((one) => spliced(text, [one, ...alone])),
    spliced(text, [anew, ...alone]),
  ];
}

/** A text with its splices made, from its end; what is put in behind a record comes after what is made of it. */
function spliced(text: string, splices: readonly Splice[]): string {
  const ordered = [...splices].sort((a, b) => b.from - a.from || b.to - a.to);
  return ordered.reduce((made, { from, to, text: put }) => made.slice(0, from) + put + made.slice(to), text);
}

/** Whether a file says what was meant by a change, and of everything else just what it said before. */
function asMeant(before: ReadPreset, after: ReadPreset, { command, context, shortcuts }: PresetChange): boolean {
  const mine = ({ command: of, context: at }: ReadBinding) => of?.id === command.id && at === context;
  const others = ({ bindings }: ReadPreset) =>
    bindings
      .filter((one) => !mine(one))
      .map(({ command: of, context: at, keys, shortcuts: held, unknown }) =>
        JSON.stringify([of?.id, at, keys, held, unknown]),
      );
  const said = after.bindings.filter(mine);
  if (said.length === 0 || said.some((one) => one.unknown.length)) return false;
  const held = said.flatMap((one) => one.shortcuts);
  return held.join('\n') === shortcuts.join('\n') && others(before).join('\n') === others(after).join('\n');
}

/** Whether a record calls the command by the name it has now. */
const namesIt = (text: string, { from, to }: ReadBinding, { name, label, argumentOf }: Command) => [name, label, argumentOf].some((one) => one !== '' && text.slice(from, to).includes(one)); // prettier-ignore

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
