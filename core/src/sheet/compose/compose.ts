import type { Platform } from '../../keys/index.ts';
import type { Command, EditionBody, EditionRow, Sheet, SheetFacts } from '../../contract/index.ts';
import type { Opened } from '../../keyset/index.ts';
import type { Keyboards } from '../../press/index.ts';
import { changingIn } from './how-to-change.ts';
import { figuresOf } from './figures.ts';
import { NO_FACTS, rowsIn } from './rules.ts';
import { sameKeys } from './same-keys.ts';

/** A sheet with every key filled in, as it would be published now. */
export function composeSheet(
  sheet: Pick<
    Sheet,
    'title' | 'intro' | 'credit' | 'terms' | 'independence' | 'look' | 'language' | 'sections' | 'keysetId'
  >,
  opened: Opened,
  keyboards: Keyboards,
  edition: { readonly number: number; readonly publishedOn: string },
  facts: SheetFacts = NO_FACTS,
): EditionBody {
  const { catalogue, commands } = opened;
  const keyset = opened.keyset(sheet.keysetId)!;
  const row = rowsOf(opened, sheet.keysetId, keyboards);
  const before =
    facts.last && new Map(facts.last.sections.flatMap((one) => one.rows.map((each) => [each.command, each] as const)));
  const since = (now: EditionRow): EditionRow['since'] => {
    if (!before) return '';
    const then = before.get(now.command);
    return !then ? 'new' : sameRow(then, now, keyboards) ? '' : 'changed';
  };
  return {
    format: 'crib-sheet',
    version: 1,
    title: sheet.title,
    intro: sheet.intro,
    credit: sheet.credit,
    terms: sheet.terms,
    independence: sheet.independence,
    look: sheet.look,
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
      rows: rowsIn(section, opened, sheet.keysetId, keyboards, facts).map(({ command, note, lesson }) => {
        const made = { ...row(commands.get(command)!, note), lesson };
        return { ...made, since: since(made) };
      }),
      figures: section.figure ? figuresOf(section.figure, opened, sheet.keysetId) : [],
    })),
  };
}

/** Whether two rows of a command say the same to a learner: its name and its keys. */
function sameRow(a: EditionRow, b: EditionRow, keyboards: Keyboards): boolean {
  const platforms = keyboards.platforms.filter((one) => one in a.keys || one in b.keys);
  return (
    a.label === b.label && platforms.every((one) => sameKeys(a.keys[one] ?? [], b.keys[one] ?? [], one, keyboards))
  );
}

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
      contexts: tree.inOrder.filter((context) => contexts.has(context.id)).map((context) => tree.title(context.id)),
      note,
      memoryAid: held.map((one) => one.edit?.memoryAid ?? one.binding?.memoryAid ?? '').find(Boolean) ?? '',
      fixed: command.fixed,
      category: command.category,
      needs: command.needs,
      then: command.then,
      sign: command.sign,
      states: command.states.length ? command.states : command.presses,
      advice: catalogue.groups.find((one) => one.kind === 'ways' && one.advised === command.id)?.because ?? '',
      reason: held.map((one) => one.edit?.reason ?? '').find(Boolean) ?? '',
      lesson: null,
      since: '',
    };
  };
}
