import type { z } from 'zod';
import type {
  Here,
  Proposal,
  Remark,
  SavedChange,
  SentAnswer,
  SentChange,
  SentHere,
  SentRemark,
} from '@crib/core/contract';
import { refuse, refuseAny } from '@crib/core/error';
import { consequences, inOne } from '@crib/core/keyset';
import { appBySlug } from '../store/apps.ts';
import { inTransaction, type Db } from '../store/db.ts';
import {
  answerProposal,
  endRemark,
  insertRemark,
  openProposal,
  othersHere,
  proposalOf,
  proposalsOf,
  remarksOf,
  saveProposal,
  seeHere,
} from '../store/review.ts';
import { act, look, type Acting } from './acting.ts';
import { held, settingOf, writeShown } from './keysets.ts';
import { refuseUnlessMayDo } from './may.ts';
import { refuseUnseen } from './consequences-shown.ts';

/** Proposing and answering, remarks on rows, and who is here. */

export const proposalsIn = (acting: Acting, slug: string): Promise<Proposal[]> =>
  look(acting, async (db) => proposalsOf(db, (await appBySlug(db, slug)).id, acting.actor));

/** Proposes a change of a keyset, or adds it to what one has proposed already; the keyset stays as it is. */
export const propose = (
  acting: Acting,
  id: number,
  asked: z.output<typeof SentChange>,
): Promise<{ id: number; edits: number }> =>
  act(
    acting,
    'proposed changes',
    async (db) => {
      const { opened, keyset } = await held(acting, db, id, asked.language, 'propose');
      const before = await openProposal(db, id, acting.actor);
      const outcome = consequences(settingOf(acting, opened, id, asked.layouts), asked);
      refuseAny(outcome.refusals);
      refuseUnseen(keyset, asked, outcome.consequences);
      const change = before ? inOne(before.change, outcome.change) : outcome.change;
      const why = [before?.why, asked.why].filter(Boolean).join('\n');
      const made = { id: before?.id ?? null, keyset: id, revision: keyset.revision, change, why, editor: acting.actor };
      return { id: await saveProposal(db, made), edits: change.put.length + change.remove.length };
    },
    { why: asked.why },
  );

/** Withdraws one’s own proposal. */
export const withdrawProposal = (acting: Acting, id: number): Promise<void> =>
  act(acting, 'withdrew a proposal', async (db) => {
    if (!(await stillOpen(acting, db, id)).mine)
      refuse('not-yours', 'Only the author can withdraw a proposal. Reviewers can return it.');
    await answerProposal(db, id, { state: 'withdrawn', answer: '', editor: acting.actor });
  });

const ANSWERED = { taken: 'approved', 'sent back': 'returned', withdrawn: 'withdrawn' } as const;
async function stillOpen({ actor }: Acting, db: Db, id: number) {
  const found = await proposalOf(db, id, actor);
  if (found.state !== 'open') refuse('changed-meanwhile', `This proposal has already been ${ANSWERED[found.state]}.`);
  return found;
}

/** Takes a proposal as it was shown at the keyset’s present revision, or sends it back with why. */
export function answer(acting: Acting, id: number, asked: z.output<typeof SentAnswer>): Promise<SavedChange | null> {
  if (asked.answer === 'send back')
    return act(
      acting,
      'sent a proposal back',
      async (db) => {
        await stillOpen(acting, db, id);
        await answerProposal(db, id, { state: 'sent back', answer: asked.because, editor: acting.actor });
        return null;
      },
      { why: asked.because },
    );
  return act(acting, 'took a proposal', async (db) => {
    const { change, why, keyset, madeBy } = await stillOpen(acting, db, id);
    const whole = { ...asked, ...change, why };
    const saved = await writeShown(acting, db, keyset, whole, { editorId: madeBy, as: 'propose' });
    await answerProposal(db, id, { state: 'taken', answer: '', editor: acting.actor });
    return saved;
  });
}

export const remarksIn = (acting: Acting, slug: string): Promise<Remark[]> =>
  look(acting, async (db) => remarksOf(db, (await appBySlug(db, slug)).id));
export const remark = (acting: Acting, slug: string, asked: z.output<typeof SentRemark>): Promise<Remark> =>
  act(
    acting,
    'remarked on a command',
    async (db) => insertRemark(db, { ...asked, app: (await appBySlug(db, slug)).id, editor: acting.actor }),
    { why: asked.said },
  );
export const closeRemark = (acting: Acting, id: number): Promise<void> =>
  act(acting, 'ended a remark', (db) => endRemark(db, id, acting.actor));

/** Says that one is here, and hears who else is. It is no act: nothing is kept of it. */
export function meet(acting: Acting, { tab, place }: z.output<typeof SentHere>): Promise<Here[]> {
  refuseUnlessMayDo(acting.who, 'look at');
  const { id, workspace } = acting.who;
  return inTransaction(acting.pool, { workspace: workspace.id }, async (db) => {
    await seeHere(db, { workspace: workspace.id, editor: id, tab, place });
    return othersHere(db, workspace.id, id);
  });
}
