import {
  ProblemDetails,
  ROUTES,
  type Asks,
  type Gives,
  type RouteName,
  type RouteParts,
  type Sends,
} from '@crib/core/contract';
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

let onWritten: (name: RouteName) => void = () => {};
/** Says what to do when something was written: what was asked for before may not hold any more. */
export function whenWritten(act: (name: RouteName) => void) {
  onWritten = act;
}

let acting = '';
/** Names the account and workspace that requests are meant for: the server refuses them in any other session. */
export function actAs(identity: string) {
  acting = identity;
}
let onOtherSession = () => {};
/** Says what to do when the browser has begun another session, as another tab may. */
export function whenOtherSession(act: () => void) {
  onOtherSession = act;
}

/** A key that no other act has: what is sent again with it is done once. */
const newKey = () =>
  [...crypto.getRandomValues(new Uint8Array(16))].map((byte) => byte.toString(16).padStart(2, '0')).join('');

/** How long is waited before a request is sent again that may be answered then; an act carries the key it had. */
const AGAIN_MS = [400, 1500];
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Sends a request; “not just now” is asked again, and so is an act that gets no answer, with the same key. */
async function sent(path: string, options: RequestInit): Promise<Response> {
  for (let tries = 0; ; tries++) {
    const wait = AGAIN_MS[tries];
    try {
      const response = await fetch(path, options);
      if (response.status !== 503 || wait === undefined) return response;
    } catch (error) {
      const givenUp = error instanceof DOMException && error.name === 'AbortError';
      // Whoever looks is told at once that there is no connection; what is to be stored is tried again first.
      if (wait === undefined || givenUp || options.method === 'GET') throw error;
    }
    await pause(wait);
  }
}

/** The parts of a route’s address, and what its query says, in one. */
export type At<Name extends RouteName> = RouteParts<Name> & ([Asks<Name>] extends [void] ? unknown : Asks<Name>);
type Rest<Name extends RouteName> = [Sends<Name>] extends [void]
  ? Record<never, never> extends At<Name>
    ? [at?: At<Name>, body?: undefined, signal?: AbortSignal]
    : [at: At<Name>, body?: undefined, signal?: AbortSignal]
  : [at: At<Name>, body: Sends<Name>, signal?: AbortSignal];

/** The address of a request: parts in their places, all else as its query. */
function addressOf(path: string, at: Readonly<Record<string, unknown>>): string {
  const left = new Map(Object.entries(at).filter(([, value]) => value !== undefined && value !== ''));
  const filled = path.replace(/:(\w+)/g, (_all, name: string) => {
    const part = String(left.get(name));
    left.delete(name);
    return encodeURIComponent(part);
  });
  const query = new URLSearchParams([...left].map(([name, value]) => [name, String(value)])).toString();
  return query ? `${filled}?${query}` : filled;
}

const writes = (name: RouteName) => !name.startsWith('GET') && ROUTES[name].may !== 'look at';

/** Asks the server; throws a Refusal with sentences for the reader when it says no, or does not answer. */
export const ask = <Name extends RouteName>(name: Name, ...[at, body, signal]: Rest<Name>): Promise<Gives<Name>> =>
  request(name, at, body, signal);

/** The same for a route that is not known in advance, so that types cannot tell which arguments it needs. */
export async function request<Name extends RouteName>(
  name: Name,
  at: At<Name> | undefined,
  body?: Sends<Name>,
  signal?: AbortSignal,
): Promise<Gives<Name>> {
  const [method, pattern] = name.split(' ') as [string, string];
  const path = addressOf(pattern, (at ?? {}) as Record<string, unknown>);
  const headers = {
    ...(body !== undefined && { 'content-type': 'application/json' }),
    ...(method !== 'GET' && { 'idempotency-key': newKey() }),
    ...(acting && path !== '/api/session' && { 'crib-session': acting }),
  };
  const response = await sent(path, {
    method,
    headers,
    ...(body !== undefined && { body: JSON.stringify(body) }),
    ...(signal && { signal }),
  }).catch((error: unknown) => {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    throw new Refusal(0, {}, problem('offline', 'Can’t reach the server. Check your connection and try again.'));
  });
  if (response.ok && writes(name)) onWritten(name);
  if (response.status === 204) return undefined as Gives<Name>;
  const text = await response.text();
  const answer: unknown = text ? JSON.parse(text) : null;
  if (response.ok) return answer as Gives<Name>;
  const read = ProblemDetails.safeParse(answer);
  const problems = (read.success ? read.data.problems : []) as Problem[];
  if (read.success && read.data.code === 'not-signed-in' && !path.endsWith('/session')) onSignedOut();
  if (read.success && read.data.code === 'other-session') onOtherSession();
  const detail = read.success ? read.data.detail : 'The server did not understand the request.';
  const [first = problem(read.success ? read.data.code : 'internal', detail), ...more] = problems;
  throw new Refusal(response.status, (answer ?? {}) as Record<string, unknown>, first, ...more);
}

/** The problems of anything thrown. */
export function problemsOf(error: unknown): readonly Problem[] {
  if (error instanceof CribError) return error.problems;
  return [problem('internal', error instanceof Error ? error.message : 'Something went wrong.')];
}
