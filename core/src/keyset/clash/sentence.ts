import { said, where, type Said, type SaidCode, type SaidValue } from '../../words/index.ts';
import type { Held } from '../effective.ts';
import type { Setting } from '../setting.ts';
import type { Clash } from './finding.ts';

/** A finding with both parties, to be said. */
export function clashSaid({ commands, tree, policy, decides, weighed: { keyboards } }: Setting, clash: Clash): Said {
  const [a, b] = clash.parties;
  const platform = clash.platforms[0] ?? keyboards.platforms[0]!;
  const label = (held: Held) => commands.get(held.command)?.label ?? `command ${held.command}`;
  const other = b ?? a;
  const values: Record<string, SaidValue> = {
    keys: { keys: a.shortcut, on: platform },
    command: label(a),
    place: tree.title(a.context),
    theirs: { keys: other.shortcut, on: platform },
    owner: label(other),
    there: tree.title(other.context),
    where: where(clash, keyboards),
    taker: clash.taker ?? '',
    says: clash.says ?? '',
    swallowed: clash.swallowed ?? 0,
    unknown: clash.unknown === true,
    missing: commands.get(clash.missing ?? 0)?.label ?? '',
    pause: policy.pause ?? 0,
    decides: decides(a.command, other.command),
  };
  if (clash.kind !== 'waits') return said(`clash.${clash.kind}` as SaidCode, values);
  const length = (held: Held) => keyboards.strokes(held.shortcut).length;
  const shorter = length(a) <= length(other) ? a : other;
  return said('clash.waits', { ...values, short: { keys: shorter.shortcut, on: platform }, whose: label(shorter) });
}
