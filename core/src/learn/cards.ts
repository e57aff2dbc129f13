import type { EditionBody, EditionRow, SystemKey } from '../contract/index.ts';
import { parseStored, writeStored, type Platform } from '../keys/index.ts';
import { isTaken } from '../keyset/index.ts';
import { canonicalOn, samePress, type Keyboard } from '../press/index.ts';

/** Something to learn: a line of a sheet on one platform. */
export interface Card {
  /** Names it in what is kept of a learner: other keys are another card. */
  readonly id: string;
  readonly command: string;
  readonly label: string;
  readonly where: readonly string[];
  readonly section: string;
  readonly keys: readonly string[];
  /** The school’s keys, not the shipped ones. */
  readonly own: boolean;
  readonly since: EditionRow['since'];
  readonly aid: string;
}

/** The lines of a sheet that have keys on a platform, each command once. */
export function cardsOf(body: EditionBody, platform: Platform): Card[] {
  const cards = new Map<string, Card>();
  for (const { title, rows } of body.sections)
    for (const row of rows) {
      const keys = row.keys[platform] ?? [];
      const id = `${row.command} ${keys.join(' / ')}`;
      if (keys.length === 0 || cards.has(id)) continue;
      cards.set(id, {
        id,
        command: row.command,
        label: row.label,
        where: row.contexts,
        section: title,
        keys,
        own: platform in row.shipped,
        since: row.since,
        aid: row.memoryAid,
      });
    }
  return [...cards.values()];
}

/** How a card is asked: by a real press, or in words, and why so. */
export type Asked =
  | { readonly by: 'press' }
  | { readonly by: 'words'; readonly why: 'system' | 'browser' | 'not keys'; readonly taker: string };

/**
 * Shortcuts that a browser does not pass to pages: they open, close and switch tabs and windows. From memory of what Chromium
 * and Firefox reserve; tabs are switched with Ctrl on macOS too.
 */
const BROWSER = [
  'Primary+N',
  'Primary+T',
  'Primary+W',
  'Primary+Shift+N',
  'Primary+Shift+T',
  'Primary+Shift+W',
  'Primary+Shift+P',
  'Ctrl+Tab',
  'Ctrl+Shift+Tab',
  'Ctrl+PageUp',
  'Ctrl+PageDown',
];

/** Whether a card’s keys can be asked for on a keyboard: by the first of them that reaches the page. */
export function askedHow({ keys }: Pick<Card, 'keys'>, keyboard: Keyboard, systemKeys: readonly SystemKey[]): Asked {
  const found = keys.map((stored): Asked => {
    const shortcut = parseStored(stored);
    const plain = shortcut.manner === 'pressed' && shortcut.strokes.every((one) => one.kind === 'key');
    const made = plain ? canonicalOn(stored, keyboard) : null;
    if (!made) return { by: 'words', why: 'not keys', taker: '' };
    const first = writeStored({ ...shortcut, strokes: shortcut.strokes.slice(0, 1) });
    const taken = systemKeys.find((one) => one.platform === keyboard.platform && isTaken(one, made, keyboard));
    if (taken) return { by: 'words', why: 'system', taker: taken.taker };
    const browsers = BROWSER.some((one) => samePress(one, first, keyboard));
    // Tab leads on from the field: it is never caught.
    const tab = samePress('Tab', first, keyboard) || samePress('Shift+Tab', first, keyboard);
    return browsers || tab ? { by: 'words', why: 'browser', taker: '' } : { by: 'press' };
  });
  return found.find((one) => one.by === 'press') ?? found[0]!;
}

/** A card as two fields of a line, what is asked and what is answered, for programs that read tab-separated text. */
export function cardsText(cards: readonly Card[], show: (stored: string) => string): string {
  const field = (text: string) => text.replace(/\s+/gu, ' ').trim();
  const front = (one: Card) => [one.label, one.where.join(', ')].filter(Boolean).join(' – ');
  const back = (one: Card) => [one.keys.map(show).join(' / '), one.aid].filter(Boolean).join(' – ');
  return cards.map((one) => `${field(front(one))}\t${field(back(one))}\n`).join('');
}
