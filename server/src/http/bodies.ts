import { json, raw, type RequestHandler } from 'express';
import { LIST_FORMATS, type ListFormatFacts } from '@crib/core/contract';
import { refuse } from '@crib/core/error';

/** How deeply a body may be nested: nothing that is asked for here comes near. */
const DEEPEST = 32;

const MB = 1024 * 1024;

/**
 * The bodies of requests, bounded after they are unpacked and before they are read as JSON: small ones before anybody is
 * signed in, and each kind as large as what it is for.
 */
export const SIGN_IN_BODY: RequestHandler = bounded(16 * 1024);
export const PLAIN_BODY: RequestHandler = bounded(2 * MB);
/** Layers with all their edits and reasons, and words of whole catalogues. */
export const LARGE_BODY: RequestHandler = bounded(8 * MB);
/** A list of 10 MB, written as JSON or in base 64. */
export const LIST_BODY: RequestHandler = bounded(14 * MB);

/** What a list can be sent as, without decisions. */
export const FILE_BODY: RequestHandler = raw({
  type: [
    'text/*',
    'application/octet-stream',
    ...Object.values(LIST_FORMATS).flatMap((one: ListFormatFacts) => one.type ?? []),
  ],
  limit: 10 * MB,
});

function bounded(limit: number): RequestHandler {
  return json({ limit, verify: (_req, _res, bytes) => refuseDeep(bytes) });
}

/** Counts brackets outside of texts: one look at each byte. */
function refuseDeep(bytes: Buffer): void {
  let depth = 0;
  let inText = false;
  for (let at = 0; at < bytes.length; at++) {
    const byte = bytes[at]!;
    if (inText) {
      if (byte === 0x5c) at++;
      else if (byte === 0x22) inText = false;
    } else if (byte === 0x22) inText = true;
    else if (byte === 0x5b || byte === 0x7b) {
      if (++depth > DEEPEST) refuse('bad-request', `The request body is nested more than ${DEEPEST} levels deep.`);
    } else if (byte === 0x5d || byte === 0x7d) depth--;
  }
}
