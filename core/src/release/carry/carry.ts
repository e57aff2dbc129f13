import type { Edit, EditPlace } from '../../contract/index.ts';
import type { Platform } from '../../keys/index.ts';
import type { Places } from '../../press/index.ts';
import { heldKey, keysOf, placeKey, spotKey, unfitEdits, type Near, type Setting } from '../../keyset/index.ts';
import { outcomeSaid } from './outcome-words.ts';
import { baseAt, laidOn, madeAt } from './overlay.ts';
import type { Lineage } from '../lineage/lineage.ts';
import { OUTCOME_KINDS, type Outcome, type OutcomeKind, type Owner } from './outcome.ts';

export { OUTCOME_KINDS, type Outcome, type OutcomeKind, type Owner };

/** A layer, and the two states of what it lies on: each setting has the base, without the layer. */
export interface CarryQuestion {
  readonly edits: readonly Edit[];
  readonly old: Setting;
  readonly now: Setting;
  readonly lineage: Lineage;
}

/**
 * Carries a layer from one release to another: shipped before, custom before, shipped now. One outcome an edit, in their
 * order. Without a change of the release every edit comes out as it went in. Weighed on every keyboard of the settings.
 */
export function carry(question: CarryQuestion): Outcome[] {
  const { edits, old, now, lineage } = question;
  const landed = edits.map((edit) => landing(edit, question));
  const places = new Map<string, Edit>();
  for (const { put } of landed) if (put && !places.has(placeKey(put))) places.set(placeKey(put), put);
  // What stays open is not in the new layer: the others are weighed without it, as often as that opens one more.
  const left = new Map<number, Outcome>();
  const laid = new Set(places.values());
  for (;;) {
    const strangers = newOwners(question, [...laid]);
    const outcomes = edits.map((edit, at) => outcomeOf(edit, at, strangers));
    const opened = outcomes.flatMap((one, at) => (one.open && one.put && !left.has(at) ? [[at, one] as const] : []));
    if (opened.length === 0) return outcomes.map((one, at) => left.get(at) ?? one);
    for (const [at, one] of opened) {
      left.set(at, one);
      laid.delete(one.put!);
    }
  }

  function outcomeOf(edit: Edit, at: number, strangers: ReturnType<typeof newOwners>): Outcome {
    const { put, targets, context } = landed[at]!;
    const outcome = (kind: OutcomeKind, facts: Partial<Outcome> = {}): Outcome => {
      const rest = { edit, kind, put, targets, context, owners: [], shippedMoved: false, ...facts };
      const open =
        kind === 'command gone' ||
        kind === 'context gone' ||
        kind === 'not accepted' ||
        kind === 'press taken' ||
        kind === 'press waits';
      return { ...rest, open: facts.open ?? open, said: outcomeSaid(rest, old, now) };
    };
    if (targets.length === 0) return outcome('command gone');
    if (!put) return outcome('context gone');
    const shippedMoved = movedBelow(edit, put, question);
    const [unfit] = unfitEdits([put], now, now.weighed.keyboards.platforms);
    if (unfit && !unfitEdits([edit], old, old.weighed.keyboards.platforms).some((one) => one.code === unfit.code))
      return outcome('not accepted', { shippedMoved, refusal: unfit });
    const owners = strangers(edit, put);
    const takers = owners.filter(({ how }) => how === 'meet');
    const fixed = takers.find(({ held }) => now.commands.get(held.command)?.fixed);
    if (fixed) return outcome('not accepted', { owners: takers, shippedMoved });
    if (takers.length) return outcome('press taken', { owners: takers, shippedMoved });
    if (owners.length) return outcome('press waits', { owners, shippedMoved });
    const typed = typedNow(edit, put, question);
    if (typed) return outcome('press waits', { shippedMoved, typed });
    if (places.get(placeKey(put)) !== put) return outcome('follows', { shippedMoved, open: true, doubled: true });
    if (shippedMoved && asShipped(put, now)) return outcome('now as shipped', { shippedMoved });
    const follows = targets.length > 1 || put.command !== edit.command || lineage.commands.back(put.command).length > 1;
    if (follows) return outcome('follows', { shippedMoved });
    return outcome(liesElsewhere(edit, put, old, now, lineage) ? 'context moved' : 'carried', { shippedMoved });
  }
}

/** Where an edit would stand in the new release; of several commands the one that keeps its identity or its keys. */
function landing(edit: Edit, { old, now, lineage }: CarryQuestion): Pick<Outcome, 'put' | 'targets' | 'context'> {
  const targets = lineage.commands.forward(edit.command).filter((id) => now.commands.has(id));
  const context = lineage.contexts.forward(edit.context)[0] ?? null;
  if (targets.length === 0 || context === null) return { put: null, targets, context };
  const keeps = (id: number) =>
    platformsOf(edit, old).some((platform) => {
      const { keyboards } = old.weighed;
      const had = new Set(baseAt(old.weighed, platform, edit).map((one) => keyboards.pressKey(one, platform)));
      const has = baseAt(now.weighed, platform, { command: id, context });
      return has.some((one) => had.has(keyboards.pressKey(one, platform)));
    });
  const heir =
    targets.find((id) => id === edit.command) ?? (targets.length > 1 ? targets.find(keeps) : undefined) ?? targets[0]!;
  const same = heir === edit.command && context === edit.context;
  const put = same ? edit : { ...edit, command: heir, context };
  if (edit.holds === undefined) return { put, targets, context };
  // What was put into a slot goes along; a slot that holds itself goes on doing so.
  const holds = edit.holds === edit.command ? heir : heldThen(edit.holds, lineage, now);
  if (holds === undefined) return { put: null, targets: [], context };
  return { put: holds === put.holds ? put : { ...put, holds }, targets, context };
}

