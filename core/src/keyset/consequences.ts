import { problem, type Problem } from '../error/index.ts';
import { US, platformName, showStored, type Platform } from '../keys/index.ts';
import type { CustomKeyset, Edit } from '../contract/index.ts';
import { acceptance } from './accept.ts';
import type { Setting } from './clash/finding.ts';
import { factsOn, type ConsequenceKind, type Fact, type Gain } from './facts.ts';
import { applyChange, joined, placeKey, type Change } from './layers.ts';
import { effective, heldAt, type Held, type Stack } from './effective.ts';

/** One thing that follows from an edit, on the platforms where it does. */
export interface Consequence {
  readonly kind: ConsequenceKind;
  /** The command that is edited, and the shortcut it gains. */
  readonly command: number;
  readonly shortcut: string;
  /** The other command, where it has the press and in which form. */
  readonly other?: { readonly command: number; readonly context: number; readonly shortcut: string };
  readonly platforms: readonly Platform[];
  readonly sentence: string;
}

export interface Outcome {
  /** Reasons why it cannot be done; nothing follows then. */
  readonly refusals: readonly Problem[];
  readonly consequences: readonly Consequence[];
  /** The change with what takes the presses from their former owners. */
  readonly change: Change;
}

/**
 * What follows from a change of the topmost layer, before it is made. A press that another command has in the same
 * context is taken from it: the outcome's change clears it there. Fixed commands refuse.
 */
export function consequences(setting: Setting, wanted: Change): Outcome {
  const top = setting.stack.layers.at(-1);
  if (!top) return refused(problem('shipped', 'A shipped keyset is not edited; make a custom one on top of it.'));
  const change: Change = { ...wanted, put: wanted.put.map((edit) => joined(top.edits, edit)) };
  const unfit = unfitEdits(change.put, setting);
  if (unfit.length) return refused(...unfit);

  const after = layerChanged(setting.stack, top, change);
  const facts = setting.platforms.flatMap((platform) => factsOn(platform, setting, change, after));
  const refusals = facts.filter(({ kind }) => kind === 'fixed' || kind === 'both' || kind === 'kept');
  if (refusals.length) {
    const told = new Map(
      refusals.map((fact) => [
        sentenceOf(setting, fact, after, fact.kind === 'kept' ? [fact.platform] : setting.platforms),
        fact,
      ]),
    );
    return refused(
      ...[...told].map(([sentence, { kind }]) => problem(kind === 'both' ? 'same-place' : kind, sentence)),
    );
  }
  const losses = facts.flatMap(({ kind, held, platform, gain }) =>
    kind === 'taken from' && held ? [{ held, platform, gain }] : [],
  );
  const follow = takenFrom(losses, setting, after, top);
  const whole = { put: [...change.put, ...follow], remove: change.remove };
  return {
    refusals: [],
    consequences: [
      ...together(setting, facts, after),
      ...lopsided(setting, layerChanged(setting.stack, top, whole), whole),
    ],
    change: whole,
  };
}

/** Pairs that the change leaves with a key on one side only, on the platforms where it does. */
function lopsided(setting: Setting, after: Stack, change: Change): Consequence[] {
  const touched = new Map<number, Set<number>>();
  for (const { command, context } of [...change.put, ...change.remove])
    touched.set(command, (touched.get(command) ?? new Set()).add(context));
  const pairs = (setting.pairs ?? []).filter((pair) => pair.some((one) => touched.has(one)));
  return pairs.flatMap((pair): Consequence[] => {
    const has = (platform: Platform) => {
      const before = effective(setting.stack, platform);
      return pair.map((command) => {
        const places = touched.get(command) ?? new Set<number>();
        const kept = before.of(command).some((held) => !places.has(held.context));
        return [
          before.of(command).length > 0,
          kept || [...places].some((context) => heldAt(after, platform, command, context).length > 0),
        ] as const;
      });
    };
    const found = setting.platforms.flatMap((platform) => {
      const [a, b] = has(platform) as [readonly [boolean, boolean], readonly [boolean, boolean]];
      return a[1] !== b[1] && a[0] === b[0] ? [{ platform, without: a[1] ? pair[1] : pair[0] }] : [];
    });
    const [first] = found;
    if (!first) return [];
    const [without, partner] = first.without === pair[0] ? pair : [pair[1], pair[0]];
    const platforms = found.map((one) => one.platform);
    const where = platforms.length < setting.platforms.length ? ` on ${platforms.map(platformName).join(' and ')}` : '';
    const sentence = `${labelOf(setting, partner)} has a key and its partner ${labelOf(setting, without)} none${where}.`;
    return [{ kind: 'lopsided', command: without, shortcut: '', platforms, sentence }];
  });
}

