import type { z } from 'zod';
import type {
  ByWay,
  Crosswalk,
  CrosswalkOverview,
  NewCrosswalk,
  ProposalsAsked,
  ProposedFor,
  SentJudgements,
  SentWords,
  WordSectionSaid,
} from '@crib/core/contract';
import { byWayOf, crosswalkIn, wordsInUse } from '@crib/core/crosswalk';
import { refuse } from '@crib/core/error';
import type { Matcher } from '../matching/matcher.ts';
import { appBySlug, overview } from '../store/apps.ts';
import {
  crosswalkAt,
  crosswalksBeside,
  crosswalksOf,
  deleteCrosswalk,
  insertCrosswalk,
  lockCrosswalk,
  statesNamed,
  writeJudgements,
} from '../store/crosswalks.ts';
import type { Db } from '../store/db.ts';
import { lineageOf } from '../store/releases.ts';
import { dropWords, saveWords, writtenWords } from '../store/words.ts';
import { act, look, type Acting } from './acting.ts';

/** Crosswalks between two programs: one function an act. */

export const crosswalksIn = (acting: Acting, slug: string): Promise<CrosswalkOverview[]> =>
  look(acting, async (db) => crosswalksOf(db, (await appBySlug(db, slug)).id));

export const crosswalk = (acting: Acting, id: number): Promise<Crosswalk> => look(acting, (db) => crosswalkAt(db, id));

export const makeCrosswalk = (acting: Acting, asked: z.output<typeof NewCrosswalk>): Promise<number> =>
  act(
    acting,
    'began a crosswalk',
    async (db) => {
      const [from, to] = [await appBySlug(db, asked.from), await appBySlug(db, asked.to)];
      return insertCrosswalk(db, from.id, to.id, acting.actor);
    },
    { about: `${asked.from} → ${asked.to}` },
  );

/** Judges commands or places: all of what is sent, or none. */
export const judge = (acting: Acting, id: number, asked: z.output<typeof SentJudgements>): Promise<Crosswalk> =>
  act(acting, 'judged counterparts', async (db) => {
    await lockCrosswalk(db, id);
    if (asked.of === 'command') await refuseUnknownStates(db, asked);
    await writeJudgements(db, id, asked, acting.actor);
    return crosswalkAt(db, id);
  });

/** Takes back a crosswalk that nothing was judged in; another one stays. */
export const dropCrosswalk = (acting: Acting, id: number): Promise<void> =>
  act(acting, 'deleted a crosswalk', async (db) => {
    await lockCrosswalk(db, id);
    const { commands, contexts } = await crosswalkAt(db, id);
    if (commands.length + contexts.length > 0) refuse('in-use', 'This mapping has matches. Remove them first.');
    await deleteCrosswalk(db, id);
  });

/** A state that a counterpart is about is one that some release gives the command. */
async function refuseUnknownStates(db: Db, { judged }: z.output<typeof SentJudgements>): Promise<void> {
  const named = judged.flatMap(({ source, matches }) =>
    matches.flatMap(({ target, sourceState, targetState }) => [
      ...(sourceState ? [{ command: source, state: sourceState }] : []),
      ...(target !== null && targetState ? [{ command: target, state: targetState }] : []),
    ]),
  );
  if (named.length === 0) return;
  const known = await statesNamed(
    db,
    named.map((one) => one.command),
  );
  const unknown = named.find((one) => !known.get(one.command)?.includes(one.state));
  if (unknown) refuse('not-found', `This command has no state “${unknown.state}”. Choose one of its states.`);
}

/** What answers to what by way of third programs. */
export const byWay = (acting: Acting, id: number): Promise<ByWay[]> =>
  look(acting, async (db) => byWayOf(await crosswalkAt(db, id), await crosswalksBeside(db, id)));

/** Proposals for every command of the source, as the judging page works them out. */
export async function proposals(
  acting: Acting,
  matcher: Matcher,
  id: number,
  asked: z.output<typeof ProposalsAsked>,
): Promise<ProposedFor[]> {
  const task = await look(acting, async (db) => {
    const stored = await crosswalkAt(db, id);
    const endIn = async (slug: string, wanted: number | undefined) => {
      const { id: app, releases } = await overview(db, slug);
      const found = wanted === undefined ? releases[0] : releases.find((one) => one.id === wanted);
      if (!found)
        return refuse('not-found', wanted ? `${slug} has no release ${wanted}.` : `${slug} has no release yet.`);
      return { release: await acting.catalogues.opened(db, found.id), links: await lineageOf(db, app) };
    };
    const [from, to] = [await endIn(stored.from.slug, asked.from), await endIn(stored.to.slug, asked.to)];
    const crosswalk = crosswalkIn(stored, from, to);
    return {
      from: from.release.catalogue,
      to: to.release.catalogue,
      crosswalk,
      words: wordsInUse(await writtenWords(db)),
      byWay: byWayOf(crosswalk, await crosswalksBeside(db, id)),
      layout: asked.layout ?? 'us',
    };
  });
  return matcher.run(task);
}

/** The word list that proposals go by. */
export const words = (acting: Acting): Promise<WordSectionSaid[]> =>
  look(acting, async (db) => wordsInUse(await writtenWords(db)));

export const writeWords = (acting: Acting, asked: z.output<typeof SentWords>): Promise<WordSectionSaid[]> =>
  act(acting, 'wrote the word list', async (db) => {
    await saveWords(db, asked, acting.actor);
    return wordsInUse(await writtenWords(db));
  });

export const restoreWords = (acting: Acting, name: string): Promise<WordSectionSaid[]> =>
  act(acting, 'wrote the word list', async (db) => {
    await dropWords(db, name);
    return wordsInUse(await writtenWords(db));
  });
