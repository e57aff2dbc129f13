import type { Command } from '../../contract/index.ts';
import type { Held } from '../../keyset/index.ts';
import type { Platform } from '../../keys/index.ts';
import { said, say, type Said } from '../../words/index.ts';
import type { CommandChange } from './commands.ts';
import type { Harm } from './harm.ts';
import type { Moved } from './moved.ts';
import { isStopped } from './rows.ts';
import { stoppedSaid } from './story.ts';
import { together, type Side } from '../sides.ts';

/** The groups of change notes, in the order in which a learner needs them. */
export const NOTE_GROUPS = [
  'meaning',
  'stopped',
  'moved',
  'new',
  'gone',
  'renamed',
  'menus',
  'fixed',
  'places',
  'policy',
] as const;
export type NoteGroup = (typeof NOTE_GROUPS)[number];

/** A change as change notes tell it, on all platforms where it is so. */
export interface NoteLine {
  /** Names the change, so that what was arranged finds it again. */
  readonly key: string;
  readonly group: NoteGroup;
  /** The program’s own id of the command, empty where it is about none. */
  readonly command: string;
  readonly subject: string;
  readonly where: string;
  readonly said: Said;
  readonly before: Readonly<Record<Platform, readonly string[]>>;
  readonly after: Readonly<Record<Platform, readonly string[]>>;
  readonly harm: number;
}

/** What moved on one platform, with what it costs. */
export interface Compared {
  readonly old: Side;
  readonly now: Side;
  readonly moved: Moved;
  readonly harms: readonly Harm[];
}

const texts = (held: readonly Held[]) => [...new Set(held.map((one) => one.shortcut))];
const names = (commands: readonly Command[]) => commands.map((one) => one.label).join(', ');

/** The lines of change notes from what moved on each platform: by group, the most harmful first. */
export function noteLines(compared: readonly Compared[]): NoteLine[] {
  const lines = new Map<string, NoteLine>();
  for (const one of compared)
    for (const line of [
      ...meanings(one),
      ...stoppedLines(one),
      ...commandLines(one),
      ...placeLines(one),
      ...policyLines(one),
    ]) {
      const known = lines.get(line.key);
      lines.set(
        line.key,
        known
          ? {
              ...known,
              before: joined(known.before, line.before),
              after: joined(known.after, line.after),
              harm: Math.max(known.harm, line.harm),
            }
          : line,
      );
    }
  return [...lines.values()].sort(
    (a, b) =>
      NOTE_GROUPS.indexOf(a.group) - NOTE_GROUPS.indexOf(b.group) ||
      b.harm - a.harm ||
      a.subject.localeCompare(b.subject),
  );
}

/** Keys by platform put together: a press that several changes of one line concern is named once each. */
function joined(a: NoteLine['before'], b: NoteLine['before']): Record<Platform, readonly string[]> {
  const all = new Set([...Object.keys(a), ...Object.keys(b)]);
  return Object.fromEntries(
    [...all].map((platform) => [platform, [...new Set([...(a[platform] ?? []), ...(b[platform] ?? [])])]]),
  );
}

/** A press that does something else: the keys it is on, and where the former command is now. */
function meanings({ old, now, moved, harms }: Compared): NoteLine[] {
  const became = new Map(moved.commands.flatMap((one) => one.old.map(({ id }) => [id, one] as const)));
  const found = harms.filter((one) => one.kind === 'new meaning');
  return found.map(({ change, harm, destroys }): NoteLine => {
    const was = change.old.map(({ command }) => old.commands.get(command)!);
    const is = change.now.map(({ command }) => now.commands.get(command)!);
    const place = change.place.now === null ? old.tree.get(change.place.old!) : now.tree.get(change.place.now);
    const { tree } = change.place.now === null ? old : now;
    const where = place.parent === null ? 'Everywhere' : tree.title(place.id);
    const after = was.flatMap(({ id }) =>
      (became.get(id)?.now ?? []).flatMap((one) => texts(now.effective.of(one.id))),
    );
    return {
      key: `meaning ${place.id} ${was.map((one) => one.id)} ${is.map((one) => one.id)}`,
      group: 'meaning',
      command: was[0]!.name,
      subject: together(
        old,
        change.old.map((one) => one.command),
      ),
      where,
      said: said('notes.meaning', {
        now: together(
          now,
          change.now.map((one) => one.command),
        ),
        destroys,
      }),
      before: { [now.platform]: texts(change.old) },
      after: { [now.platform]: [...new Set(after)] },
      harm,
    };
  });
}

