import type { Edit } from '../../contract/index.ts';
import { consequences, inPlaceOrder, layerOver, placeKey, settingWith, type Setting } from '../../keyset/index.ts';
import { said, type Said } from '../../words/index.ts';
import { carry, type CarryQuestion, type Outcome } from './carry.ts';
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
  const action = decision.shortcuts && edit.action !== 'add' ? 'set' : edit.action;
  return { ...edit, command, context, action, shortcuts };
}

/**
 * The new layer, from outcomes and decisions (`decisions[i]` of `outcomes[i]`, else what `decisionFor` says). What is kept
 * against a new owner takes the press from it as an edit by hand would; what cannot be is left open, and says why.
 */
export function carriedLayer(
  outcomes: readonly Outcome[],
  decisions: ReadonlyMap<number, Decision>,
  now: Setting,
): Carried {
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
  for (const { outcome, edit } of taking) {
    if (layer.has(placeKey(edit))) {
      open.push({ outcome, why: said('carry.another edit') });
      continue;
    }
    const setting = settingWith(now, layerOver(now.weighed.stack, [...layer.values()]));
    const { refusals, change } = consequences(setting, { put: [edit], remove: [] });
    if (refusals.length) open.push({ outcome, why: said('carry.refused', { sentence: refusals[0]!.sentence }) });
    else for (const put of change.put) layer.set(placeKey(put), put);
  }
  return { edits: inPlaceOrder([...layer.values()]), open };
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
    const outcomes = carry({ edits: layer.edits, old: below, now: above, lineage });
    const made = carriedLayer(outcomes, decisions[at] ?? new Map(), above);
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
  return { outcomes, ...carriedLayer(outcomes, new Map(), question.now) };
}
