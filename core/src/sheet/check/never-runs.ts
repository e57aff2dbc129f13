import type { EditionBody, Sheet } from '../../contract/index.ts';
import { firing, type Opened } from '../../keyset/index.ts';
import { canonicalOn, type Keyboards } from '../../press/index.ts';
import { said, type Said } from '../../words/index.ts';

/** A key of a row that does not run its command, and why; `more` tells it from others of the row. */
interface NeverRuns {
  readonly section: number;
  readonly command: number;
  readonly sentence: Said;
  readonly more: string;
}

/** Keys of rows that do not run their command where they are bound, pressed as they stand there, with what is in their way. */
export function neverRuns(
  sheet: Pick<Sheet, 'keysetId'>,
  body: EditionBody,
  opened: Opened,
  keyboards: Keyboards,
  ids: ReadonlyMap<string, number>,
): NeverRuns[] {
  const { weighed, tree, policy, decides } = opened.setting(sheet.keysetId, keyboards);
  const label = (command: number) => opened.commands.get(command)?.label ?? '';
  const found = new Map<string, NeverRuns>();
  for (const platform of body.platforms)
    for (const keyboard of keyboards.on(platform)) {
      const { does } = firing(weighed, keyboard, tree, policy);
      body.sections.forEach(({ rows }, section) => {
        for (const row of rows) {
          const command = ids.get(row.command)!;
          for (const { shortcut, context } of weighed.on(platform).of(command)) {
            const presses = row.keys[platform]?.includes(shortcut) ? canonicalOn(shortcut, keyboard) : null;
            if (!presses) continue;
            const { fires, never } = does(presses)(context);
            const others = fires.filter((one) => one.command !== command);
            const runs = fires.length > others.length && others.every((one) => decides(command, one.command));
            if (runs) continue;
            const by = never?.by[0] ?? others[0];
            const why = never?.why ?? (fires.length > others.length ? 'shared' : 'hidden');
            const more = `${shortcut} ${command} ${context} ${why}`;
            if (found.has(more)) continue;
            const sentence = said(`proof.never ${why}`, {
              keys: { keys: shortcut, on: platform },
              command: label(command),
              place: tree.title(context),
              theirs: by ? { keys: by.shortcut, on: platform } : '',
              other: by ? label(by.command) : '',
            });
            found.set(more, { section, command, sentence, more });
          }
        }
      });
    }
  return [...found.values()];
}