/** A shortcut that its command still has and that no longer reaches it: what is in its way. */
function stoppedLines({ old, now, moved, harms }: Compared): NoteLine[] {
  return moved.commands.flatMap((change) =>
    harms
      .filter((one) => isStopped(one, change))
      .map(({ change: press, harm }): NoteLine => {
        const place = press.place.now === null ? old.tree.get(press.place.old!) : now.tree.get(press.place.now);
        const keys = texts(press.old);
        const one = (change.now[0] ?? change.old[0])!;
        return {
          key: `stopped ${place.id} ${press.press} ${change.old.map(({ id }) => id)}`,
          group: 'stopped',
          command: one.name,
          subject: names(change.now.length ? change.now : change.old),
          where: place.parent === null ? 'Everywhere' : (press.place.now === null ? old : now).tree.title(place.id),
          said: stoppedSaid(press, now),
          before: { [now.platform]: keys },
          after: { [now.platform]: [] },
          harm,
        };
      }),
  );
}

const GROUP_OF: Partial<Record<CommandChange['keys'], NoteGroup>> = { moved: 'moved', gained: 'new', lost: 'gone' };

function commandLines(side: Compared): NoteLine[] {
  const { old, now, moved, harms } = side;
  const harmOf = new Map<number, number>();
  for (const { change, harm } of harms)
    for (const { command } of change.old) harmOf.set(command, Math.max(harmOf.get(command) ?? 0, harm));
  return moved.commands.flatMap((change): NoteLine[] => {
    const [was, is] = [change.old[0], change.now[0]];
    const one = (is ?? was)!;
    const home = is ? now.tree.get(is.home) : old.tree.get(was!.home);
    const line = (group: NoteGroup, what: Said, more: Partial<NoteLine> = {}): NoteLine => ({
      key: `${group} ${change.old.map(({ id }) => id)} ${change.now.map(({ id }) => id)}`,
      group,
      command: one.name,
      subject: names(change.now.length ? change.now : change.old),
      where: home.name,
      said: what,
      before: {},
      after: {},
      harm: Math.max(0, ...change.old.map(({ id }) => harmOf.get(id) ?? 0)),
      ...more,
    });
    const keys = { before: { [now.platform]: texts(change.before) }, after: { [now.platform]: texts(change.after) } };
    if (!is) return [line('gone', said('notes.dropped'), keys)];
    const found: NoteLine[] = [];
    const group = GROUP_OF[change.keys];
    if (group === 'gone')
      found.push(line('gone', said(change.after.length ? 'notes.one key less' : 'notes.no key'), keys));
    else if (group) {
      const what = !was ? 'notes.new' : group === 'new' ? 'notes.one key more' : 'notes.moved';
      found.push(line(group, said(what), keys));
    } else if (!was) found.push(line('new', said('notes.new without'), keys));
    const former = names(change.old);
    const menu = (command: Command) => command.menu || said('notes.no menu');
    for (const kind of change.kinds) {
      if (kind === 'renamed') found.push(line('renamed', said('notes.was', { was: was!.label })));
      if (kind === 'split') found.push(line('renamed', said('notes.split', { was: former, parts: change.now.length })));
      if (kind === 'merged') found.push(line('renamed', said('notes.merged', { was: former })));
      if (kind === 'moved in the menus')
        found.push(line('menus', said('notes.menu', { now: menu(is), was: menu(was!) })));
      if (kind === 'became fixed') found.push(line('fixed', said('notes.fixed')));
      if (kind === 'became free') found.push(line('fixed', said('notes.free')));
    }
    return found;
  });
}

function placeLines({ moved }: Compared): NoteLine[] {
  return moved.contexts.map(({ place, kinds, old, now }): NoteLine => {
    const [kind] = kinds;
    const what =
      kind === 'added'
        ? said('notes.place new')
        : kind === 'dropped'
          ? said('notes.place gone')
          : said('notes.was', { was: old });
    return {
      key: `places ${place.old} ${place.now}`,
      group: 'places',
      command: '',
      subject: now || old,
      where: '',
      said: what,
      before: {},
      after: {},
      harm: 0,
    };
  });
}

function policyLines({ moved }: Compared): NoteLine[] {
  if (!moved.policy) return [];
  const what = said('notes.policy', { differences: moved.policy.differences });
  return [
    {
      key: 'policy',
      group: 'policy',
      command: '',
      subject: say(said('notes.policy subject')),
      where: '',
      said: what,
      before: {},
      after: {},
      harm: 0,
    },
  ];
}
