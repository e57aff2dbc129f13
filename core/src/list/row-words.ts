import { bracketedEnd, labelledPlatform, platformName, type Platform } from '../keys/index.ts';
import type { Problem } from '../error/index.ts';
import {
  COMMAND_FIELDS,
  PRESS_EFFECTS,
  fieldsOfKind,
  type CommandField,
  type CommandWords,
  type KeyPolicy,
} from '../contract/index.ts';
import { contextsNamed, type ContextTree } from '../catalogue/index.ts';
import type { ColumnMeaning } from './columns.ts';

export interface RowSetting {
  readonly platforms: readonly Platform[];
  readonly policy: KeyPolicy;
  readonly tree: ContextTree;
  /** Names of contexts that the reader agreed to make. */
  readonly newContexts: readonly string[];
  /** What parts the steps of a menu path, if anything does. */
  readonly menuSign: string;
}

/** What a row says, asked column by column; and where to complain of it. */
export interface RowSaid {
  readonly setting: RowSetting;
  /** The heading inside the list that stands over the row. */
  readonly section: string;
  text(meaning: ColumnMeaning): string;
  complain(code: string, sentence: string, meaning: ColumnMeaning, more?: Partial<Problem>): void;
  nearest(word: string, candidates: Iterable<string>): string[];
}

/** What can be said of a command with a word alone. */
export const FLAGS = fieldsOfKind('flag');
/** A flag by its name, and by what pages and other lists call it. */
const FLAG_WORDS = new Map(
  FLAGS.flatMap((flag) => {
    const { title, headings = [] }: CommandField = COMMAND_FIELDS[flag];
    return [flag, title.toLowerCase(), ...headings].map((word) => [word, flag] as const);
  }),
);
const TEXTS = fieldsOfKind('line', 'prose');
const LISTS = fieldsOfKind('list');

/** What a row’s label says besides the name, in brackets behind it: the platform, or what it was before. */
export function labelled(row: RowSaid): { text: string; platform: Platform | null; remark: string } {
  const text = row.text('label');
  const end = bracketedEnd(text);
  if (!end?.before) return { text, platform: null, remark: '' };
  const platform = labelledPlatform(end.inner);
  if (platform && row.setting.platforms.includes(platform)) return { text: end.before, platform, remark: '' };
  if (/^(?:was|formerly|previously|before|used to be)\b/i.test(end.inner))
    return { text: end.before, platform: null, remark: end.inner };
  return { text, platform: null, remark: '' };
}

/** What the row says of its command; a blank cell says nothing. */
export function wordsOf(row: RowSaid, label: string): Partial<CommandWords> {
  const words: Partial<CommandWords> = {};
  for (const field of TEXTS) {
    const { most } = COMMAND_FIELDS[field];
    const said = field === 'label' ? label : field === 'menu' ? menuOf(row) : row.text(field);
    if (said.length > most) row.complain('too-long', `at most ${most} characters; this has ${said.length}.`, field);
    if (said) words[field] = said;
  }
  for (const field of LISTS) {
    const items = parts(row.text(field), /[;|]/);
    const { items: count, most } = COMMAND_FIELDS[field];
    if (items.length > count || items.some((item) => item.length > most))
      row.complain('too-long', `at most ${count} of at most ${most} characters each, separated by semicolons.`, field);
    if (items.length) words[field] = items;
  }
  const { section, setting } = row;
  if (section && !words.category && contextsNamed(setting.tree, section).length === 0)
    words.category = section.slice(0, 120);
  for (const flag of parts(row.text('flags').toLowerCase(), /[;|,]/)) {
    const known = FLAG_WORDS.get(flag);
    if (known) words[known] = true;
    else
      row.complain('unknown-flag', `there is no flag “${clip(flag)}”.`, 'flags', {
        suggestions: row.nearest(flag, FLAG_WORDS.keys()),
      });
  }
  const effect = row.text('onePress').toLowerCase();
  const known = PRESS_EFFECTS.find((one) => one === effect);
  if (known) words.onePress = known;
  else if (effect) {
    row.complain('unknown-effect', `“Each press does” must be one of: ${PRESS_EFFECTS.join(', ')}.`, 'onePress', {
      suggestions: row.nearest(effect, PRESS_EFFECTS),
    });
  }
  return words;
}

