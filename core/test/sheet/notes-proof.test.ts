import { describe, expect, it } from 'vitest';
import { US } from '../../src/keys/index.ts';
import { opened } from '../../src/keyset/index.ts';
import { keyboardsOf } from '../../src/press/index.ts';
import { notesProof } from '../../src/sheet/index.ts';
import { say } from '../../src/words/index.ts';
import { catalogue } from '../list/fixtures.ts';

const commands = [{ label: 'Place sounding' }, { label: 'Draw contour' }, { label: 'Close line' }];
const side = (keys: readonly (string | null)[]) => ({
  opened: opened(
    catalogue(
      commands,
      keys.flatMap((shortcut, at) => (shortcut ? [{ command: at + 1, shortcut }] : [])),
    ),
  ),
  keyset: 1,
});
const [old, now] = [side(['S', 'C', 'F4']), side(['D', 'C', null])];
const keyboards = keyboardsOf([US], ['windows', 'macos']);
const notes = (intro: string, lines: { text?: string; reason?: string; out?: boolean }[] = []) => ({
  title: 'What 2 changes',
  intro,
  groups: [
    {
      key: 'moved',
      title: 'Moved',
      lines: lines.map((one, at) => ({ key: `own ${at}`, out: false, reason: '', text: '', ...one })),
    },
  ],
});
const found = (of: ReturnType<typeof notes>) => notesProof(of, old, now, keyboards).map((one) => say(one.said));

describe('what a trainer’s own texts in change notes claim of keys', () => {
  it('is right where it holds before or now, and wrong where it holds in neither', () => {
    expect(found(notes('Press D to place a sounding. Draw contour is on C.'))).toEqual([]);
    // Of the release before it was so: who reads the notes knows that key.
    expect(found(notes('Press S to place a sounding.'))).toEqual([]);
    expect(found(notes('S no longer places a sounding.'))).toEqual([]);
    expect(found(notes('Press F9 to place a sounding.'))).toEqual([
      '“F9” is not the shortcut for Place sounding: it has D.',
    ]);
    expect(found(notes('Hit F9 to close the line.'))).toEqual([
      '“F9” is not the shortcut for Close line: it has none.',
    ]);
    expect(found(notes('Bring your charts.'))).toEqual([]);
  });

  it('is looked for in every text that is handed out, and fixed where it stands', () => {
    const wrong = notes('', [
      { text: 'Press F9 to place a sounding.' },
      { reason: 'Hit F8 to draw a contour.' },
      { text: 'Press F7 to draw a contour.', out: true },
    ]);
    const findings = notesProof(wrong, old, now, keyboards);
    expect(findings.map((one) => one.text)).toEqual(['Press F9 to place a sounding.', 'Hit F8 to draw a contour.']);
    const fixed = findings.reduce(
      (texts) => notesProof(texts, old, now, keyboards)[0]?.fixed ?? texts,
      wrong as Parameters<typeof notesProof>[0],
    );
    expect(fixed.groups[0]!.lines.map((one) => [one.text, one.reason])).toEqual([
      ['Press D to place a sounding.', ''],
      ['', 'Hit C to draw a contour.'],
      ['Press F7 to draw a contour.', ''],
    ]);
    expect(notesProof(fixed, old, now, keyboards)).toEqual([]);
    // The same finding has the same name the next time: what was said of it still holds.
    expect(findings.map((one) => one.key)).toEqual(notesProof(wrong, old, now, keyboards).map((one) => one.key));
    expect(notesProof({ ...wrong, title: 'Press F9 to place a sounding' }, old, now, keyboards)[0]!.fixed!.title).toBe(
      'Press D to place a sounding',
    );
  });
});
