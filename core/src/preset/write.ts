import type { Problem } from '../error/index.ts';
import { contextTree, type ContextTree } from '../catalogue/index.ts';
import type { Catalogue, Command, Keyset, Recipe } from '../contract/index.ts';
import {
  KEY_WORDS,
  US,
  parseStored,
  physicalModifiers,
  platformName,
  showStored,
  writeStored,
  type Platform,
} from '../keys/index.ts';
import { effective, stackOf, type Effective } from '../keyset/index.ts';
import { each } from '../memory/index.ts';
import { tell, type LearnerLanguage } from '../words/index.ts';
import { ESCAPES } from './escapes.ts';
import { canBeWritten, encoded } from './encoding.ts';
import { keyReader, keysText } from './key-text.ts';
import { presetFault } from './fault.ts';
import { Lost, required, written } from './lost.ts';
import { presetKey } from './read.ts';
import { filled, matched, tokensOf, type Fields } from './template.ts';

/** A preset file, and what the format has no words for. */
export interface PresetFile {
  readonly name: string;
  readonly text: string;
  /** The file as it is handed out, in the recipe’s encoding. */
  readonly bytes: Uint8Array;
  /** Each names the shortcut and the feature that the format lacks. */
  readonly losses: readonly string[];
  /** Why this file must not be published: it has no shortcut, is malformed, or does not read back as it was meant. */
  readonly fault: Problem | null;
}
export interface PresetWish {
  readonly edition: number;
  readonly language?: LearnerLanguage;
  /** A file that leads back to the shipped keys. */
  readonly back?: boolean;
}

/** A shortcut with the modifiers that a platform has for it: what a file of that platform can say. */
export function physical(stored: string, platform: Platform): string {
  const { strokes, manner } = parseStored(stored);
  return writeStored({
    manner,
    strokes: strokes.map((one) =>
      one.kind === 'tap' ? one : { ...one, modifiers: physicalModifiers(one.modifiers, platform) },
    ),
  });
}

/** Writes records of a recipe on a platform; each is one that reads as what was meant, or is lost. */
export function recordWriter(recipe: Recipe, platform: Platform, commands: ReadonlyMap<string, Command>) {
  const escape = ESCAPES[recipe.syntax];
  const reads = keyReader(recipe, platform);
  const manners = [recipe.manners.held, recipe.manners.twice].flatMap((word) => (word ? [word.toLowerCase()] : []));
  const tokens = {
    record: tokensOf(recipe.record),
    argument: tokensOf(recipe.argument ?? ''),
    noKey: tokensOf(recipe.noKey ?? ''),
  };
  const whole = (stored: string): string => {
    const text = keysText(recipe, stored, platform);
    if (
      reads(text) !== physical(stored, platform) ||
      (recipe.several && text.includes(recipe.several)) ||
      text !== text.trim()
    )
      throw new Lost('lack.key', () => lastKey(stored));
    return text;
  };
  const alone = each((stroke: string) => written(() => whole(stroke)));
  /** Strokes come again and again: each is written and read once, and a sequence of them is one where nothing in it parts otherwise. */
  const keys = (stored: string): string => {
    const texts = stored.split(' ').map(alone);
    const text = texts.length === 1 ? texts[0]! : recipe.sequence === null ? null : texts.join(recipe.sequence);
    if (text instanceof Lost) throw text;
    const plain =
      text !== null &&
      !stored.includes(':') &&
      texts.every((one) => typeof one === 'string') &&
      (texts.length === 1 || text.split(recipe.sequence!).length === texts.length) &&
      !manners.some((word) => text.toLowerCase().startsWith(`${word} `));
    return plain && !(recipe.several && text.includes(recipe.several)) && text === text.trim() ? text : whole(stored);
  };
  const record = (kind: keyof typeof tokens, fields: Fields): string => {
    const line = filled(tokens[kind], { other: recipe.other, ...fields }, escape);
    // In lines nothing is escaped: what would read otherwise cannot be written.
    if (recipe.syntax === 'lines') {
      const back = matched(tokens[kind], line);
      const strange = Object.entries(fields).find(
        ([field, value]) => back && Object.hasOwn(back, field) && back[field] !== value,
      );
      if (!back || strange || (kind !== 'noKey' && recipe.noKey && matched(tokens.noKey, line)))
        throw new Lost('lack.text', () => strange?.[1] ?? line);
      if (recipe.comment && line.trimStart().startsWith(recipe.comment)) throw new Lost('lack.text', () => line);
    }
    if (!canBeWritten(line, recipe.encoding)) throw new Lost('lack.text', () => line);
    return line;
  };
  /** Whether the format says where a shortcut works; where it does not, it works wherever its command does. */
  const tellsPlaces =
    recipe.group !== null || /\{context\}/.test(`${recipe.record} ${recipe.argument} ${recipe.noKey}`);
  const placed = (context: string) =>
    !tellsPlaces
      ? ''
      : required(
          Object.hasOwn(recipe.contexts, context) ? recipe.contexts[context] : undefined,
          'lack.context',
          () => context,
        );
  const labels = new Map<string, number>();
  for (const { label } of commands.values()) labels.set(label, (labels.get(label) ?? 0) + 1);
  const byLabel = /\{label\}/.test(recipe.record) && !/\{command\}/.test(recipe.record);
  /** To a format that has labels alone, two commands with one label are one. */
  const requireUniqueLabel = ({ label }: Command) => {
    if (byLabel && labels.get(label)! > 1) throw new Lost('lack.label', () => label);
  };
  /** A command is named by its id and its label; an argument by its whole and its value, where the format has that. */
  const named = (command: Command): { kind: 'record' | 'argument'; fields: Fields } => {
    requireUniqueLabel(command);
    const own = { command: command.name, label: command.label };
    const whole = recipe.argument && command.argumentOf ? commands.get(command.argumentOf) : undefined;
    if (!whole) return { kind: 'record', fields: own };
    return { kind: 'argument', fields: { command: whole.name, label: whole.label, argument: command.argument } };
  };
  return {
    keys,
    tellsPlaces,
    /** A command with keys that are written already. */
    binding(command: Command, texts: string, context: string): string {
      const { kind, fields } = named(command);
      return record(kind, { ...fields, keys: texts, context: placed(context) });
    },
    nothing(command: Command, context: string): string {
      required(recipe.noKey, 'lack.no key');
      requireUniqueLabel(command);
      return record('noKey', { command: command.name, label: command.label, context: placed(context) });
    },
  };
}
const lastKey = (stored: string): string => {
  const last = parseStored(stored).strokes.at(-1)!;
  return last.kind === 'key' && last.key.by === 'character' ? last.key.character : stored;
};

