import type { Claim, Plan, Step } from '@crib/core/crosswalk';
import type { Crosswalk, Edit } from '@crib/core/contract';
import { platformName } from '@crib/core/keys';
import { RELATION_WORDS } from './words.ts';

/** A line of the plan: an old press that is kept, or a command that makes way. */
export interface PlanRow {
  readonly key: string;
  readonly kind: 'kept' | 'moved' | 'left';
  readonly old: string | null;
  readonly source: number | null;
  readonly target: number;
  readonly context: number;
  readonly word: string;
  /** The shortcuts from now on. */
  readonly now: readonly string[];
  readonly says: string;
}
export interface PlanSection {
  readonly title: string;
  readonly weight: number;
  readonly rows: readonly PlanRow[];
}

/** Who made way for a line’s press, or the line’s own command where that did. */
export const displacedBy = ({ displaced }: Plan, row: PlanRow) =>
  displaced.find((one) => one.context === row.context && (row.kind === 'kept' ? one.command !== row.target && one.lost.includes(row.old!) : one.command === row.target)); // prettier-ignore

/** The lines of a plan step by step. */
export function planSections(
  plan: Plan,
  steps: readonly Step[],
  judged: Crosswalk['commands'],
  label: (id: number) => string,
): PlanSection[] {
  const relationOf = ({ source, target }: Claim) => judged.find((one) => one.source === source && one.target === target)!.relation; // prettier-ignore
  const on = ({ platform }: Pick<Edit, 'platform'>) => (platform === null ? '' : ` on ${platformName(platform)}`);
  const keptRow = (claim: Claim): PlanRow => {
    const { source, target, context, shortcut, platform } = claim;
    const row: PlanRow = { key: `${source} ${target} ${shortcut} ${platform}`, kind: 'kept', old: shortcut, source, target, context, word: RELATION_WORDS[relationOf(claim) as keyof typeof RELATION_WORDS], now: [shortcut], says: '' }; // prettier-ignore
    const owner = displacedBy(plan, row);
    return { ...row, says: `kept${on(claim)}${owner ? `, from ${label(owner.command)}` : ''}` };
  };
  const wayRow = (edit: Edit): PlanRow => {
    const { command: target, context, shortcuts } = edit;
    const gets = plan.displaced.find((one) => one.command === target && one.context === context)?.now ?? null;
    const kind = gets !== null && shortcuts.includes(gets) ? 'moved' : 'left';
    const says = kind === 'moved' ? 'moved' : shortcuts.length ? 'keeps' : 'left without';
    return { key: `way ${target} ${context} ${edit.platform}`, kind, old: null, source: null, target, context, word: 'makes way', now: shortcuts, says: `${says}${on(edit)}` }; // prettier-ignore
  };
  const rowsOf = (edit: Edit): PlanRow[] => {
    const claims = plan.kept.filter((one) => one.target === edit.command && one.context === edit.context && (one.platform === null || edit.platform === null || one.platform === edit.platform)); // prettier-ignore
    return claims.length ? claims.map(keptRow) : [wayRow(edit)];
  };
  return steps.map(({ edits, weight }, index) => ({
    title: `Step ${index + 1} of ${steps.length}`,
    weight: Math.round(weight),
    // A press that is kept on several platforms by an edit each is one line.
    rows: [...new Map(edits.flatMap(rowsOf).map((row) => [row.key, row])).values()],
  }));
}