/** Facts that are the same on several platforms as one consequence. */
function together(setting: Setting, facts: readonly Fact[], after: Stack): Consequence[] {
  const groups = new Map<string, Fact[]>();
  for (const fact of facts) {
    const { kind, gain, held } = fact;
    const key = [
      kind,
      gain.command,
      gain.context,
      gain.shortcut,
      held?.command,
      held?.context,
      held?.shortcut,
      fact.layout?.id,
    ].join(' ');
    groups.set(key, [...(groups.get(key) ?? []), fact]);
  }
  return [...groups.values()].map((group) => {
    const [fact] = group as [Fact, ...Fact[]];
    const platforms = group.map((one) => one.platform);
    const { command, shortcut } = fact.gain;
    const other = fact.held && {
      command: fact.held.command,
      context: fact.held.context,
      shortcut: fact.held.shortcut,
    };
    const sentence = sentenceOf(setting, fact, after, platforms);
    return {
      kind: fact.kind as ConsequenceKind,
      command,
      shortcut,
      ...(other && { other }),
      platforms,
      sentence,
    };
  });
}

function sentenceOf(
  setting: Setting,
  { kind, gain, held, platform, layout, taker }: Fact,
  after: Stack,
  platforms: readonly Platform[],
): string {
  const where = platforms.length < setting.platforms.length ? ` on ${platforms.map(platformName).join(' and ')}` : '';
  const press = showStored(gain.shortcut, platform);
  if (kind === 'kept') return `${press} is kept by ${taker}${where}: no program gets it. Choose another.`;
  if (kind === 'system') return `${press} may be taken by ${taker}${where} before the program gets it.`;
  if (kind === 'typing')
    return `${setting.tree.get(gain.context).name} takes text: ${press} is typed there${where}, and does nothing else.`;
  if (!held) return `${press} cannot be pressed on the ${(layout ?? US).name} layout${where}.`;
  const [owner, theirs] = [labelOf(setting, held.command), showStored(held.shortcut, platform)];
  const place = setting.tree.get(held.context).name;
  switch (kind) {
    case 'fixed':
      return `${theirs} belongs to ${owner}, which cannot be changed.`;
    case 'both':
      return `${labelOf(setting, gain.command)} and ${owner} cannot both have ${press} in ${place}.`;
    case 'blocks':
      return `In ${setting.tree.get(gain.context).name} ${theirs} does nothing${where}: it is not ${owner} there.`;
    case 'blocked':
      return `In ${place} ${theirs} is made to do nothing${where}.`;
    case 'hides':
      return `${owner} has ${theirs} in ${place}${where}; here it is hidden.`;
    case 'together':
      return `${theirs} is ${owner} in ${place}${where}; both are active at once, and nothing says which is meant.`;
    case 'hidden by':
      return `In ${place} ${theirs} stays with ${owner}${where}.`;
    case 'taken from': {
      const rest = heldAt(after, platform, held.command, held.context).length - 1;
      const left =
        rest === 0 ? 'is left without' : rest === 1 ? 'keeps its other shortcut' : `keeps its ${rest} other shortcuts`;
      return `${press} is taken by ${owner}${where}. Take it, and ${owner} ${left}.`;
    }
    default:
      return `${press} and ${theirs} (${owner}) begin alike${where}: the shorter one has to wait.`;
  }
}

function labelOf(setting: Setting, command: number): string {
  return setting.commands.get(command)?.label ?? `command ${command}`;
}

function refused(...refusals: Problem[]): Outcome {
  return { refusals, consequences: [], change: { put: [], remove: [] } };
}

