import { platformName, showStored } from '../keys/index.ts';
import { heldAt, type Setting } from '../keyset/index.ts';
import type { Outcome } from './carry.ts';

const list = (names: readonly string[]) =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** What becomes of an edit, in a sentence for the trainer. */
export function sentenceOf(outcome: Omit<Outcome, 'open' | 'sentence'>, old: Setting, now: Setting): string {
  const { edit, kind, put, owners, targets } = outcome;
  const was = old.commands.get(edit.command)?.label ?? `command ${edit.command}`;
  const platform = edit.platform ?? now.platforms[0]!;
  const is = put ? (now.commands.get(put.command)?.label ?? '') : '';
  const where = put ? now.tree.get(put.context).name : old.tree.get(edit.context).name;
  if (kind === 'command gone') return `${was} is not in this release any more.`;
  if (kind === 'context gone') return `${where} is not in this release any more.`;
  if (kind === 'context moved') return `${where} lies elsewhere now: ${now.tree.path(put!.context)}.`;
  if (kind === 'carried')
    return outcome.shippedMoved ? `Carried, though the release moved ${is} as well.` : 'Carried as it is.';
  if (kind === 'now as shipped') {
    const shipped = heldAt(now.stack, platform, put!.command, put!.context).map((one) =>
      showStored(one.shortcut, platform),
    );
    return shipped.length
      ? `The release gives ${is} ${list(shipped)} itself: the edit is not needed any more.`
      : `The release leaves ${is} without a key itself: the edit is not needed any more.`;
  }
  if (kind === 'follows') {
    if (targets.length > 1) {
      const names = list(targets.map((id) => now.commands.get(id)?.label ?? ''));
      return `${was} was split into ${names}; the edit goes with ${is}.`;
    }
    return was === is
      ? `${is} took other commands in; the edit stays with it.`
      : `${was} became ${is}; the edit goes with it.`;
  }
  const [owner] = owners;
  if (!owner) return '';
  const command = now.commands.get(owner.held.command)?.label ?? '';
  const there = now.tree.get(owner.held.context).name;
  const on = owner.platforms.length < now.platforms.length ? ` on ${list(owner.platforms.map(platformName))}` : '';
  const more = owners.length > 1 ? `, and ${owners.length - 1} more` : '';
  const press = showStored(owner.held.shortcut, owner.platforms[0]!);
  if (kind === 'not accepted') return `${press} belongs to ${command} now, which cannot be changed${on}.`;
  return `${press} is now ${command} in ${there}${on}${more}.`;
}
