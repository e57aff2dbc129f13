import type { Platform } from '../keys/index.ts';
import type { Catalogue, Command, EditionBody, EditionRow, Keyset, Sheet } from '../contract/index.ts';
import { contextTree, type ContextTree } from '../catalogue/index.ts';
import { effective, stackOf, type Effective } from '../keyset/index.ts';

/** A sheet with every key filled in, as it would be published now. */
export function composeSheet(
  sheet: Pick<Sheet, 'title' | 'intro' | 'credit' | 'sections' | 'keysetId'>,
  catalogue: Catalogue,
  edition: { readonly number: number; readonly publishedOn: string },
): EditionBody {
  const keyset = catalogue.keysets.find((one) => one.id === sheet.keysetId)!;
  const { platforms } = catalogue.release;
  const commands = new Map(catalogue.commands.map((command) => [command.id, command]));
  const row = rowsOf(keyset, catalogue);
  return {
    format: 'crib-sheet',
    version: 1,
    title: sheet.title,
    intro: sheet.intro,
    credit: sheet.credit,
    number: edition.number,
    publishedOn: edition.publishedOn,
    app: catalogue.app.name,
    release: catalogue.release.label,
    keyset: { name: keyset.name, revision: keyset.revision, custom: keyset.kind === 'custom' },
    platforms: [...platforms],
    sections: sheet.sections.map((section) => ({
      title: section.title,
      rows: section.rows.flatMap(({ command, note }) => {
        const known = commands.get(command);
        return known ? [row(known, note)] : [];
      }),
    })),
  };
}

/** Fills in the row of a command, as a keyset of a catalogue has it. */
export function rowsOf(keyset: Keyset, catalogue: Catalogue): (command: Command, note: string) => EditionRow {
  return rowComposer(keyset, catalogue.keysets, catalogue.release.platforms, contextTree(catalogue.contexts));
}

function rowComposer(keyset: Keyset, keysets: readonly Keyset[], platforms: readonly Platform[], tree: ContextTree) {
  const stack = stackOf(keyset, keysets);
  const on = (layers: typeof stack.layers) =>
    new Map(platforms.map((platform) => [platform, effective({ ...stack, layers }, platform)]));
  const ours = on(stack.layers);
  const shipped = on([]);
  const texts = (effectives: Map<Platform, Effective>, platform: Platform, command: number) => [
    ...new Set(
      effectives
        .get(platform)!
        .of(command)
        .map((held) => held.shortcut),
    ),
  ];

  return (command: Command, note: string): EditionRow => {
    const keys: Record<Platform, string[]> = {};
    const original: Record<Platform, string[]> = {};
    for (const platform of platforms) {
      keys[platform] = texts(ours, platform, command.id);
      const before = texts(shipped, platform, command.id);
      if (before.join(' ') !== keys[platform].join(' ')) original[platform] = before;
    }
    const held = platforms.flatMap((platform) => ours.get(platform)!.of(command.id));
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
