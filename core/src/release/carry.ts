import type { Edit, EditPlace } from '../contract/index.ts';
import type { Platform } from '../keys/index.ts';
import { heldAt, keysOf, placeKey, spotKey, unfitEdits, type Held, type Setting } from '../keyset/index.ts';
import { groundsOf, type Ground } from './ground.ts';
import type { Lineage } from './lineage.ts';
import { sentenceOf } from './carry-words.ts';

/** What becomes of an edit when its keyset is carried to another release, the most pressing first. */
export const OUTCOME_KINDS = [
  'command gone',
  'context gone',
  'not accepted',
  'press taken',
  'follows',
  'now as shipped',
  'context moved',
  'carried',
] as const;
export type OutcomeKind = (typeof OUTCOME_KINDS)[number];

/** One edit, and what becomes of it. */
export interface Outcome {
  /** As it stands in the old keyset, its reason word for word. */
  readonly edit: Edit;
  readonly kind: OutcomeKind;
  /** The edit as it would stand in the new keyset; null where its command or place is gone. */
  readonly put: Edit | null;
  /** Somebody has to decide. */
  readonly open: boolean;
  readonly sentence: string;
  /** Who has its press in the new release and had not before. */
  readonly owners: readonly Owner[];
  /** What its command became: more than one where it was split. */
  readonly targets: readonly number[];
  /** Its place in the new release; null where that is gone. */
  readonly context: number | null;
  /** The release gives this very command other keys there than before. */
  readonly shippedMoved: boolean;
}

/** Another command that has the press of an edit, on the platforms where it has. */
export interface Owner {
  readonly held: Held;
  readonly platforms: readonly Platform[];
}

/** A layer, and the two states of what it lies on: `stack` of each setting is the base, without the layer. */
export interface CarryQuestion {
  readonly edits: readonly Edit[];
  readonly old: Setting;
  readonly now: Setting;
  readonly lineage: Lineage;
}

/**
 * Carries a layer from one release to another: shipped before, custom before, shipped now. One outcome an edit, in their
 * order. Without a change of the release every edit comes out as it went in.
 */
export function carry(question: CarryQuestion): Outcome[] {
  const { edits, old, now, lineage } = question;
  const landed = edits.map((edit) => landing(edit, question));
  const places = new Map<string, Edit>();
  for (const { put } of landed) if (put && !places.has(placeKey(put))) places.set(placeKey(put), put);
  const grounds: Grounds = { old: groundsOf(old), now: groundsOf(now) };
  const strangers = newOwners(question, grounds, [...places.values()]);
  return edits.map((edit, at): Outcome => {
    const { put, targets, context } = landed[at]!;
    const outcome = (kind: OutcomeKind, more: Partial<Outcome> = {}): Outcome => {
      const rest = { edit, kind, put, targets, context, owners: [], shippedMoved: false, ...more };
      const open =
        kind === 'command gone' || kind === 'context gone' || kind === 'not accepted' || kind === 'press taken';
      return { ...rest, open: more.open ?? open, sentence: more.sentence ?? sentenceOf(rest, old, now) };
    };
    if (targets.length === 0) return outcome('command gone');
    if (!put) return outcome('context gone');
    const shippedMoved = movedBelow(edit, put, question, grounds);
    const [unfit] = unfitEdits([put], now);
    if (unfit && !unfitEdits([edit], old).some((one) => one.code === unfit.code))
      return outcome('not accepted', { shippedMoved, sentence: unfit.sentence });
    const owners = strangers(edit, put);
    const fixed = owners.find(({ held }) => now.commands.get(held.command)?.fixed);
    if (fixed) return outcome('not accepted', { owners, shippedMoved });
    if (owners.length) return outcome('press taken', { owners, shippedMoved });
    if (places.get(placeKey(put)) !== put)
      return outcome('follows', { shippedMoved, open: true, sentence: doubledSentence(put, now) });
    if (shippedMoved && asShipped(put, now, grounds)) return outcome('now as shipped', { shippedMoved });
    const follows = targets.length > 1 || put.command !== edit.command || lineage.commands.back(put.command).length > 1;
    if (follows) return outcome('follows', { shippedMoved });
    return outcome(liesElsewhere(edit, put, old, now, lineage) ? 'context moved' : 'carried', { shippedMoved });
  });
}

