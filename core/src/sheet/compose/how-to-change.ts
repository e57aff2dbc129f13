import type { EditionChanging } from '../../contract/index.ts';
import { US, showStored, type KeyLanguage, type Platform } from '../../keys/index.ts';
import type { Opened } from '../../keyset/index.ts';
import type { Keyboards } from '../../press/index.ts';
import { tell, type LearnerLanguage } from '../../words/index.ts';

/** How keys are changed in the program, with the keys that the command which opens its list has in a keyset. */
export function changingIn(
  { catalogue, commands, weighed }: Opened,
  keyset: number,
  keyboards: Keyboards,
): EditionChanging | null {
  const { howToChange, keysCommand, keysShown } = catalogue.app;
  const opener = [...commands.values()].find((one) => one.name === keysCommand);
  if (!howToChange && !opener && !keysShown) return null;
  const keysOn = (platform: Platform) =>
    weighed(keyset, keyboards)
      .on(platform)
      .of(opener?.id ?? 0);
  const keys = catalogue.release.platforms.map(
    (platform) =>
      [
        platform,
        keysOn(platform)
          .slice(0, 1)
          .map((one) => one.shortcut),
      ] as const,
  );
  return { how: howToChange, command: opener?.label ?? '', keys: Object.fromEntries(keys), shown: keysShown };
}

/** The same in sentences, for one platform; keys are named in a language of their own where the page is in another. */
export function changingSaid(
  { how, command, keys, shown }: EditionChanging,
  platform: Platform,
  language: LearnerLanguage,
  keyLanguage: KeyLanguage = language,
): string {
  const [key] = keys[platform] ?? [];
  const opened = key
    ? tell(language, 'page.opened with', { command, keys: showStored(key, platform, 'words', US, keyLanguage) })
    : tell(language, 'page.opened by', { command });
  return [how, command && opened, shown && tell(language, 'page.shown', { where: shown })].filter(Boolean).join(' ');
}
