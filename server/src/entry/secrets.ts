import { createHash, createHmac, randomBytes } from 'node:crypto';

/** A secret that is told once, as it stands in a link or a header. */
export const randomSecret = (): string => randomBytes(32).toString('base64url');

/** What is kept of a secret: as it is random itself, no more is needed to keep it from being guessed. */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('base64url');

/** What is kept of somebody’s address while tries are counted: it tells nobody which it was. */
export const blurred = (key: string, value: string): string =>
  createHmac('sha256', key).update(value).digest('base64url').slice(0, 22);

/** A secret that follows from a key and a text, and from nothing else. */
export const sealed = (key: string, text: string): string => createHmac('sha256', key).update(text).digest('base64url');
