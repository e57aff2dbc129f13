import { usesADay } from '@crib/core/catalogue';
import { layoutById } from '@crib/core/keys';
import { settingFrom } from '@crib/core/keyset';
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
  const setting = settingFrom(data.catalogue, data.keyset, { layouts });
  const facts = { rest: data.rest, groups: data.catalogue.groups, uses: usesADay(data.catalogue.uses) };
  self.postMessage(reassign(data.wishes, setting, facts) satisfies Reassigned);
};
