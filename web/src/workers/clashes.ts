import { layoutById } from '@crib/core/keys';
import { clashSaid, clashes, groupClashes, opened, type ClashGroup } from '@crib/core/keyset';
import { keyboardsOf } from '@crib/core/press';
import { say } from '@crib/core/words';
import type { Catalogue } from '@crib/core/contract';

/** A group of findings with the sentences of its first few. */
export type ToldGroup = Omit<ClashGroup, 'findings'> & { readonly sentences: readonly string[]; readonly more: number };

export interface ClashQuestion {
  readonly catalogue: Catalogue;
  readonly keyset: number;
  readonly layouts: readonly string[];
}
export interface ClashAnswer {
  readonly groups: readonly ToldGroup[];
  readonly total: number;
}

const SHOWN = 12;

self.onmessage = ({ data }: MessageEvent<ClashQuestion>) => {
  const layouts = data.layouts.flatMap((id) => layoutById(id) ?? []);
  const setting = opened(data.catalogue).setting(data.keyset, keyboardsOf(layouts, data.catalogue.release.platforms));
  const found = clashes(setting);
  const groups = groupClashes(found).map(({ findings, ...group }): ToldGroup => ({
    ...group,
    sentences: findings.slice(0, SHOWN).map((clash) => say(clashSaid(setting, clash))),
    more: Math.max(0, findings.length - SHOWN),
  }));
  self.postMessage({ groups, total: found.length } satisfies ClashAnswer);
};
