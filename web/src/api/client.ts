import { ProblemDetails } from '@crib/core/contract';
import { CribError, problem, type Problem } from '@crib/core/error';

/** What the server refused: its problems, the status, and what else it sent with them. */
export class Refusal extends CribError {
  constructor(
    readonly status: number,
    readonly details: Record<string, unknown>,
    first: Problem,
    ...more: Problem[]
  ) {
    super(first, ...more);
  }
}

let onSignedOut = () => {};
/** Says what to do when the server finds that nobody is signed in any more. */
export function whenSignedOut(act: () => void) {
  onSignedOut = act;
}

/** Asks the server; throws a Refusal with sentences for the reader when it says no, or does not answer. */
export async function ask<T>(
  method: 'GET' | 'POST' | 'PUT' | 'DELETE',
  path: string,
  body?: unknown,
  signal?: AbortSignal,
): Promise<T> {
  const response = await fetch(path, {
    method,
    ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    ...(signal && { signal }),
  }).catch((error: unknown) => {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new Refusal(0, {}, problem('offline', 'The server does not answer. Check the connection, then try again.'));
  });
  if (response.status === 204) return undefined as T;
  const text = await response.text();
  const answer: unknown = text ? JSON.parse(text) : null;
  if (response.ok) return answer as T;
  const read = ProblemDetails.safeParse(answer);
  if (response.status === 401 && !path.endsWith('/session')) onSignedOut();
  const problems = (read.success ? read.data.problems : []) as Problem[];
  const detail = read.success ? read.data.detail : 'The server did not understand the request.';
  const [first = problem(read.success ? read.data.code : 'internal', detail), ...more] = problems;
  throw new Refusal(response.status, (answer ?? {}) as Record<string, unknown>, first, ...more);
}

/** The problems of anything thrown. */
export function problemsOf(error: unknown): readonly Problem[] {
  if (error instanceof CribError) return error.problems;
  return [problem('internal', error instanceof Error ? error.message : 'Something went wrong.')];
}
