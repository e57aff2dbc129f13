import type { EditionCover } from '../contract/index.ts';
import { tell } from '../words/index.ts';
import { changesFrom } from './changes.ts';

/** What an edition is about, in its language: a program and a keyset, or where change notes come from and go to. */
export const subjectOf = (body: EditionCover): string =>
  body.format === 'crib-changes'
    ? changesFrom(body)
    : tell(body.language, 'page.with', { app: body.app, release: body.release, keyset: body.keyset.name });
