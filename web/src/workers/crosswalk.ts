import { prepared, type MatchQuestion, type Matching, type Prepared, type Proposed } from '@crib/core/crosswalk';

/**
 * The lists to match; sources to glance at by words alone, before anything is learned; what was judged, from which all is
 * learned anew; sources to propose for. Answers name their round.
 */
export type CrosswalkQuestion =
  | { readonly kind: 'lists'; readonly lists: Omit<MatchQuestion, 'judged'> }
  | { readonly kind: 'glance'; readonly round: number; readonly sources: readonly number[] }
  | { readonly kind: 'judged'; readonly judged: NonNullable<MatchQuestion['judged']> }
  | { readonly kind: 'sources'; readonly round: number; readonly sources: readonly number[] };
export interface CrosswalkAnswer {
  readonly round: number;
  readonly kind: 'glance' | 'sources';
  readonly proposed: readonly Proposed[];
}

let lists: Prepared | null = null;
let matcher: Matching | null = null;
self.onmessage = ({ data }: MessageEvent<CrosswalkQuestion>) => {
  if (data.kind === 'lists') lists = prepared(data.lists);
  else if (data.kind === 'judged') matcher = lists && lists.knowing(data.judged);
  else {
    const { kind, round, sources } = data;
    const look = kind === 'glance' ? lists?.glance : matcher?.proposed;
    if (look) self.postMessage({ round, kind, proposed: sources.map((id) => look(id)) } satisfies CrosswalkAnswer);
  }
};