/**
 * Writes what a keyset changes against the shipped one (or all of it, as the recipe says) as a preset file, or the file
 * that leads back. What the recipe cannot say is left out and listed as a loss; everything else is in the file and reads
 * back as it was. Records stand in the catalogue’s order of commands.
 */
export function writePreset(
  recipe: Recipe,
  keyset: Keyset,
  catalogue: Catalogue,
  platform: Platform,
  { edition, language = 'en', back = false }: PresetWish,
): PresetFile {
  const stack = stackOf(keyset, catalogue.keysets);
  const [mine, shipped] = [effective(stack, platform), effective({ ...stack, layers: [] }, platform)];
  const [ours, theirs] = back ? [shipped, mine] : [mine, shipped];
  const tree = contextTree(catalogue.contexts);
  const writer = recordWriter(recipe, platform, new Map(catalogue.commands.map((one) => [one.name, one])));
  const losses: string[] = [];
  const records: { context: number; line: string }[] = [];
  /** What the file says of each command in each place, if it says what is meant. */
  const meant = new Map<string, readonly string[]>();
  const shown = (shortcut: string) => showStored(shortcut, platform, 'words', US, language);
  const called = ({ lack, named }: Lost) => tell(language, lack, { name: named(KEY_WORDS[language]) });
  for (const command of catalogue.commands) {
    const places = placesOf(command.id, ours, theirs, tree, recipe.scope);
    const first = places.includes(command.home) ? command.home : places[0];
    for (const context of places) {
      const held = ours.at(command.id, context).map((one) => one.shortcut);
      const place = tree.title(context);
      /** That the command has no key there; a format without words for that is a loss, unless the place is one already. */
      const switchedOff = (known: boolean) => {
        const line = written(() => writer.nothing(command, place));
        if (typeof line === 'string') {
          records.push({ context, line });
          mean([]);
        } else if (!known || line.lack === 'lack.no key')
          losses.push(tell(language, 'loss.no key', { command: command.label, place, lack: called(line) }));
      };
      const lost = (keys: string, why: Lost) =>
        losses.push(tell(language, 'loss.keys', { command: command.label, keys: shown(keys), lack: called(why) }));
      if (!writer.tellsPlaces && context !== first) {
        const said = new Set(ours.at(command.id, first!).map((one) => one.shortcut));
        for (const stored of held) if (!said.has(stored)) lost(stored, new Lost('lack.context', () => place));
        continue;
      }
      const mean = (shortcuts: readonly string[]) => {
        const key = presetKey(command.id, writer.tellsPlaces ? context : tree.root.id);
        meant.set(key, [...(meant.get(key) ?? []), ...shortcuts.map((one) => physical(one, platform))]);
      };
      if (held.length === 0) switchedOff(false);
      const texts = held.flatMap((stored) => {
        const text = written(() => writer.keys(stored));
        if (typeof text === 'string') return [{ stored, text }];
        lost(stored, text);
        return [];
      });
      let told = held.length === 0;
      const shares = recipe.several === null ? texts.map((one) => [one]) : texts.length ? [texts] : [];
      for (const share of shares) {
        const line = written(() =>
          writer.binding(command, share.map((one) => one.text).join(recipe.several ?? ''), place),
        );
        if (typeof line === 'string') {
          records.push({ context, line });
          mean(share.map((one) => one.stored));
          told = true;
        } else for (const { stored } of share) lost(stored, line);
      }
      // Where nothing of it can be said, the program would go on with what it had there.
      if (!told && recipe.scope === 'changes' && theirs.at(command.id, context).length) switchedOff(true);
    }
  }
  const labels = new Map(catalogue.commands.map((one) => [one.id, one.label]));
  for (const { id, label } of catalogue.commands) {
    const held = ours.holds(id);
    const inside = held === undefined ? undefined : labels.get(held);
    if (inside !== undefined) losses.push(tell(language, 'loss.by hand', { command: inside, slot: label }));
  }
  const facts = {
    keyset: keyset.name,
    edition: String(edition),
    release: catalogue.release.label,
    platform: platformName(platform),
  };
  const around = (lines: readonly string[]) =>
    lines.map((line) => filled(tokensOf(line), facts, (text) => ESCAPES[recipe.syntax](writable(text, recipe))));
  const lines = [...around(recipe.header), ...bodyOf(recipe, records, tree), ...around(recipe.footer)];
  const text = lines.map((line) => line + recipe.lineEnd).join('');
  const name = [slug(keyset.name), slug(catalogue.release.label), platform, ...(back ? ['back'] : []), edition].join(
    '-',
  );
  const bytes = encoded(text, recipe.encoding);
  const file = { name: `${name}.${recipe.extension}`, text, bytes, losses };
  return { ...file, fault: presetFault(recipe, { text, bytes, meant, losses: losses.length }, catalogue, platform) };
}

