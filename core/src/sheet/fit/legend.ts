import {
  US,
  showStored,
  storedChord,
  type Modifier,
  type KeyLanguage,
  type Platform,
  type Style,
} from '../../keys/index.ts';

const MODIFIERS: readonly Modifier[] = ['Ctrl', 'Alt', 'Shift', 'Meta'];

/** What the signs of modifiers mean on platforms: `⌘ Command`; empty where keys are written in words. */
export function legendOf(platforms: readonly Platform[], how: Style, language: KeyLanguage): string[] {
  if (how === 'words') return [];
  const said = platforms.flatMap((platform) =>
    MODIFIERS.flatMap((name) => {
      const written = (style: Style) => showStored(storedChord([name], 'A'), platform, style, US, language);
      const [sign, word] = [written(how), written('words')].map((text) => text.replace(/\+?A$/, '')) as [
        string,
        string,
      ];
      return sign === word ? [] : [`${sign} ${word}`];
    }),
  );
  return [...new Set(said)];
}
