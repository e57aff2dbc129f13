import fc from 'fast-check';
import { expect, it } from 'vitest';
import { lookedUp, readShortcuts, writeStored } from '../../src/keys/index.ts';
import { PLATFORMS } from '../arbitraries.ts';

it.each([
  ['Ctrl+G', 'windows', 'Ctrl+G', true],
  ['ctrl shift f3', 'windows', 'Ctrl+Shift+F3', true],
  ['⌘G', 'macos', 'Meta+G', true],
  ['F7', 'linux', 'F7', true],
  ['Alt+drag', 'windows', 'Alt+Drag', true],
  // A word as well as a key: what is called so is looked for first.
  ['Home', 'windows', 'Home', false],
  ['b', 'windows', 'B', false],
] as const)('“%s” typed into the look-up on %s is %s', (text, platform, shortcut, sure) =>
  expect(lookedUp(text, platform)).toEqual({ shortcut, sure }),
);
it.each(['Place sounding', 'undo and redo', '', 'Ctrl+G or Ctrl+H', 'Ctrl+nothing', 'Alt U T'])(
  '“%s” is no press: it is looked for as words',
  (text) => expect(lookedUp(text, 'windows')).toBeNull(),
);
it('never reads a press that the reader of lists would not read as that one alone', () => {
  const texts = fc.oneof(
    fc.string({ maxLength: 20 }),
    fc
      .array(fc.constantFrom('Ctrl', '+', 'Shift', ' ', 'F3', '⌘', 'J', 'then', 'or', 'Home'), { maxLength: 6 })
      .map((parts) => parts.join('')),
  );
  fc.assert(
    fc.property(texts, fc.constantFrom(...PLATFORMS), (text, platform) => {
      const read = readShortcuts(text, { platform });
      const one = read.kind === 'read' && read.shortcuts.length === 1 ? writeStored(read.shortcuts[0]!) : null;
      expect(lookedUp(text, platform)?.shortcut ?? null).toBe(one);
    }),
  );
});
