import type { Edit, Run } from '../../contract/index.ts';
import { consequences, settingAfter, type Setting } from '../../keyset/index.ts';
import type { Harm, Lineage } from '../../release/index.ts';
import { hindranceOf } from '../plan/claims.ts';

/** A press that goes wrong on the first day: what it did, what it does, and the edit that would prevent it. */
export interface WrongPress {
  readonly harm: Harm;
  /** The old command and the shortcut it had. */
  readonly command: number;
  readonly shortcut: string;
  /** Where it first comes in a run, as run and step; null where no run has it. */
  readonly task: { readonly run: number; readonly step: number } | null;
  /** Names the edit, among `edits`; null where nothing can be done about it. */
  readonly edit: string | null;
}

export interface FirstDay {
  /** In the order of the tasks, then the most harmful first. */
  readonly presses: readonly WrongPress[];
  /** All harm that day. */
  readonly total: number;
  /** The fewest edits that prevent the share asked for, or as much as can be; the most helpful first. */
  readonly edits: readonly { readonly name: string; readonly edit: Edit; readonly prevents: number }[];
  readonly prevented: number;
  /** How many edits would prevent something at all. */
  readonly possible: number;
}

/**
 * What goes wrong on the day on which a release or a program changes, for hands trained on the old keyset, and the fewest
 * edits of the new one that prevent a share of the harm. An edit gives a command its old presses of one place back; no press
 * is prevented by two edits, so that taking the most helpful first is exact, however many there are.
 */
export function firstDay(
  harms: readonly Harm[],
  now: Setting,
  lineage: Lineage,
  runs: readonly Run[],
  { share, platform, reason }: { readonly share: number; readonly platform: string; readonly reason: string },
): FirstDay {
  const wrong = harms.filter((one) => one.harm > 0 && (one.kind === 'new meaning' || one.kind === 'dead'));
  const candidates = new Map<string, { edit: Edit; prevents: number }>();
  const found = wrong.flatMap((harm): WrongPress[] =>
    harm.change.old.map(({ command, shortcut }) => {
      const target = lineage.commands.forward(command).find((id) => now.commands.has(id));
      const context = harm.change.place.now;
      const task = runs.reduce<WrongPress['task']>((known, { steps }, run) => {
        const step = steps.indexOf(command);
        return known ?? (step < 0 ? null : { run, step });
      }, null);
      const press = { harm, command, shortcut, task };
      if (target === undefined || context === null) return { ...press, edit: null };
      const claim = { source: command, target, context, shortcut, platforms: [platform], uses: harm.uses };
      if (hindranceOf(claim, now)) return { ...press, edit: null };
      const name = `${target} ${context}`;
      const known = candidates.get(name);
      const keys = [...new Set([...(known?.edit.shortcuts ?? []), shortcut])];
      if (keys.length > 8) return { ...press, edit: null };
      const edit: Edit = { command: target, context, platform, action: 'add', shortcuts: keys, reason, memoryAid: '' };
      candidates.set(name, { edit, prevents: (known?.prevents ?? 0) + harm.harm / harm.change.old.length });
      return { ...press, edit: name };
    }),
  );
  const total = wrong.reduce((sum, one) => sum + one.harm, 0);
  const ordered = [...candidates].sort((a, b) => b[1].prevents - a[1].prevents || (a[0] < b[0] ? -1 : 1));
  const edits: { name: string; edit: Edit; prevents: number }[] = [];
  let prevented = 0;
  for (const [name, one] of ordered) {
    if (prevented >= share * total - 1e-9) break;
    edits.push({ name, ...one });
    prevented += one.prevents;
  }
  const order = ({ task }: WrongPress) => (task ? task.run * 10_000 + task.step : Infinity);
  const presses = found.sort((a, b) => (order(a) === order(b) ? b.harm.harm - a.harm.harm : order(a) - order(b)));
  return { presses, total, edits, prevented, possible: candidates.size };
}

/** Edits made one after another with all that follows from them; those that are refused are left out. */
export function madeInTurn(setting: Setting, edits: readonly Edit[]): readonly Edit[] {
  let at = setting;
  for (const edit of edits) {
    const { refusals, change } = consequences(at, { put: [edit], remove: [] });
    if (refusals.length === 0) at = settingAfter(at, change);
  }
  return at.weighed.stack.layers.at(-1)!.edits;
}
