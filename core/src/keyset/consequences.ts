import { problem, type Problem } from '../error/index.ts';
import { platformName, type Platform } from '../keys/index.ts';
import type { Places } from '../press/index.ts';
import type { CustomKeyset, Edit } from '../contract/index.ts';
import { said, say, where, type Said, type SaidCode, type SaidValue } from '../words/index.ts';
import { acceptance } from './accept.ts';
import { afterChange, factsOf, type ConsequenceKind, type Fact } from './facts.ts';
import { applyChange, joined, placeKey, type Change } from './layers.ts';
import { settingWith, type Setting } from './setting.ts';
import { takenFrom, type Loss } from './taking.ts';
import type { Held, Stack } from './effective.ts';

/** One thing that follows from an edit, and the platforms and layouts on which it does. */
export interface Consequence extends Places {
  readonly kind: ConsequenceKind;
  /** The command that is edited, and the shortcut it gains. */
  readonly command: number;
  readonly shortcut: string;
  /** The other command, where it has the press and in which form. */
  readonly other?: { readonly command: number; readonly context: number; readonly shortcut: string };
  readonly said: Said;
}

export interface Outcome {
  /** Reasons why it cannot be done; nothing follows then. */
  readonly refusals: readonly Problem[];
  readonly consequences: readonly Consequence[];
  /** The change with what takes the presses from their former owners. */
  readonly change: Change;
}

/**
 * What follows from a change of the topmost layer, before it is made, on every keyboard it is weighed for. A press that
 * another command has in the same context is taken from it: the outcome's change clears it there, and leaves its other
 * shortcuts as they are. Fixed commands refuse.
 */
export function consequences(setting: Setting, wanted: Change): Outcome {
  const { stack, keyboards } = setting.weighed;
  const top = stack.layers.at(-1);
  if (!top) return refused(problem('shipped', 'Built-in keysets are read-only. Create a custom keyset based on it.'));
  const change: Change = { ...wanted, put: wanted.put.map((edit) => joined(top.edits, edit)) };
  const unfit = unfitEdits(change.put, setting, keyboards.platforms);
  if (unfit.length) return refused(...unfit);

  const after = layerChanged(stack, top, change);
  const then = afterChange(setting, change, after);
  const facts = factsOf(setting, change, then);
  const refusals = facts.filter(({ kind }) => kind === 'fixed' || kind === 'both' || kind === 'kept');
  if (refusals.length) {
    const told = new Map(refusals.map((fact) => [say(saidOf(setting, fact, 0)), fact]));
    return refused(
      ...[...told].map(([sentence, { kind }]) => problem(kind === 'both' ? 'same-place' : kind, sentence)),
    );
  }
  const losses = facts.flatMap(({ kind, gain, held, on }): Loss[] =>
    kind === 'taken from' && held ? [{ held: { ...held, command: held.slot ?? held.command }, gain, on }] : [],
  );
  const follow = takenFrom(losses, setting, then, after.layers.at(-1)!.edits);
  const whole = { put: [...change.put, ...follow], remove: change.remove };
  const final = afterChange(setting, whole, layerChanged(stack, top, whole));
  const overfull = tooMany(setting, change, final);
  if (overfull.length) return refused(...overfull);
  const left = ({ held, on }: Fact) =>
    held
      ? Math.max(0, ...keyboards.placesOf(on).platforms.map((one) => final.at(one, held.command, held.context).length))
      : 0;
  return {
    refusals: [],
    consequences: [
      ...facts.map((fact) => consequenceOf(setting, fact, left(fact))),
      ...ownReplaced(setting, change, then),
      ...lopsided(setting, whole, final),
    ],
    change: whole,
  };
}

type After = ReturnType<typeof afterChange>;

/** Pairs that the change leaves with a key on one side only, on the platforms where it does. */
function lopsided(setting: Setting, change: Change, then: After): Consequence[] {
  const { weighed, pairs } = setting;
  const { platforms } = weighed.keyboards;
  const touched = new Map<number, Set<number>>();
  for (const { command, context } of [...change.put, ...change.remove])
    touched.set(command, (touched.get(command) ?? new Set()).add(context));
  const concerned = pairs.filter((pair) => pair.some((one) => touched.has(one)));
  return concerned.flatMap((pair): Consequence[] => {
    const has = (platform: Platform) =>
      pair.map((command) => {
        const places = touched.get(command) ?? new Set<number>();
        const before = weighed.on(platform).of(command);
        const kept = before.some((held) => !places.has(held.context));
        const now = kept || [...places].some((context) => then.at(platform, command, context).length > 0);
        return [before.length > 0, now] as const;
      });
    const found = platforms.flatMap((platform) => {
      const [a, b] = has(platform) as [readonly [boolean, boolean], readonly [boolean, boolean]];
      return a[1] !== b[1] && a[0] === b[0] ? [{ platform, without: a[1] ? pair[1] : pair[0] }] : [];
    });
    const [first] = found;
    if (!first) return [];
    const [without, partner] = first.without === pair[0] ? pair : [pair[1], pair[0]];
    const places = everyLayout(
      setting,
      found.map((one) => one.platform),
    );
    const values = { partner: labelOf(setting, partner), without: labelOf(setting, without) };
    return [
      {
        kind: 'lopsided',
        command: without,
        shortcut: '',
        ...places,
        said: said('follows.lopsided', { ...values, where: where(places, weighed.keyboards) }),
      },
    ];
  });
}

