import type { Edit } from '../../contract/index.ts';
import type { Setting } from '../../keyset/index.ts';
import { carry, type Outcome } from './carry.ts';
import { inverse, type Lineage } from '../lineage/lineage.ts';

/** One release of an app, as it takes to see what an edit would have met there. */
export interface PastRelease {
  readonly label: string;
  /** What it shipped. */
  readonly setting: Setting;
}

/** What an edit met when a release came: only what was more than being carried. */
export interface EditCost {
  readonly edit: Edit;
  /** The releases it could have been carried to: those before which its command and place were there. */
  readonly steps: number;
  readonly at: readonly { readonly from: string; readonly to: string; readonly outcome: Outcome }[];
}

/**
 * What each edit of a layer has cost at past releases: carried from each release to the next, as if it had stood there.
 * `releases` go up to the one the layer stands on; `lineageOf(a, b)` leads from one of them to another.
 */
export function costs(
  edits: readonly Edit[],
  releases: readonly PastRelease[],
  lineageOf: (from: number, to: number) => Lineage,
): EditCost[] {
  const last = releases.length - 1;
  const found = edits.map((edit) => ({ edit, steps: 0, at: [] as { from: string; to: string; outcome: Outcome }[] }));
  for (let step = 0; step < last; step++) {
    const [old, now] = [releases[step]!, releases[step + 1]!];
    const back = inverse(lineageOf(step, last));
    const there = edits.flatMap((edit, at) => {
      const command = back.commands.forward(edit.command)[0];
      const context = back.contexts.forward(edit.context)[0];
      return command === undefined || context === undefined ? [] : [{ at, edit: { ...edit, command, context } }];
    });
    const outcomes = carry({
      edits: there.map((one) => one.edit),
      old: old.setting,
      now: now.setting,
      lineage: lineageOf(step, step + 1),
    });
    outcomes.forEach((outcome, n) => {
      const mine = found[there[n]!.at]!;
      mine.steps++;
      if (outcome.kind !== 'carried') mine.at.push({ from: old.label, to: now.label, outcome });
    });
  }
  return found;
}