const heldThen = (held: number, { commands }: Lineage, now: Setting) =>
  commands.forward(held).find((id) => now.commands.has(id));

const platformsOf = ({ platform }: Pick<EditPlace, 'platform'>, { weighed: { keyboards } }: Setting) =>
  platform === null ? keyboards.platforms : [platform];

/** Whether two lists are the same presses in the same order on a platform, however they are spelled. */
const samePresses = (a: readonly string[], b: readonly string[], platform: Platform, { weighed }: Setting) =>
  a.length === b.length &&
  a.every(
    (one, i) =>
      one === b[i] || weighed.keyboards.pressKey(one, platform) === weighed.keyboards.pressKey(b[i]!, platform),
  );

/** The shortcut of an edit that types a character into its context now, where that did not take text before. */
function typedNow(edit: Edit, put: Edit, { old, now }: CarryQuestion): string | undefined {
  if (!now.tree.get(put.context).takesText || old.tree.get(edit.context).takesText) return undefined;
  const { keyboards } = now.weighed;
  const on = platformsOf(put, now).reduce((mask, one) => mask | keyboards.maskOf(one), 0n);
  return keysOf(put).find((one) => keyboards.where(keyboards.strokes(one)[0]!, 'types') & on);
}

/** Whether the release itself gives the command other keys there, on a platform the edit speaks of. */
function movedBelow(edit: Edit, put: Edit, { old, now }: CarryQuestion): boolean {
  const ran = old.weighed.keyboards.platforms;
  const before = (platform: Platform) => (ran.includes(platform) ? baseAt(old.weighed, platform, edit) : []);
  return platformsOf(put, now).some(
    (platform) => !samePresses(before(platform), baseAt(now.weighed, platform, put), platform, now),
  );
}

/** Whether the release gives the command just what the edit makes of it, wherever the edit speaks. */
function asShipped(put: Edit, now: Setting): boolean {
  if (put.action === 'block' || put.action === 'put back' || put.holds !== undefined) return false;
  return platformsOf(put, now).every((platform) =>
    samePresses(madeAt(now.weighed, platform, put), baseAt(now.weighed, platform, put), platform, now),
  );
}

/** Whether a context lies below another one than before. */
function liesElsewhere(edit: Edit, put: Edit, old: Setting, now: Setting, { contexts }: Lineage): boolean {
  const parent = old.tree.get(edit.context).parent;
  const nowIn = now.tree.get(put.context).parent;
  return (parent === null ? null : contexts.forward(parent)[0]) !== nowIn;
}

/**
 * Who is in the way of an edit’s press in the new release, near its place, and was not in the old one, on some keyboard: who
 * answers to it, has a longer shortcut that is waited for, or a shorter one that fires before it is complete.
 */
export function newOwners({ edits, old, now, lineage }: CarryQuestion, landed: readonly Edit[]) {
  const [laid, formerly] = [laidOn(now.weighed, landed), laidOn(old.weighed, edits)];
  const near = (all: readonly Near[], { tree, policy }: Setting, { command, context }: EditPlace) =>
    all.filter(({ held, how }) => {
      if (held.command === command) return false;
      const relation = tree.relation(context, held.context);
      if (how === 'meet' || relation === 'apart') return relation !== 'apart';
      // In a narrower place either of the two hides the other; in the same one, only waiting without end does.
      return relation === 'narrower' || (relation !== 'wider' && policy.pause === null);
    });
  const placesOn = (one: Near, platform: Platform, { weighed: { keyboards } }: Setting): Places | null => {
    const mask = one.on & keyboards.maskOf(platform);
    return mask ? keyboards.placesOf(mask) : null;
  };
  return (edit: Edit, put: Edit): Owner[] => {
    const shortcuts = edit.action === 'block' ? edit.shortcuts : keysOf(edit);
    const found = new Map<string, Owner>();
    for (const shortcut of shortcuts) {
      const theirs = near(laid(shortcut), now, put);
      if (theirs.length === 0) continue;
      const was = near(formerly(shortcut), old, edit);
      for (const platform of platformsOf(put, now)) {
        const had = new Set<string>();
        for (const one of was) {
          const there = placesOn(one, platform, old);
          const [context] = lineage.contexts.forward(one.held.context);
          if (there && context !== undefined)
            for (const command of lineage.commands.forward(one.held.command))
              for (const layout of there.layouts) had.add(`${one.how} ${spotKey(command, context)} ${layout}`);
        }
        for (const one of theirs) {
          const there = placesOn(one, platform, now);
          const fresh = there?.layouts.filter(
            (layout) => !had.has(`${one.how} ${spotKey(one.held.command, one.held.context)} ${layout}`),
          );
          if (fresh?.length) noteOwner(found, { held: one.held, how: one.how, shortcut }, platform, fresh);
        }
      }
    }
    return [...found.values()];
  };
}

function noteOwner(
  found: Map<string, Owner>,
  one: Pick<Owner, 'held' | 'how' | 'shortcut'>,
  platform: Platform,
  layouts: readonly string[],
) {
  const key = `${one.how} ${heldKey(one.held)}`;
  const known = found.get(key);
  const union = <T>(a: readonly T[], b: readonly T[]) => [...new Set([...a, ...b])];
  found.set(key, {
    ...one,
    platforms: union(known?.platforms ?? [], [platform]),
    layouts: union(known?.layouts ?? [], layouts),
  });
}
