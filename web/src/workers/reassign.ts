import { layoutById } from '@crib/core/keys';
import { opened } from '@crib/core/keyset';
import { keyboardsOf } from '@crib/core/press';
import { reassign, type Reassigned, type Rest, type Wish } from '@crib/core/reach';
import type { Catalogue } from '@crib/core/contract';

export interface ReassignQuestion {
  readonly catalogue: Catalogue;
  readonly keyset: number;
  readonly layouts: readonly string[];
  readonly rest: Rest;
  readonly wishes: readonly Wish[];
}

self.onmessage = ({ data }: MessageEvent<ReassignQuestion>) => {
  const layouts = data.layouts.flatMap((id) => layoutById(id) ?? []);
  const known = opened(data.catalogue);
  const setting = known.setting(data.keyset, keyboardsOf(layouts, data.catalogue.release.platforms));
  const facts = { rest: data.rest, groups: data.catalogue.groups, uses: known.uses() };
  self.postMessage(reassign(data.wishes, setting, facts) satisfies Reassigned);
};
