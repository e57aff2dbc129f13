import { said, type Said, type SaidValue } from '../../words/index.ts';
import type { PressChange } from './moved.ts';
import { isStopped, type MovedRow } from './rows.ts';
import { together, type Side } from '../sides.ts';

/** The story of one row: what became of the commands, of their keys, and what the same keys do now. */
export function storyOf(row: MovedRow, [old, now]: readonly [Side, Side], nowLabel: string): Said[] {
  const { old: was, now: is, kinds, keys, before, after } = row.change;
  const listed = (list: readonly { readonly shortcut: string }[], { platform }: Side): SaidValue =>
    list.length
      ? said('story.or', {
          keysOr: [...new Set(list.map((one) => one.shortcut))].map((one) => ({ keys: one, on: platform })),
        })
      : said('story.no key');
  const [a, b] = [listed(before, old), listed(after, now)];
  const names = (list: typeof was) => list.map((one) => one.label);
  const [wasAll, isAll] = [names(was), names(is)];
  const told: Said[] = [];
  if (!is.length) told.push(said('story.gone', { commands: wasAll, release: nowLabel, keys: a }));
  else if (!was.length) told.push(said('story.new', { release: nowLabel, keys: b }));
  else {
    if (kinds.includes('split')) told.push(said('story.split', { commands: wasAll, into: isAll }));
    if (kinds.includes('merged')) told.push(said('story.merged', { commands: wasAll, into: isAll }));
    if (kinds.includes('renamed')) told.push(said('story.renamed', { command: wasAll[0]! }));
    if (kinds.includes('moved in the menus'))
      told.push(
        said('story.menus', { was: was[0]!.menu || said('story.no place'), is: is[0]!.menu || said('story.no place') }),
      );
    if (kinds.includes('became fixed')) told.push(said('story.fixed'));
    if (kinds.includes('became free')) told.push(said('story.free'));
    if (keys === 'moved') told.push(said('story.moved', { was: a, is: b }));
    if (keys === 'lost')
      told.push(after.length ? said('story.left', { was: a, is: b }) : said('story.lost', { was: a }));
    if (keys === 'gained')
      told.push(before.length ? said('story.besides', { was: a, is: b }) : said('story.gained', { is: b }));
    if (keys === 'kept') told.push(said('story.kept', { keys: a }));
  }
  const stopped = row.harms.filter((one) => isStopped(one, row.change)).slice(0, 2);
  const meanings = row.harms.filter((one) => one.kind === 'new meaning').slice(0, 2);
  return [
    ...told,
    ...stopped.map(({ change }) => stoppedSaid(change, now)),
    ...meanings.map(({ change, destroys }) =>
      said('story.meaning', {
        keys: change.old[0] ? { keys: change.old[0].shortcut, on: old.platform } : change.press,
        place: change.place.now === null ? '' : now.tree.title(change.place.now),
        was: together(
          old,
          change.old.map((one) => one.command),
        ),
        is: together(
          now,
          change.now.map((one) => one.command),
        ),
        destroys: destroys ? 1 : 0,
      }),
    ),
  ];
}

/** That a shortcut no longer reaches its command, and what is in its way. */
export function stoppedSaid({ old, place, never }: PressChange, now: Side): Said {
  const [held] = old;
  const by = never?.by[0];
  const values = {
    keys: { keys: held!.shortcut, on: now.platform },
    place: place.now === null ? '' : now.tree.title(place.now),
    other: by ? together(now, [by.command]) : '',
    theirs: by ? { keys: by.shortcut, on: now.platform } : '',
  };
  const why = never?.why ?? 'disabled';
  return said(`notes.stopped ${why}`, values);
}
