import { layoutById } from '@crib/core/keys';
import { clashSentence, clashes, groupClashes, settingFrom, type ClashGroup } from '@crib/core/keyset';
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
  const setting = settingFrom(data.catalogue, data.keyset, { layouts });
  const found = clashes(setting);
  const groups = groupClashes(found).map(({ findings, ...group }): ToldGroup => ({
    ...group,
    sentences: findings.slice(0, SHOWN).map((clash) => clashSentence(setting, clash)),
    more: Math.max(0, findings.length - SHOWN),
  }));
  self.postMessage({ groups, total: found.length } satisfies ClashAnswer);
};
