import type { z } from 'zod';
import type { ActPage, ActRow, ActsAsked } from '@crib/core/contract';
import { actsOf, rowsOfAct, undoAct } from '../store/history.ts';
import { act, look, type Acting } from './acting.ts';

/** What was done, by whom, when and why. */
export const actsHere = (acting: Acting, asked: z.output<typeof ActsAsked>): Promise<ActPage> =>
  look(acting, (db) => actsOf(db, acting.who.workspace.id, asked));

export const actRows = (acting: Acting, id: number): Promise<ActRow[]> => look(acting, (db) => rowsOfAct(db, id));

/** Takes the reading-in of a list back, as a whole. */
export const takeBackList = (acting: Acting, id: number): Promise<void> =>
  act(acting, 'took a reading-in back', (db) => undoAct(db, id));
