import type { Catalogue, Command, Recipe } from '../contract/index.ts';
import type { Platform } from '../keys/index.ts';
import { contextTree } from '../catalogue/index.ts';
import { encoded } from './encoding.ts';
import { Lost, written } from './lost.ts';
import { readPreset, type ReadBinding } from './read.ts';
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
  /** What the format has no words for, and is to be done by hand. */
  readonly byHand: readonly PresetChange[];
}

/**
 * A learner’s own file with some commands on other keys: the first record of each in its place is written anew, further
 * ones of it go, and what has no record is put behind the last. Every other byte stays as it was; without changes the file
 * comes back byte for byte.
 */
export function mergedPreset(recipe: Recipe, bytes: Uint8Array, changes: readonly PresetChange[], catalogue: Catalogue, platform: Platform): MergedPreset {
  const { text, encoding, bindings } = readPreset(recipe, bytes, catalogue, platform);
  const writer = recordWriter(recipe, platform, new Map(catalogue.commands.map((one) => [one.name, one])));
  const tree = contextTree(catalogue.contexts);
  const spans: { from: number; to: number; text: string }[] = [];
  const overwritten: ReadBinding[] = [];
  const byHand: PresetChange[] = [];
  for (const change of changes) {
    const here = bindings.filter((one) => one.command?.id === change.command.id && one.context === change.context);
    // What says so already stays as it is written.
    if (says(here, change) && here.every((one) => namesIt(text, one, change.command))) continue;
    const place = tree.get(change.context).name;
    const lines = written(() => linesOf(recipe, writer, change, place).join('\0'));
    if (lines instanceof Lost) {
      byHand.push(change);
      continue;
    }
    const [first = '', ...more] = lines.split('\0');
    overwritten.push(...here.filter((one) => one.shortcuts.join() !== change.shortcuts.join()));
    here.forEach((one, at) => spans.push(at === 0 ? { from: one.from, to: one.to, text: first.trim() } : withoutLine(text, one, recipe)));
    const rest = here.length ? more : [first, ...more];
    // Behind the last record of the same context, where records stand by context.
    const last = bindings.findLast((one) => !recipe.group || one.context === change.context);
    if (rest.length && !last) byHand.push(change);
    else if (last) spans.push({ from: last.to, to: last.to, text: rest.map((line) => between(text, last, recipe) + line.trim()).join('') }); // prettier-ignore
  }
  let made = text;
  for (const span of spans.sort((a, b) => b.from - a.from || b.to - a.to)) made = made.slice(0, span.from) + span.text + made.slice(span.to);
  return { text: made, bytes: encoded(made, encoding), overwritten, byHand };
} // prettier-ignore

/** Whether a record calls the command by the name it has now. */
const namesIt = (text: string, { from, to }: ReadBinding, { name, label, argumentOf }: Command) => [name, label, argumentOf].some((one) => one !== '' && text.slice(from, to).includes(one)); // prettier-ignore

/** Whether records of a command give it these shortcuts, and no others. */
function says(records: readonly ReadBinding[], { shortcuts }: PresetChange): boolean {
  if (records.length === 0 || records.some((one) => one.unknown.length > 0)) return false;
  const said = new Set(records.flatMap((one) => one.shortcuts));
  return said.size === shortcuts.length && shortcuts.every((one) => said.has(one));
}

function linesOf(recipe: Recipe, writer: ReturnType<typeof recordWriter>, { command, shortcuts }: PresetChange, place: string): string[] {
  if (shortcuts.length === 0) return [writer.nothing(command, place)];
  const texts = shortcuts.map((one) => writer.keys(one));
  return recipe.several === null ? texts.map((one) => writer.binding(command, one, place)) : [writer.binding(command, texts.join(recipe.several), place)];
} // prettier-ignore

/** What parts a new record from the one before it: the sign between records, a line end, and as far in as that one. */
function between(text: string, { from }: ReadBinding, recipe: Recipe): string {
  const begins = text.lastIndexOf('\n', from - 1) + 1;
  const indent = /^[ \t]*/.exec(text.slice(begins, from))![0];
  return recipe.between + (text.includes('\r\n') ? '\r\n' : '\n') + indent;
}

/** A record that goes, with the rest of its line where nothing else stands on it. */
function withoutLine(text: string, { from, to }: ReadBinding, { between: sign }: Recipe): { from: number; to: number; text: string } {
  const begins = text.lastIndexOf('\n', from - 1) + 1;
  const next = text.indexOf('\n', to);
  const ends = next < 0 ? text.length : next + 1;
  const alone = text.slice(begins, from).trim() === '' && text.slice(to, ends).replace(sign, '').trim() === '';
  return alone ? { from: begins, to: ends, text: '' } : { from, to, text: '' };
} // prettier-ignore
