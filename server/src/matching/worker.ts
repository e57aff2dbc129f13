import { evidenceOf, matchQuestion, propose } from '@crib/core/crosswalk';
import type { ByWay, Catalogue, Crosswalk, ProposedFor, WordSectionSaid } from '@crib/core/contract';
import { US, layoutById } from '@crib/core/keys';
import { opened } from '@crib/core/keyset';
import { say } from '@crib/core/words';
import { yieldToOthers } from '../priority.ts';

yieldToOthers();

/** Two releases, and what is known of what answers to what: plain data. */
export interface MatchTask {
  readonly from: Catalogue;
  readonly to: Catalogue;
  readonly crosswalk: Crosswalk;
  readonly words: readonly WordSectionSaid[];
  readonly byWay: readonly ByWay[];
  readonly layout: string;
}

/** What the threads of the matcher run. */
export default function match({ from, to, crosswalk, words, byWay, layout }: MatchTask): ProposedFor[] {
  const known = { layout: layoutById(layout) ?? US, words, byWay };
  const found = propose(matchQuestion({ from: opened(from), to: opened(to) }, crosswalk, known));
  return found.map(({ source, likelihood, proposals }) => ({
    source,
    likelihood,
    proposals: proposals.map(({ target, score, features }) => ({
      target,
      score,
      evidence: evidenceOf(features).map((one) => say(one)),
    })),
  }));
}