/** Records as they stand in the file: side by side, or context by context in their order, with what parts them. */
function bodyOf(
  { group, between, contexts, syntax }: Recipe,
  records: readonly { context: number; line: string }[],
  tree: ContextTree,
): string[] {
  const parted = (list: readonly string[]) => list.map((line, at) => (at < list.length - 1 ? line + between : line));
  if (!group) return parted(records.map((one) => one.line));
  const used = tree.inOrder.filter((context) => records.some((one) => one.context === context.id));
  return used.flatMap((context, at) => {
    const open = filled(tokensOf(group.open), { context: contexts[tree.title(context.id)] ?? '' }, ESCAPES[syntax]);
    const close = group.close + (at < used.length - 1 ? between : '');
    return [
      open,
      ...parted(records.filter((one) => one.context === context.id).map((one) => one.line)),
      ...(group.close || close ? [close] : []),
    ];
  });
}

const writable = (text: string, { encoding }: Recipe) =>
  [...text].map((sign) => (canBeWritten(sign, encoding) ? sign : '?')).join('');
const slug = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '') || 'preset';

/** The contexts in which a command has other shortcuts than in the other state, or any at all, in the tree’s order. */
function placesOf(
  command: number,
  ours: Effective,
  theirs: Effective,
  tree: ContextTree,
  scope: Recipe['scope'],
): number[] {
  const texts = (from: Effective, context: number) =>
    from
      .at(command, context)
      .map((held) => held.shortcut)
      .join(' | ');
  return tree.inOrder
    .map((context) => context.id)
    .filter(
      (id) => (scope === 'all' ? ours.at(command, id).length > 0 : false) || texts(ours, id) !== texts(theirs, id),
    );
}
