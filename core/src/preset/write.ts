import {
  KEY_WORDS,
  US,
  parseStored,
  platformName,
  showStored,
  physicalModifiers,
  type KeyWords,
  type Platform,
  type Shortcut,
  type Stroke,
} from '../keys/index.ts';
import type { Catalogue, Keyset, Recipe } from '../contract/index.ts';
import { contextTree, type ContextTree } from '../catalogue/index.ts';
import { effective, stackOf, type Effective } from '../keyset/index.ts';
import { tell, type LearnerCode, type LearnerLanguage } from '../words/index.ts';

/** A preset file, and what the format has no words for. */
export interface PresetFile {
  readonly name: string;
  readonly text: string;
  /** Each names the shortcut and the feature that the format lacks. */
  readonly losses: readonly string[];
}

type Lack = Extract<LearnerCode, `lack.${string}`>;
/** A feature that the format has no words for, by what it is called in the edition’s language. */
class Lost {
  constructor(
    readonly lack: Lack,
    readonly named: (words: KeyWords) => string = () => '',
  ) {}
}

/**
 * Writes what a keyset changes against the shipped one as a preset file. What the recipe cannot say is left out and
 * listed as a loss; everything else is in the file. Records stand in the catalogue's order of commands.
 */
export function writePreset(
  recipe: Recipe,
  keyset: Keyset,
  catalogue: Catalogue,
  platform: Platform,
  edition: number,
  language: LearnerLanguage = 'en',
): PresetFile {
  const stack = stackOf(keyset, catalogue.keysets);
  const ours = effective(stack, platform);
  const shipped = effective({ ...stack, layers: [] }, platform);
  const tree = contextTree(catalogue.contexts);
  const records: string[] = [];
  const losses: string[] = [];
  const shown = (shortcut: string) => showStored(shortcut, platform, 'words', US, language);
  const called = ({ lack, named }: Lost) => tell(language, lack, { name: named(KEY_WORDS[language]) });
  for (const command of catalogue.commands) {
    for (const context of changedContexts(command.id, ours, shipped, tree)) {
      const held = ours.at(command.id, context);
      const place = tree.get(context).name;
      if (held.length === 0) {
        const line = written(() => record(recipe, required(recipe.noKey, 'lack.no key'), command.name, '', place));
        if (typeof line === 'string') records.push(line);
        else losses.push(tell(language, 'loss.no key', { command: command.label, place, lack: called(line) }));
      }
      for (const { shortcut } of held) {
        const line = written(() =>
          record(recipe, recipe.record, command.name, keysText(recipe, shortcut, platform), place),
        );
        if (typeof line === 'string') records.push(line);
        else
          losses.push(
            tell(language, 'loss.keys', { command: command.label, keys: shown(shortcut), lack: called(line) }),
          );
      }
    }
  }
  for (const { id, label } of catalogue.commands) {
    const held = ours.holds(id);
    const inside = catalogue.commands.find((one) => one.id === held);
    if (inside) losses.push(tell(language, 'loss.by hand', { command: inside.label, slot: label }));
  }
  const fill = (line: string) =>
    line
      .replaceAll('{keyset}', keyset.name)
      .replaceAll('{edition}', String(edition))
      .replaceAll('{release}', catalogue.release.label)
      .replaceAll('{platform}', platformName(platform));
  const lines = [...recipe.header.map(fill), ...records, ...recipe.footer.map(fill)];
  const name = `${slug(keyset.name)}-${slug(catalogue.release.label)}-${platform}-${edition}.${recipe.extension}`;
  return { name, text: lines.map((line) => line + recipe.lineEnd).join(''), losses };
}

const slug = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '') || 'preset';

/** The contexts in which a command has other shortcuts than shipped, in the tree's order. */
function changedContexts(command: number, ours: Effective, shipped: Effective, tree: ContextTree): number[] {
  const texts = (from: Effective, context: number) =>
    from
      .at(command, context)
      .map((held) => held.shortcut)
      .join(' | ');
  return tree.inOrder.map((context) => context.id).filter((id) => texts(ours, id) !== texts(shipped, id));
}

function written(write: () => string): string | Lost {
  try {
    return write();
  } catch (error) {
    if (error instanceof Lost) return error;
    throw error;
  }
}

function required<T>(word: T | null | undefined, lack: Lack, named?: (words: KeyWords) => string): T {
  if (word === null || word === undefined) throw new Lost(lack, named);
  return word;
}

function record(recipe: Recipe, pattern: string, command: string, keys: string, context: string): string {
  const place = required(recipe.contexts[context], 'lack.context', () => context);
  return pattern.replace(
    /\{(command|keys|context)\}/g,
    (_, part) => ({ command, keys, context: place })[part as 'keys'],
  );
}

function keysText(recipe: Recipe, stored: string, platform: Platform): string {
  const shortcut = parseStored(stored);
  const strokes = shortcut.strokes.map((stroke) => strokeText(recipe, stroke, platform));
  const joined = strokes.length > 1 ? strokes.join(required(recipe.sequence, 'lack.strokes')) : strokes[0]!;
  return mannerText(recipe, shortcut) + joined;
}

function mannerText(recipe: Recipe, { manner }: Shortcut): string {
  return manner === 'pressed' ? '' : `${required(recipe.manners[manner], `lack.${manner}`)} `;
}

function strokeText(recipe: Recipe, stroke: Stroke, platform: Platform): string {
  if (stroke.kind === 'tap') throw new Lost('lack.tap');
  const words = required(recipe.platforms[platform], 'lack.platform', () => platformName(platform));
  const wanted = new Set(physicalModifiers(stroke.modifiers, platform));
  const modifiers = words.modifiers.filter(([modifier]) => wanted.delete(modifier)).map(([, word]) => word);
  for (const modifier of wanted) throw new Lost('lack.modifier', ({ held }) => held[modifier] ?? modifier);
  if (stroke.kind === 'key') return [...modifiers, keyText(recipe, stroke.key, words.keys)].join(recipe.joiner);
  const action = required(
    recipe.pointers[stroke.action],
    'lack.pointer',
    ({ pointer }) => pointer[stroke.action] ?? stroke.action,
  );
  if (stroke.over) throw new Lost('lack.over');
  const held = stroke.held ? [keyText(recipe, stroke.held, words.keys)] : [];
  return [...modifiers, ...held, action].join(recipe.joiner);
}

function keyText(
  recipe: Recipe,
  key: (Stroke & { kind: 'key' })['key'],
  names: Readonly<Record<string, string>>,
): string {
  if (key.by === 'position') return required(names[`[${key.code}]`], 'lack.position', () => key.code);
  if (key.by === 'name') return required(names[key.name], 'lack.key', ({ keys }) => keys[key.name] ?? key.name);
  const named = names[key.character];
  if (named) return named;
  // A character that the file uses to join keys would be read as the joiner.
  if (key.character === recipe.joiner || key.character === recipe.sequence?.trim())
    throw new Lost('lack.key', () => key.character);
  return recipe.letters === 'small' ? key.character.toLowerCase() : key.character;
}
