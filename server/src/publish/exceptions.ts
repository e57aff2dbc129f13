import type { ProofException } from '@crib/core/contract';
import { problem, refuseAny } from '@crib/core/error';
import { say, type Said } from '@crib/core/words';

/** What an edition is published with though it is wrong: each with why; refuses what nobody has named. */
export function exceptionsFor(
  wrong: readonly { readonly key: string; readonly said: Said }[],
  named: readonly Omit<ProofException, 'said'>[],
): ProofException[] {
  // What was named for the last edition need not be named again; what is named now has the word.
  const because = new Map(named.map((one) => [one.finding, one.because]));
  const unnamed = wrong.filter((one) => !because.has(one.key));
  refuseAny(unnamed.map((one) => problem('proof', `${say(one.said)} Fix it, or give a reason to keep it.`)));
  return wrong.map((one) => ({ finding: one.key, said: say(one.said), because: because.get(one.key)! }));
}