/** Where an edit would stand in the new release; of several commands the one that keeps its identity or its keys. */
function landing(edit: Edit, { old, now, lineage }: CarryQuestion): Pick<Outcome, 'put' | 'targets' | 'context'> {
  const targets = lineage.commands.forward(edit.command).filter((id) => now.commands.has(id));
  const context = lineage.contexts.forward(edit.context)[0] ?? null;
  if (targets.length === 0 || context === null) return { put: null, targets, context };
  const [platform] = old.platforms as [Platform];
  const had = new Set(
    targets.length > 1 ? heldAt(old.stack, platform, edit.command, edit.context).map((one) => one.shortcut) : [],
  );
  const heir =
    targets.find((id) => id === edit.command) ??
    targets.find((id) => heldAt(now.stack, platform, id, context).some((one) => had.has(one.shortcut))) ??
    targets[0]!;
  const same = heir === edit.command && context === edit.context;
  return { put: same ? edit : { ...edit, command: heir, context }, targets, context };
}

const platformsOf = ({ platform }: EditPlace, { platforms }: Setting) => (platform === null ? platforms : [platform]);
interface Grounds {
  readonly old: (platform: Platform) => Ground;
  readonly now: (platform: Platform) => Ground;
}
const sameTexts = (a: readonly string[], b: readonly string[]) => a.length === b.length && a.every((one, i) => one === b[i]); // prettier-ignore

/** Whether the release itself gives the command other keys there, on a platform the edit speaks of. */
function movedBelow(edit: Edit, put: Edit, { old, now }: CarryQuestion, grounds: Grounds): boolean {
  const before = (platform: Platform) => (old.platforms.includes(platform) ? grounds.old(platform).base(edit) : []);
  return platformsOf(put, now).some((platform) => !sameTexts(before(platform), grounds.now(platform).base(put)));
}

/** Whether the release gives the command just what the edit makes of it, wherever the edit speaks. */
function asShipped(put: Edit, now: Setting, grounds: Grounds): boolean {
  if (put.action === 'block' || put.action === 'put back') return false;
  return platformsOf(put, now).every((platform) => {
    const ground = grounds.now(platform);
    return sameTexts(ground.made(put), ground.base(put));
  });
}

/** Whether a context lies below another one than before. */
function liesElsewhere(edit: Edit, put: Edit, old: Setting, now: Setting, { contexts }: Lineage): boolean {
  const parent = old.tree.get(edit.context).parent;
  const nowIn = now.tree.get(put.context).parent;
  return (parent === null ? null : contexts.forward(parent)[0]) !== nowIn;
}

function doubledSentence({ command }: Edit, now: Setting): string {
  return `Two edits now speak of ${now.commands.get(command)!.label} in the same place: the other one stands, this one waits.`;
}

/** Who answers to an edit’s press in the new release, near its place, and did not in the old one. */
function newOwners({ edits, old, now, lineage }: CarryQuestion, grounds: Grounds, landed: readonly Edit[]) {
  const laid = new Map(now.platforms.map((platform) => [platform, grounds.now(platform).laid(landed)]));
  const formerly = new Map(old.platforms.map((platform) => [platform, grounds.old(platform).laid(edits)]));
  const near = (all: readonly Held[], { tree }: Setting, { command, context }: EditPlace) =>
    all.filter((held) => held.command !== command && tree.relation(context, held.context) !== 'apart');
  return (edit: Edit, put: Edit): Owner[] => {
    const shortcuts = edit.action === 'block' ? edit.shortcuts : keysOf(edit);
    const found = new Map<string, Owner>();
    for (const platform of platformsOf(put, now)) {
      for (const shortcut of shortcuts) {
        const theirs = near(laid.get(platform)?.(shortcut) ?? [], now, put);
        if (theirs.length === 0) continue;
        const had = new Set<number>();
        for (const held of near(formerly.get(platform)?.(shortcut) ?? [], old, edit)) {
          const [context] = lineage.contexts.forward(held.context);
          if (context !== undefined)
            for (const command of lineage.commands.forward(held.command)) had.add(spotKey(command, context));
        }
        for (const held of theirs) {
          if (had.has(spotKey(held.command, held.context))) continue;
          const key = `${held.command} ${held.context} ${held.shortcut}`;
          const known = found.get(key);
          if (known?.platforms.includes(platform)) continue;
          found.set(key, { held, platforms: [...(known?.platforms ?? []), platform] });
        }
      }
    }
    return [...found.values()];
  };
}