/** A menu path with its steps parted as ours are. */
function menuOf(row: RowSaid): string {
  const { menuSign } = row.setting;
  const text = row.text('menu');
  if (!menuSign || !text.includes(menuSign)) return text;
  return parts(text, menuSign).join(' › ');
}

/** Signs that part the steps of a menu path, those that mean nothing else first. */
export const MENU_SIGNS = ['›', '→', '»', '▸', '>', '|', '/', ':'] as const;

/** What parts the steps of menu paths, from all of a column: the sign that stands in most of them; none, if none does. */
export function menuSignOf(cells: readonly string[]): string {
  const filled = cells.filter((cell) => cell.trim());
  const share = (sign: string) => filled.filter((cell) => cell.includes(sign)).length / Math.max(1, filled.length);
  return MENU_SIGNS.find((sign) => share(sign) >= 0.5) ?? '';
}

function parts(text: string, sign: string | RegExp): string[] {
  if (text === '') return [];
  return text
    .split(sign)
    .map((part) => part.trim())
    .filter(Boolean);
}
export const clip = (text: string) => (text.length > 40 ? `${text.slice(0, 40)}…` : text);

/** The name of a place as it is compared: one Unicode form, no case, single blanks around the sign of nesting. */
const placeName = (name: string) => parts(name.normalize('NFC').toLowerCase(), '›').join(' › ');

/** Where a row says that its command works: `;` parts places, `›` nests them; any other sign belongs to a name. */
export function contextsOf(row: RowSaid): (number | string)[] {
  const { tree, newContexts } = row.setting;
  const said = row.text('context');
  // A heading that is a place stands over what works there.
  if (!said && row.section) {
    const [place, ...others] = contextsNamed(tree, row.section);
    return place && others.length === 0 ? [place.id] : [];
  }
  return parts(said, ';').map((name) => {
    const found = contextsNamed(tree, name);
    if (found.length === 1) return found[0]!.id;
    const agreed = newContexts.find((one) => placeName(one) === placeName(name));
    if (found.length === 0 && agreed) return agreed;
    if (found.length > 1) {
      const paths = found.map((context) => tree.path(context.id));
      row.complain('unknown-context', `several contexts are called “${clip(name)}”.`, 'context', {
        suggestions: paths,
      });
    } else if (parts(name, '›').some((part) => part.length > 200))
      row.complain('too-long', `a context name has at most 200 characters; this has ${name.length}.`, 'context');
    else {
      const nested = /[>|]/.test(name) ? [said.replaceAll('>', '›').replaceAll('|', ';')] : [];
      const close = row.nearest(
        name,
        tree.inOrder.map((context) => context.name),
      );
      const more = nested.length ? ' “>” and “|” could be part of the name, or separators between contexts.' : '';
      row.complain('unknown-context', `no context is called “${clip(name)}”.${more}`, 'context', {
        suggestions: [...nested, ...close],
        about: name,
      });
    }
    return tree.root.id;
  });
}

export function platformsOf(row: RowSaid): (Platform | null)[] {
  const text = row.text('platform');
  const known = row.setting.platforms;
  if (text === '' || /^(?:all|any|every|\*)$/i.test(text)) return [null];
  return text.split(/[;|,/]/).map((part) => {
    const wanted = part.trim().toLowerCase().replace(/\s/g, '');
    const name = wanted === 'mac' ? 'macos' : wanted === 'win' || wanted === 'pc' ? 'windows' : wanted;
    if (known.includes(name)) return name;
    const suggestions = row.nearest(name, known).map(platformName);
    row.complain('unknown-platform', `this release does not support “${clip(part.trim())}”.`, 'platform', {
      suggestions,
    });
    return null;
  });
}
