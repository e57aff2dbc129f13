import { matching, type MatchQuestion, type Proposed } from '@crib/core/crosswalk';

/** Lists to match and what was judged, or sources to propose for; each answer names the question it belongs to. */
export type CrosswalkQuestion =
  | { readonly kind: 'lists'; readonly round: number; readonly question: MatchQuestion }
  | { readonly kind: 'sources'; readonly round: number; readonly sources: readonly number[] };
export interface CrosswalkAnswer {
  readonly round: number;
  readonly proposed: readonly Proposed[];
}

let matcher: ReturnType<typeof matching> | null = null;
self.onmessage = ({ data }: MessageEvent<CrosswalkQuestion>) => {
  if (data.kind === 'lists') matcher = matching(data.question);
  else if (matcher)
    self.postMessage({ round: data.round, proposed: data.sources.map((id) => matcher!.proposed(id)) } satisfies CrosswalkAnswer); // prettier-ignore
};
