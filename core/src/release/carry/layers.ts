import type { Edit } from '../../contract/index.ts';
import {
  consequences,
  inPlaceOrder,
  keysOf,
  layerOver,
  placeKey,
  settingWith,
  type Setting,
} from '../../keyset/index.ts';
import { said, type Said } from '../../words/index.ts';
import { carry, newOwners, type CarryQuestion, type Outcome } from './carry.ts';
import { ownersSaid } from './outcome-words.ts';
import type { Lineage } from '../lineage/lineage.ts';

/** What is decided of an edit: keep it (taking its press), go along with the release, something else, or not yet. */
export type Decision =
  | { readonly what: 'keep' }
  | { readonly what: 'follow' }
  | {
      readonly what: 'other';
      readonly shortcuts?: readonly string[];
      readonly command?: number;
      readonly context?: number;
    }
  | { readonly what: 'later' };

/** What is done with an outcome that nobody has decided on. */
export function decisionFor({ kind, open }: Pick<Outcome, 'kind' | 'open'>): Decision {
  if (open) return { what: 'later' };
  return { what: kind === 'now as shipped' ? 'follow' : 'keep' };
}

/** A layer carried forward, and what nobody has decided yet: it is not in the layer, and named with it. */
export interface Carried {
  readonly edits: readonly Edit[];
  readonly open: readonly { readonly outcome: Outcome; readonly why: Said }[];
}

/** The edit that a decision puts into the new layer, or null where it puts none. */
function decided({ put, edit, targets, context: there }: Outcome, decision: Decision): Edit | null {
  if (decision.what === 'keep') return put;
  if (decision.what !== 'other') return null;
  const command = decision.command ?? put?.command ?? targets[0];
  const context = decision.context ?? there;
  if (command === undefined || context === null) return null;
  const shortcuts = decision.shortcuts ? [...decision.shortcuts] : edit.shortcuts;
  // What adds goes on adding, and what disables disables other keys; anything else is given the keys.
  const action = decision.shortcuts && edit.action !== 'add' && edit.action !== 'block' ? 'set' : edit.action;
  return { ...(put ?? edit), command, context, action, shortcuts };
}

/**
 * The new layer, from outcomes and decisions (`decisions[i]` of `outcomes[i]`, else what `decisionFor` says). What is kept
 * against a new owner takes the press from it as an edit by hand would; what cannot be is left open, and says why. What
 * would be kept without a word is weighed against the layer as it becomes: who is in its way only because another edit was
 * dropped leaves it open too.
 */
export function carriedLayer(
  outcomes: readonly Outcome[],
  decisions: ReadonlyMap<number, Decision>,
  question: CarryQuestion,
): Carried {
  const { now } = question;
  const layer = new Map<string, Edit>();
  const open: { outcome: Outcome; why: Said }[] = [];
  const taking: { outcome: Outcome; edit: Edit }[] = [];
  outcomes.forEach((outcome, at) => {
    const decision = decisions.get(at) ?? decisionFor(outcome);
    if (decision.what === 'follow') return;
    const edit = decided(outcome, decision);
    if (!edit) open.push({ outcome, why: outcome.said });
    else if (outcome.owners.length || outcome.kind === 'not accepted' || decision.what === 'other')
      taking.push({ outcome, edit });
    else if (layer.has(placeKey(edit))) open.push({ outcome, why: said('carry.another edit') });
    else layer.set(placeKey(edit), edit);
  });
  leaveHindered(question, outcomes, { layer, open, taking: taking.map((one) => one.edit) });
  // Edits of the trainer’s; the others are what taking a press from a command leaves it with.
  const own = new Set(layer.keys());
  for (const { outcome, edit } of taking) {
    const place = placeKey(edit);
    if (own.has(place)) {
      open.push({ outcome, why: said('carry.another edit') });
      continue;
    }
    const left = layer.get(place);
    const put = left ? withWhatIsLeft(edit, left) : edit;
    const others = [...layer.values()].filter((one) => one !== left);
    const setting = settingWith(now, layerOver(now.weighed.stack, others));
    const { refusals, change } = consequences(setting, { put: [put], remove: [] });
    if (refusals.length) {
      open.push({ outcome, why: said('carry.refused', { sentence: refusals[0]!.sentence }) });
      continue;
    }
    for (const one of change.put) layer.set(placeKey(one), one);
    own.add(place);
  }
  return { edits: inPlaceOrder([...layer.values()]), open };
}

/** An edit at a place where a key was just taken: what adds, adds to what is left there. */
const withWhatIsLeft = (edit: Edit, left: Edit): Edit =>
  edit.action === 'add' ? { ...edit, action: 'set', shortcuts: [...keysOf(left), ...edit.shortcuts] } : edit;

interface Making {
  readonly layer: Map<string, Edit>;
  readonly open: { outcome: Outcome; why: Said }[];
  /** Edits that are laid afterwards, and take what they need. */
  readonly taking: readonly Edit[];
}

/** Removes edits from a layer, and leaves them undecided, if another shortcut hinders them given the rest of the layer. */
function leaveHindered(question: CarryQuestion, outcomes: readonly Outcome[], { layer, open, taking }: Making) {
  for (;;) {
    const strangers = newOwners(question, [...layer.values(), ...taking]);
    const hindered = outcomes.flatMap((outcome) => {
      const { put } = outcome;
      if (!put || layer.get(placeKey(put)) !== put) return [];
      const owners = strangers(outcome.edit, put);
      return owners.length ? [{ outcome, put, why: ownersSaid(owners, question.now, 'carry.taken') }] : [];
    });
    if (hindered.length === 0) return;
    for (const { outcome, put, why } of hindered) {
      layer.delete(placeKey(put));
      open.push({ outcome, why });
    }
  }
}

/** A layer of a stack carried forward, with what became of each of its edits. */
export interface CarriedStep extends Carried {
  readonly outcomes: readonly Outcome[];
}

/**
 * A stack carried from the bottom up: each layer over what those below it became. `old` holds the layers, `now`
 * only what is shipped; decisions go by layer and edit.
 */
export function carryStack(
  old: Setting,
  now: Setting,
  lineage: Lineage,
  decisions: readonly ReadonlyMap<number, Decision>[] = [],
): CarriedStep[] {
  const { stack } = old.weighed;
  let [below, above] = [{ ...old, weighed: old.weighed.shipped() }, now];
  return stack.layers.map((layer, at) => {
    const question = { edits: layer.edits, old: below, now: above, lineage };
    const outcomes = carry(question);
    const made = carriedLayer(outcomes, decisions[at] ?? new Map(), question);
    below = settingWith(below, { ...stack, layers: stack.layers.slice(0, at + 1) });
    above = settingWith(above, layerOver(above.weighed.stack, made.edits));
    return { ...made, outcomes };
  });
}

/** A layer carried over several releases in a row, each step with its default decisions. */
export function carryThrough(
  edits: readonly Edit[],
  settings: readonly Setting[],
  lineages: readonly Lineage[],
): CarriedStep {
  return lineages.reduce<CarriedStep>(
    (before, lineage, at) => {
      const step = stepOf({ edits: before.edits, old: settings[at]!, now: settings[at + 1]!, lineage });
      return { ...step, open: [...before.open, ...step.open] };
    },
    { edits, open: [], outcomes: [] },
  );
}

function stepOf(question: CarryQuestion): CarriedStep {
  const outcomes = carry(question);
  return { outcomes, ...carriedLayer(outcomes, new Map(), question) };
}
