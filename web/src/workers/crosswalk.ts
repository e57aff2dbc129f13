import { matching, type MatchQuestion, type Proposed } from '@crib/core/crosswalk';

/** The lists to match; what was judged, from which all is learned anew; sources to propose for. Answers name their round. */
export type CrosswalkQuestion =
  | { readonly kind: 'lists'; readonly lists: Pick<MatchQuestion, 'sources' | 'targets'> }
  | { readonly kind: 'judged'; readonly judged: MatchQuestion['judged'] }
  | { readonly kind: 'sources'; readonly round: number; readonly sources: readonly number[] };
export interface CrosswalkAnswer {
  readonly round: number;
  readonly proposed: readonly Proposed[];
}

let lists: Pick<MatchQuestion, 'sources' | 'targets'> | null = null;
let matcher: ReturnType<typeof matching> | null = null;
self.onmessage = ({ data }: MessageEvent<CrosswalkQuestion>) => {
  if (data.kind === 'lists') lists = data.lists;
  else if (data.kind === 'judged') matcher = lists && matching({ ...lists, judged: data.judged });
  else if (matcher)
    self.postMessage({ round: data.round, proposed: data.sources.map((id) => matcher!.proposed(id)) } satisfies CrosswalkAnswer); // prettier-ignore
};
