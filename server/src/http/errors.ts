import type { ErrorRequestHandler, RequestHandler } from 'express';
import { ZodError, type z } from 'zod';
import { CribError, problem, refuse, type Problem } from '@crib/core/error';
import type { ProblemDetails } from '@crib/core/contract';
import { WithDetails } from '../acts/details.ts';
import { isOutage } from '../store/db.ts';
import { refusalOf } from '../store/refusals.ts';

/** Statuses of what core and the store refuse; everything else a client can mend is 422. */
const STATUS: Record<string, number> = {
  'not-found': 404,
  'not-signed-in': 401,
  'other-session': 401,
  'wrong-password': 401,
  'other-site': 403,
  'not-yours': 403,
  'not-allowed': 403,
  propose: 403,
  locked: 403,
  'no-workspace': 403,
  'too-many-tries': 429,
  'needs-an-owner': 409,
  sealed: 409,
  immutable: 409,
  'other-kind': 409,
  taken: 409,
  'in-use': 409,
  'changed-meanwhile': 412,
  'other-consequences': 412,
  'file-too-large': 413,
  'bad-request': 400,
  'too-many': 429,
  busy: 503,
};

const size = (bytes: number) =>
  bytes >= 1024 * 1024 ? `${Math.round(bytes / 1024 / 1024)} MB` : `${Math.round(bytes / 1024)} kB`;

/** What Express and its parsers refuse. */
function fromExpress(error: unknown): Problem | null {
  const { type, status, limit } = error as { type?: string; status?: number; limit?: number };
  if (type === 'entity.too.large')
    return problem('file-too-large', `Too large (limit ${size(limit ?? 0)}). Send it in smaller parts.`);
  if (type?.startsWith('entity.') || type?.startsWith('encoding.') || type === 'charset.unsupported') {
    return problem('bad-request', 'The request body does not match its content type.');
  }
  if (status === 404 || status === 403) return problem('not-found', 'Nothing was found here.');
  if (error instanceof URIError) return problem('bad-request', 'The address is not valid.');
  return status !== undefined && status >= 400 && status < 500
    ? problem('bad-request', 'The request is not valid.')
    : null;
}

/** What passes by itself: nothing was stored, and the same request may be sent again soon. */
const OUTAGE: ProblemDetails = {
  type: 'about:blank',
  title: 'outage',
  status: 503,
  detail: 'The database is unavailable. Nothing was saved. Try again in a moment.',
  code: 'outage',
  problems: [],
};

/** Any error as problem details (RFC 9457). */
function detailsOf(error: unknown): ProblemDetails {
  if (isOutage(error)) return OUTAGE;
  const problems = problemsOf(error);
  const [first] = problems;
  if (!first) {
    const detail = 'Something went wrong on the server. Nothing was saved. Try again.';
    return { type: 'about:blank', title: 'internal', status: 500, detail, code: 'internal', problems: [] };
  }
  const status = error instanceof ZodError ? 400 : (STATUS[first.code] ?? 422);
  return {
    type: 'about:blank',
    title: first.code,
    status,
    detail: first.sentence,
    code: first.code,
    problems,
  };
}

/** What is wrong with a part of a body. Where it may have several forms, it is told of the one it comes nearest to. */
function faultOf(issue: z.core.$ZodIssue): string {
  const path = issue.path.join('.');
  if (issue.code !== 'invalid_union' || issue.errors.length === 0)
    return path ? `${path}: ${issue.message}` : `The body: ${issue.message}`;
  const [nearest] = issue.errors.toSorted((a, b) => a.length - b.length);
  const [first] = nearest ?? [];
  return `${path || 'The body'} has none of its forms: ${first ? faultOf(first) : issue.message}`;
}

function problemsOf(error: unknown): ProblemDetails['problems'] {
  if (error instanceof CribError) return [...error.problems] as ProblemDetails['problems'];
  if (error instanceof ZodError) {
    return error.issues.slice(0, 50).map((issue) => ({
      code: 'bad-request',
      sentence: faultOf(issue),
      place: { path: issue.path.join('.') },
    }));
  }
  const known = refusalOf(error) ?? fromExpress(error);
  return known ? [known as ProblemDetails['problems'][number]] : [];
}

/** Sends errors as problem details; logs those that are the server's own. */
export const sendErrors: ErrorRequestHandler = (error, req, res, _next) => {
  // What fails once the answer has begun, such as keeping a session, is logged with it; what was not sent whole is cut off.
  if (res.headersSent) {
    res.err = error instanceof Error ? error : new Error('not an error');
    if (!res.writableEnded) req.socket.destroy();
    return;
  }
  const details = detailsOf(error);
  // With the line of its request in the log.
  if (details.status >= 500) res.err = error instanceof Error ? error : new Error('not an error');
  // What is refused or fails now may be there in a moment.
  res.set('Cache-Control', 'no-store');
  const extra: Readonly<Record<string, unknown>> = error instanceof WithDetails ? error.extra : {};
  if (details.status === 503) res.set('Retry-After', '2');
  if (details.status === 429) res.set('Retry-After', String(extra['retryAfter'] ?? 60));
  res
    .status(details.status)
    .type('application/problem+json')
    .send(JSON.stringify({ ...details, ...extra }));
};

/** What a request sent, checked against a schema of the contract. */
export function sent<Schema extends z.ZodType>(schema: Schema, body: unknown): z.output<Schema> {
  refuseBroken(body);
  return schema.parse(body ?? {});
}

/** Half of a character: one unit of a surrogate pair without the other. */
export const HALF = /[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;

/** Text with half a character in it, or with the character of number zero, is nobody’s text. */
function refuseBroken(value: unknown): void {
  if (typeof value === 'string') {
    if (HALF.test(value)) refuse('bad-request', 'The text contains an invalid character (lone surrogate). Remove it.');
    if (value.includes('\0')) refuse('bad-request', 'The text contains a NUL character. Remove it.');
  } else if (value !== null && typeof value === 'object' && !Buffer.isBuffer(value)) {
    for (const [name, part] of Object.entries(value)) {
      refuseBroken(name);
      refuseBroken(part);
    }
  }
}

/** A whole number in the address, of `least` or more; anything else is not there. */
export function numberIn(part: string | string[] | undefined, least = 1): number {
  const found = Number(part);
  if (Number.isSafeInteger(found) && found >= least) return found;
  return missing();
}

export function missing(): never {
  throw new CribError(problem('not-found', 'Nothing was found here.'));
}
export const notFound: RequestHandler = () => missing();