/** Reasons why edits cannot stand in a layer, whatever else it holds. */
export function unfitEdits(edits: readonly Edit[], setting: Setting): Problem[] {
  const places = new Set<string>();
  return edits.flatMap((edit) => {
    const doubled = places.has(placeKey(edit));
    places.add(placeKey(edit));
    if (!doubled) return unfitEdit(edit, setting);
    return [problem('doubled', `${labelOf(setting, edit.command)} is edited twice in the same place. Name it once.`)];
  });
}

function unfitEdit(edit: Edit, setting: Setting): Problem[] {
  const command = setting.commands.get(edit.command);
  if (!command) return [problem('no-command', `There is no command ${edit.command} in this release.`)];
  if (!setting.tree.inOrder.some((context) => context.id === edit.context)) {
    return [problem('no-context', `There is no context ${edit.context} in this release.`)];
  }
  if (command.fixed) return [problem('fixed', `${command.label} cannot be changed.`)];
  const refused = setting.policy && edit.shortcuts.map((one) => acceptance(setting.policy!, one)).find(Boolean);
  if (refused) return [refused];
  if (edit.platform !== null && !setting.platforms.includes(edit.platform)) {
    return [problem('no-platform', `The release does not run on ${platformName(edit.platform)}.`)];
  }
  const needsKeys = edit.action === 'set' || edit.action === 'add' || edit.action === 'block';
  if (needsKeys && edit.shortcuts.length === 0) {
    return [problem('no-key', `To ${edit.action} a key of ${command.label}, name one.`)];
  }
  if (edit.action === 'clear' && edit.shortcuts.length > 0) {
    return [problem('too-many-keys', 'Clearing names no keys.')];
  }
  return [];
}

function layerChanged(stack: Stack, top: CustomKeyset, change: Change): Stack {
  const edits = applyChange(top.edits, change).edits;
  return { ...stack, layers: [...stack.layers.slice(0, -1), { ...top, edits }] };
}

interface Loss {
  readonly held: Held;
  readonly platform: Platform;
  readonly gain: Gain;
}

/** The edits that take lost presses from their owners: one for all platforms where that says the same. */
function takenFrom(losses: readonly Loss[], setting: Setting, after: Stack, top: CustomKeyset): Edit[] {
  const places = new Map<string, Loss[]>();
  for (const loss of losses) {
    const key = `${loss.held.command} ${loss.held.context}`;
    places.set(key, [...(places.get(key) ?? []), loss]);
  }
  return [...places.values()].flatMap((group) => {
    const { command, context } = group[0]!.held;
    const edit = (platform: Platform | null, shortcuts: readonly string[], { gain, platform: shown }: Loss): Edit => ({
      command,
      context,
      platform,
      action: shortcuts.length ? 'set' : 'clear',
      shortcuts: [...shortcuts],
      reason: `${showStored(gain.shortcut, shown)} was given to ${labelOf(setting, gain.command)}.`,
      memoryAid: '',
    });
    const left = new Map<Platform, { shortcuts: string[]; loss: Loss }>();
    for (const loss of group) {
      const { held, platform } = loss;
      const now = left.get(platform)?.shortcuts ?? heldAt(after, platform, command, context).map((one) => one.shortcut);
      left.set(platform, { shortcuts: now.filter((shortcut) => shortcut !== held.shortcut), loss });
    }
    const rests = [...left.values()];
    const same = new Set(rests.map((rest) => rest.shortcuts.join(' | '))).size === 1;
    const hasOwn = setting.platforms.some((platform) =>
      top.edits.some((present) => placeKey(present) === placeKey({ command, context, platform })),
    );
    if (same && left.size === setting.platforms.length && !hasOwn) {
      return [edit(null, rests[0]!.shortcuts, rests[0]!.loss)];
    }
    return [...left].map(([platform, rest]) => edit(platform, rest.shortcuts, rest.loss));
  });
}

/** What was shown to an editor, as texts that two computations can be compared by. */
export function shownKeys(list: readonly Consequence[]): string[] {
  return list
    .map(({ kind, command, shortcut, other, platforms }) =>
      [kind, command, shortcut, other?.command, other?.context, other?.shortcut, [...platforms].sort().join('+')].join(
        ' ',
      ),
    )
    .sort();
}
