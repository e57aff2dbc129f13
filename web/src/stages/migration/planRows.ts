import type { Claim, MoveFigures, Plan } from '@crib/core/crosswalk';
import type { Crosswalk, Edit } from '@crib/core/contract';
import { platformName, type Platform } from '@crib/core/keys';
import type { PlanStep } from '../../workers/plan.ts';
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
  readonly figures: MoveFigures | null;
  readonly rows: readonly PlanRow[];
}

/** Who made way for a line’s press, or the line’s own command where that did. */
export const displacedBy = ({ displaced }: Plan, row: PlanRow) =>
  displaced.find(
    (one) =>
      one.context === row.context &&
      (row.kind === 'kept' ? one.command !== row.target && one.lost.includes(row.old!) : one.command === row.target),
  );

/** The lines of a plan step by step. */
export function planSections(
  plan: Plan,
  steps: readonly PlanStep[],
  judged: Crosswalk['commands'],
  /** The platforms that both programs run on: a press that is kept on all of them needs no word of it. */
  theirs: readonly Platform[],
  label: (id: number) => string,
): PlanSection[] {
  const relationOf = ({ source, target }: Claim) =>
    judged.find((one) => one.source === source && one.target === target)!.relation;
  const on = (platforms: readonly Platform[]) =>
    platforms.length === 0 || theirs.every((one) => platforms.includes(one))
      ? ''
      : ` on ${platforms.map(platformName).join(' and ')}`;
  const keptRow = (claim: Claim): PlanRow => {
    const { source, target, context, shortcut, platforms } = claim;
    const row: PlanRow = {
      key: `${source} ${target} ${shortcut} ${context}`,
      kind: 'kept',
      old: shortcut,
      source,
      target,
      context,
      word: RELATION_WORDS[relationOf(claim) as keyof typeof RELATION_WORDS],
      now: [shortcut],
      says: '',
    };
    const owner = displacedBy(plan, row);
    return { ...row, says: `kept${on(platforms)}${owner ? `, from ${label(owner.command)}` : ''}` };
  };
  const wayRow = ({ command: target, context, shortcuts }: Edit, platforms: readonly Platform[]): PlanRow => {
    const gets = plan.displaced.find((one) => one.command === target && one.context === context)?.now ?? null;
    const kind = gets !== null && shortcuts.includes(gets) ? 'moved' : 'left';
    const says = kind === 'moved' ? 'moved' : shortcuts.length ? 'kept' : 'no shortcut';
    return {
      key: `way ${target} ${context} ${shortcuts.join()}`,
      kind,
      old: null,
      source: null,
      target,
      context,
      word: 'reassigned',
      now: shortcuts,
      says: `${says}${on(platforms)}`,
    };
  };
  const rowsOf = (edit: Edit, _: number, all: readonly Edit[]): PlanRow[] => {
    const alike = all.filter(
      (one) =>
        one.command === edit.command && one.context === edit.context && one.shortcuts.join() === edit.shortcuts.join(),
    );
    const claims = plan.kept.filter(
      (one) =>
        one.target === edit.command &&
        one.context === edit.context &&
        (edit.platform === null || one.platforms.includes(edit.platform)),
    );
    return claims.length
      ? claims.map(keptRow)
      : [
          wayRow(
            edit,
            alike.flatMap((one) => one.platform ?? []),
          ),
        ];
  };
  return steps.map(({ edits, weight, figures }, index) => ({
    title: `Step ${index + 1} of ${steps.length}`,
    weight: Math.round(weight),
    figures,
    // What is so on several platforms by an edit each is one line.
    rows: [...new Map(edits.flatMap(rowsOf).map((row) => [row.key, row])).values()],
  }));
}