const everyLayout = ({ weighed: { keyboards } }: Setting, platforms: readonly Platform[]): Places => ({
  platforms,
  layouts: keyboards.layouts.map((layout) => layout.id),
});

/** Keys that a platform had of its own at a place, which an edit for all platforms puts others in the place of. */
function ownReplaced(setting: Setting, change: Change, then: After): Consequence[] {
  const { weighed } = setting;
  const { keyboards } = weighed;
  return change.put.flatMap((edit): Consequence[] => {
    if (edit.platform !== null || edit.action === 'add' || edit.action === 'block') return [];
    const own = keyboards.platforms.flatMap((platform) => {
      const key = (held: Held) => keyboards.pressKey(held.shortcut, platform);
      const now = new Set(then.at(platform, edit.command, edit.context).map(key));
      const mine = weighed
        .on(platform)
        .at(edit.command, edit.context)
        .filter((held) => isOwn(held, platform));
      const lost = mine.filter((held) => !now.has(key(held))).map((held) => held.shortcut);
      return lost.length ? [{ platform, lost }] : [];
    });
    return own.map(({ platform, lost }) => ({
      kind: 'own replaced',
      command: edit.command,
      shortcut: lost[0]!,
      ...everyLayout(setting, [platform]),
      said: said('follows.own replaced', {
        platform: platformName(platform),
        command: labelOf(setting, edit.command),
        keys: lost.map((keys) => ({ keys, on: platform })),
      }),
    }));
  });
}

const isOwn = ({ edit, binding }: Held, platform: Platform) => (edit ?? binding)?.platform === platform;

/** Commands that a change, made without being weighed, would give more shortcuts than the program lets them have. */
export function overfilled(setting: Setting, change: Change): Problem[] {
  const { stack } = setting.weighed;
  const after = layerChanged(stack, stack.layers.at(-1)!, change);
  return tooMany(setting, change, afterChange(setting, change, after));
}

/** Commands that a change would give more shortcuts than the program lets them have. */
function tooMany(setting: Setting, { put }: Change, then: After): Problem[] {
  const { weighed, policy } = setting;
  const most = policy.accepts.mostPerCommand;
  const { keyboards } = weighed;
  return [...new Set(put.map((edit) => edit.command))].flatMap((command): Problem[] => {
    const grown = keyboards.platforms.some((platform) => {
      const before = weighed.on(platform).of(command);
      const places = new Set(then.places.filter((one) => one.command === command).map((one) => one.context));
      const kept = before.filter((held) => !places.has(held.context));
      const now = [...kept, ...[...places].flatMap((context) => then.at(platform, command, context))];
      const count = (list: readonly Held[]) =>
        new Set(list.map((one) => keyboards.pressKey(one.shortcut, platform))).size;
      return count(now) > most && count(now) > count(before);
    });
    const values = { command: labelOf(setting, command), most };
    return grown ? [problem('not-accepted', say(said('refused.per command', values)))] : [];
  });
}

function consequenceOf(setting: Setting, fact: Fact, left: number): Consequence {
  const { gain, held, on } = fact;
  const other = held && { command: held.command, context: held.context, shortcut: held.shortcut };
  return {
    kind: fact.kind as ConsequenceKind,
    command: gain.command,
    shortcut: gain.shortcut,
    ...(other && { other }),
    ...setting.weighed.keyboards.placesOf(on),
    said: saidOf(setting, fact, left),
  };
}

/** A fact as it is said; `left` shortcuts stay with the other command there. */
function saidOf(setting: Setting, { kind, gain, held, on, taker, shorter }: Fact, left: number): Said {
  const { tree, policy, weighed } = setting;
  const places = weighed.keyboards.placesOf(on);
  const platform = places.platforms[0] ?? weighed.keyboards.platforms[0]!;
  const values: Record<string, SaidValue> = {
    keys: { keys: gain.shortcut, on: platform },
    command: labelOf(setting, gain.command),
    place: tree.title(gain.context),
    where: where(places, weighed.keyboards),
    taker: taker?.taker ?? '',
  };
  if (held) {
    values['theirs'] = { keys: held.shortcut, on: platform };
    values['owner'] = labelOf(setting, held.command);
    values['there'] = tree.title(held.context);
    values['left'] = left;
    values['decides'] = setting.decides(gain.command, held.command);
  }
  if (kind !== 'waits') return said(`follows.${kind}` as SaidCode, values);
  return said('follows.waits', { ...values, ...waitsWith(policy.pause, shorter === true, values) });
}

