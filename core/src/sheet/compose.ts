import type { Platform } from '../keys/index.ts';
import type { Command, EditionBody, EditionRow, Sheet } from '../contract/index.ts';
import type { Opened } from '../keyset/index.ts';
import type { Keyboards } from '../press/index.ts';
import { changingIn } from './changing.ts';

/** A sheet with every key filled in, as it would be published now. */
export function composeSheet(
  sheet: Pick<Sheet, 'title' | 'intro' | 'credit' | 'language' | 'sections' | 'keysetId'>,
  opened: Opened,
  keyboards: Keyboards,
  edition: { readonly number: number; readonly publishedOn: string },
): EditionBody {
  const { catalogue, commands } = opened;
  const keyset = opened.keyset(sheet.keysetId)!;
  const row = rowsOf(opened, sheet.keysetId, keyboards);
  return {
    format: 'crib-sheet',
    version: 1,
    title: sheet.title,
    intro: sheet.intro,
    credit: sheet.credit,
    language: sheet.language,
    number: edition.number,
    publishedOn: edition.publishedOn,
    app: catalogue.app.name,
    release: catalogue.release.label,
    keyset: { name: keyset.name, revision: keyset.revision, custom: keyset.kind === 'custom' },
    platforms: [...catalogue.release.platforms],
    changing: changingIn(opened, sheet.keysetId, keyboards),
    sections: sheet.sections.map((section) => ({
      title: section.title,
      rows: section.rows.flatMap(({ command, note }) => {
        const known = commands.get(command);
        return known ? [row(known, note)] : [];
      }),
    })),
  };
}

/** Whether two lists of shortcuts are the same presses in the same order on a platform. */
export const sameKeys = (a: readonly string[], b: readonly string[], platform: Platform, { pressKey }: Keyboards) =>
  a.length === b.length && a.every((one, i) => pressKey(one, platform) === pressKey(b[i]!, platform));

/** Fills in the row of a command, as a keyset has it on the platforms of its release. */
export function rowsOf(
  { catalogue, tree, weighed }: Opened,
  keysetId: number,
  keyboards: Keyboards,
): (command: Command, note: string) => EditionRow {
  const { platforms } = catalogue.release;
  const ours = weighed(keysetId, keyboards);
  const texts = (from: typeof ours, platform: Platform, command: number) => [
    ...new Set(
      from
        .on(platform)
        .of(command)
        .map((held) => held.shortcut),
    ),
  ];

  return (command, note) => {
    const keys: Record<Platform, string[]> = {};
    const original: Record<Platform, string[]> = {};
    for (const platform of platforms) {
      keys[platform] = texts(ours, platform, command.id);
      const before = texts(ours.shipped(), platform, command.id);
      if (!sameKeys(before, keys[platform], platform, keyboards)) original[platform] = before;
    }
    const held = platforms.flatMap((platform) => ours.on(platform).of(command.id));
    const contexts = new Set(held.length ? held.map((one) => one.context) : [command.home]);
    return {
      command: command.name,
      label: command.label,
      menu: command.menu,
      keys,
      shipped: original,
      contexts: tree.inOrder.filter((context) => contexts.has(context.id)).map((context) => context.name),
      note,
      memoryAid: held.map((one) => one.edit?.memoryAid ?? one.binding?.memoryAid ?? '').find(Boolean) ?? '',
      fixed: command.fixed,
    };
  };
}
