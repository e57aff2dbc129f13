import { heldAt, type Setting } from '../../keyset/index.ts';
import { said, where, type Said } from '../../words/index.ts';
import type { Outcome, Owner } from './outcome.ts';

/** What becomes of an edit, for the trainer. */
export function outcomeSaid(outcome: Omit<Outcome, 'open' | 'said'>, old: Setting, now: Setting): Said {
  const { edit, kind, put, owners, targets, refusal } = outcome;
  const { keyboards, stack } = now.weighed;
  const command = old.commands.get(edit.command)?.label ?? `command ${edit.command}`;
  const platform = edit.platform ?? keyboards.platforms[0]!;
  const is = put ? (now.commands.get(put.command)?.label ?? '') : '';
  const place = put ? now.tree.title(put.context) : old.tree.title(edit.context);
  const values = { command, now: is, place };
  if (refusal) return said('carry.refused', { sentence: refusal.sentence });
  if (outcome.typed) return said('carry.typed', { ...values, keys: { keys: outcome.typed, on: platform } });
  if (outcome.doubled) return said('carry.doubled', values);
  const gone = edit.holds !== undefined && kind === 'command gone' && now.commands.has(edit.command);
  if (gone) return said('carry.slot empty', { ...values, held: old.commands.get(edit.holds!)?.label ?? '' });
  if (kind === 'command gone' || kind === 'context gone') return said(`carry.${kind}`, values);
  if (kind === 'context moved') return said('carry.context moved', { ...values, path: now.tree.path(put!.context) });
  if (kind === 'carried') return said(outcome.shippedMoved ? 'carry.carried though' : 'carry.carried', values);
  if (kind === 'now as shipped') {
    const keys = heldAt(stack, platform, put!.command, put!.context).map((one) => ({
      keys: one.shortcut,
      on: platform,
    }));
    return keys.length ? said('carry.as shipped', { ...values, keys }) : said('carry.as shipped none', values);
  }
  if (kind === 'follows') {
    if (targets.length > 1)
      return said('carry.split', { ...values, targets: targets.map((id) => now.commands.get(id)?.label ?? '') });
    return said(command === is ? 'carry.took in' : 'carry.became', values);
  }
  return ownersSaid(owners, now, kind === 'not accepted' ? 'carry.fixed' : 'carry.taken');
}

/** Who is in the way of an edit, told of the first of them. */
export function ownersSaid(owners: readonly Owner[], now: Setting, taken: 'carry.fixed' | 'carry.taken'): Said {
  const [owner] = owners as readonly [Owner, ...Owner[]];
  const on = owner.platforms[0]!;
  const code = owner.how === 'meet' ? taken : owner.how === 'begins' ? 'carry.waits' : 'carry.cut short';
  const theirs = { keys: owner.held.shortcut, on };
  return said(code, {
    keys: owner.how === 'meet' ? theirs : { keys: owner.shortcut, on },
    theirs,
    owner: now.commands.get(owner.held.command)?.label ?? '',
    there: now.tree.title(owner.held.context),
    where: where(owner, now.weighed.keyboards),
    more: owners.length - 1,
  });
}
