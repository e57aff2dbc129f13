import { IntlMessageFormat } from 'intl-messageformat';
import { describe, expect, it } from 'vitest';
import {
  KEY_LANGUAGES,
  KEY_WORDS,
  US,
  parseStored,
  readShortcuts,
  showStored,
  writeStored,
} from '../../src/keys/index.ts';
import { EN, LEARNER, LEARNER_LANGUAGES, said, say, tell, type SaidCode } from '../../src/words/index.ts';
import { SAID_DE } from '../../src/words/learner-de.ts';
import { SAID_FR } from '../../src/words/learner-fr.ts';

/** The values that a message asks for, wherever they stand in it. */
function valuesOf(text: string, language: string): string[] {
  const found = new Set<string>();
  const visit = (parts: readonly unknown[]) => {
    for (const part of parts as { value?: string; type: number; options?: Record<string, { value: unknown[] }> }[]) {
      if (part.type !== 0 && part.value) found.add(part.value);
      for (const option of Object.values(part.options ?? {})) visit(option.value);
    }
  };
  visit(new IntlMessageFormat(text, language, undefined, { ignoreTag: true }).getAst());
  return [...found].sort();
}

describe('the learner’s side', () => {
  it('says everything in every language, with the same values in it', () => {
    for (const language of LEARNER_LANGUAGES) {
      const texts = { ...LEARNER[language], ...(language === 'de' ? SAID_DE : language === 'fr' ? SAID_FR : {}) };
      const english: Record<string, string> = { ...LEARNER.en, ...EN };
      for (const [code, text] of Object.entries(texts)) {
        expect(text.trim(), `${language} ${code}`).not.toBe('');
        expect(valuesOf(text, language), `${language} ${code}`).toEqual(valuesOf(english[code]!, 'en'));
      }
    }
    // Whatever change notes can say, they can say in each: a code without a translation would come out in English.
    const told = Object.keys(EN).filter((code) => /^(notes|policy|why)\./.test(code)) as SaidCode[];
    for (const table of [SAID_DE, SAID_FR]) expect(Object.keys(table).sort()).toEqual([...told].sort());
  });

  it('writes a sentence and its keys as the language does', () => {
    const line = said('notes.meaning', { now: 'Probelinie verwerfen', destroys: true });
    expect(say(line, { language: 'de' })).toBe(
      'hat dieses Kürzel nicht mehr. Es ist jetzt „Probelinie verwerfen“, was sich nicht rückgängig machen lässt.',
    );
    expect(tell('fr', 'row.shipped', { keys: 'Ctrl+B' })).toBe('d’origine : Ctrl+B');
    const shown = (stored: string, language: 'de' | 'fr', on = 'windows') =>
      showStored(stored, on, 'words', US, language);
    // As the keys of German and French keyboards are engraved: from memory.
    expect(shown('Primary+Shift+Delete', 'de')).toBe('Strg+Umschalt+Entf');
    expect(shown('Primary+PageUp', 'fr')).toBe('Ctrl+Pg préc');
    expect(shown('Primary+J', 'de', 'macos')).toBe('Befehl+J');
    expect(shown('hold:Space', 'de')).toBe('Leertaste halten');
    expect(shown('U B', 'fr')).toBe('U puis B');
  });

  it('writes keys by names that are read back as those keys', () => {
    for (const language of KEY_LANGUAGES)
      for (const name of Object.keys(KEY_WORDS[language].keys)) {
        const stored = writeStored(parseStored(`Ctrl+Shift+${name}`));
        const read = readShortcuts(showStored(stored, 'windows', 'words', US, language), { platform: 'windows' });
        const found = read.kind === 'read' ? read.shortcuts.map(writeStored) : read.kind;
        expect(found, `${language} ${name}`).toEqual([stored]);
      }
  });
});
