import type { EditionBody, Sheet } from '../../contract/index.ts';
import { firing, type Opened } from '../../keyset/index.ts';
import { each } from '../../memory/index.ts';
import { canonicalOn, type Keyboard, type Keyboards } from '../../press/index.ts';
import { said, type Said } from '../../words/index.ts';

/** A key of a row that does not run its command, and why; `more` tells it from others of the row. */
interface NeverRuns {
  readonly section: number;
  readonly command: number;
  readonly sentence: Said;
  readonly more: string;
}

/** Shortcuts of rows that do not run their command in the context they are bound in, and what prevents it. */
export function neverRuns(
  sheet: Pick<Sheet, 'keysetId'>,
  body: EditionBody,
  opened: Opened,
  keyboards: Keyboards,
  ids: ReadonlyMap<string, number>,
): NeverRuns[] {
  const { weighed, tree, policy, decides } = opened.setting(sheet.keysetId, keyboards);
  const label = (command: number) => opened.commands.get(command)?.label ?? '';
  const rows = body.sections.flatMap((one, section) => one.rows.map((row) => ({ row, section })));
  const lines = body.platforms.flatMap((platform) =>
    rows.flatMap(({ row, section }) =>
      weighed
        .on(platform)
        .of(ids.get(row.command)!)
        .flatMap((held) => (row.keys[platform]?.includes(held.shortcut) ? [{ platform, section, held }] : [])),
    ),
  );
  const on = each((keyboard: Keyboard) => firing(weighed, keyboard, tree, policy));
  const found = new Map<string, NeverRuns>();
  for (const { platform, section, held } of lines)
    for (const keyboard of keyboards.on(platform)) {
      const { command, context, shortcut } = held;
      const presses = canonicalOn(shortcut, keyboard);
      if (!presses) continue;
      const { fires, never } = on(keyboard).does(presses)(context);
      const others = fires.filter((one) => one.command !== command);
      const mine = fires.length > others.length;
      if (mine && others.every((one) => decides(command, one.command))) continue;
      const by = never?.by[0] ?? others[0];
      const why = never?.why ?? (mine ? 'shared' : 'hidden');
      const more = `${shortcut} ${command} ${context} ${why}`;
      const sentence = said(`proof.never ${why}`, {
        keys: { keys: shortcut, on: platform },
        command: label(command),
        place: tree.title(context),
        theirs: by ? { keys: by.shortcut, on: platform } : '',
        other: by ? label(by.command) : '',
      });
      if (!found.has(more)) found.set(more, { section, command, sentence, more });
    }
  return [...found.values()];
}