/** Which of two shortcuts that begin alike has to wait, and whether it ever fires. */
function waitsWith(pause: number | null, shorter: boolean, values: Record<string, SaidValue>): Said['with'] {
  const [short, whose] = shorter ? [values['keys']!, values['command']!] : [values['theirs']!, values['owner']!];
  return { short, whose, pause: pause ?? 0 };
}

function labelOf(setting: Fit, command: number): string {
  return setting.commands.get(command)?.label ?? `command ${command}`;
}

function refused(...refusals: Problem[]): Outcome {
  return { refusals, consequences: [], change: { put: [], remove: [] } };
}

/** What edits have to fit into, whatever keyset they stand in. */
type Fit = Pick<Setting, 'commands' | 'tree' | 'policy' | 'slots'>;

/** Reasons why edits cannot stand in a layer, whatever else it holds. */
export function unfitEdits(edits: readonly Edit[], setting: Fit, platforms: readonly Platform[]): Problem[] {
  const places = new Set<string>();
  return edits.flatMap((edit) => {
    const doubled = places.has(placeKey(edit));
    places.add(placeKey(edit));
    if (!doubled) return unfitEdit(edit, setting, platforms);
    return [problem('doubled', say(said('refused.doubled', { command: labelOf(setting, edit.command) })))];
  });
}

function unfitEdit(edit: Edit, setting: Fit, platforms: readonly Platform[]): Problem[] {
  const command = setting.commands.get(edit.command);
  if (!command) return [problem('no-command', `This release has no command ${edit.command}.`)];
  if (!setting.tree.inOrder.some((context) => context.id === edit.context)) {
    return [problem('no-context', `This release has no context ${edit.context}.`)];
  }
  if (command.fixed) return [problem('fixed', `${command.label} cannot be changed.`)];
  const given = edit.action === 'block' ? [] : edit.shortcuts;
  const refusal = given.map((one) => acceptance(setting.policy, one)).find(Boolean);
  if (refusal) return [problem('not-accepted', say(refusal))];
  if (edit.platform !== null && !platforms.includes(edit.platform)) {
    return [problem('no-platform', `This release does not support ${platformName(edit.platform)}.`)];
  }
  if (edit.holds !== undefined) {
    if (!setting.slots.has(edit.command))
      return [problem('no-slot', `${command.label} is not a slot, so no command can be assigned to it.`)];
    if (!setting.commands.has(edit.holds)) return [problem('no-command', `This release has no command ${edit.holds}.`)];
    if (edit.holds !== edit.command && setting.slots.has(edit.holds))
      return [problem('no-slot', 'A slot cannot contain a slot. Swap the two instead.')];
  }
  const filled = edit.action === 'add' && edit.holds !== undefined;
  const needsKeys = !filled && (edit.action === 'set' || edit.action === 'add' || edit.action === 'block');
  if (needsKeys && edit.shortcuts.length === 0) {
    return [
      problem(
        'no-key',
        `Give a shortcut to ${edit.action === 'block' ? 'disable' : edit.action} for ${command.label}.`,
      ),
    ];
  }
  if (edit.action === 'clear' && edit.shortcuts.length > 0) {
    return [problem('too-many-keys', 'Do not give a shortcut when you remove one.')];
  }
  return [];
}

function layerChanged(stack: Stack, top: CustomKeyset, change: Change): Stack {
  const edits = applyChange(top.edits, change).edits;
  return { ...stack, layers: [...stack.layers.slice(0, -1), { ...top, edits }] };
}

/** A setting as it is after a change of its topmost layer. */
export function settingAfter(setting: Setting, change: Change): Setting {
  const { stack } = setting.weighed;
  return settingWith(setting, layerChanged(stack, stack.layers.at(-1)!, change));
}

/** What was shown to an editor, as texts that two computations can be compared by. */
export function shownKeys(list: readonly Consequence[]): string[] {
  return list
    .map(({ kind, command, shortcut, other, platforms, layouts }) =>
      [
        kind,
        command,
        shortcut,
        other?.command,
        other?.context,
        other?.shortcut,
        [...platforms].sort().join('+'),
        [...layouts].sort().join('+'),
      ].join(' '),
    )
    .sort();
}
