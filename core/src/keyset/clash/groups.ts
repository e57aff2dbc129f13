import type { Held } from '../effective.ts';
import type { Clash, ClashKind, Severity } from './finding.ts';

/** Findings of one kind about one press in the same contexts and on the same keyboards. */
export interface ClashGroup {
  readonly kind: ClashKind;
  readonly severity: Severity;
  /** The shortcut as the first party has it. */
  readonly shortcut: string;
  readonly contexts: readonly number[];
  readonly platforms: Clash['platforms'];
  readonly layouts: Clash['layouts'];
  /** Every binding concerned, once. */
  readonly parties: readonly Held[];
  readonly findings: readonly Clash[];
}

/** Puts together what is one matter to work off; no more than `most` groups are listed. */
export function groupClashes(list: readonly Clash[], most = 10_000): ClashGroup[] {
  const groups = new Map<string, Clash[]>();
  for (const clash of list) {
    const { kind, severity, parties, platforms, layouts } = clash;
    const contexts = parties.map((held) => held.context).join('+');
    const key = [kind, severity, parties[0].shortcut, contexts, platforms.join('+'), layouts.join('+')].join(' | ');
    const group = groups.get(key);
    if (group) group.push(clash);
    else if (groups.size < most) groups.set(key, [clash]);
  }
  return [...groups.values()].map((findings) => {
    const [{ kind, severity, parties, platforms, layouts }] = findings as [Clash, ...Clash[]];
    const everybody = new Map(
      findings
        .flatMap((clash): Held[] => [...clash.parties])
        .map((held) => [`${held.command} ${held.context} ${held.shortcut}`, held]),
    );
    const contexts = [...new Set(parties.map((held) => held.context))];
    const { shortcut } = parties[0];
    return { kind, severity, shortcut, contexts, platforms, layouts, parties: [...everybody.values()], findings };
  });
}
