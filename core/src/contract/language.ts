import { z } from 'zod';
import { LEARNER_LANGUAGES } from '../words/index.ts';

/** The language that an edition is written in; the frame around it goes by the reader’s. */
export const EditionLanguage = z.enum(LEARNER_LANGUAGES).default('en');
