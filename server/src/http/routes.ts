import { Router, type Request, type RequestHandler, type Response } from 'express';
import {
  NUMBERED,
  ROUTES,
  type Asked,
  type BodySize,
  type DeepReadonly,
  type Gives,
  type GuardedRoute,
  type Route,
  type RouteName,
  type RouteParts,
  type Takes,
} from '@crib/core/contract';
import type { Acting } from '../acts/acting.ts';
import { refuseUnlessMayDo } from '../acts/may.ts';
import { FILE_BODY, LARGE_BODY, LIST_BODY, PLAIN_BODY, SIGN_IN_BODY } from './bodies.ts';
import { numberIn, sent } from './errors.ts';
import { etagOf, withRevision } from './revisions.ts';

/** A response that is JSON already: threads return it so. */
export class Json {
  constructor(readonly text: string) {}
}
/** Returned by a handler that has sent its own response: a file, a stream or a redirect. */
export const ANSWERED = { answered: true } as const;

/** A request with its path parameters, query and body, checked against the route table. */
export interface Call<Name extends RouteName> {
  readonly parts: RouteParts<Name>;
  readonly query: Asked<Name>;
  readonly body: Takes<Name>;
  readonly req: Request;
  readonly res: Response;
}
type Answer<Name extends RouteName> = DeepReadonly<Gives<Name>> | Json | typeof ANSWERED;
export type Handler<Name extends RouteName> = (call: Call<Name>) => Answer<Name> | Promise<Answer<Name>>;
/** A handler that acts for a member of a workspace. */
export type ActHandler<Name extends RouteName> = (
  acting: Acting,
  call: Call<Name>,
) => Answer<Name> | Promise<Answer<Name>>;
type OpenRoute = Exclude<RouteName, GuardedRoute>;
export type OpenHandlers = { readonly [Name in OpenRoute]: Handler<Name> };
export type ActHandlers = { readonly [Name in GuardedRoute]: ActHandler<Name> };

const BODIES: Record<BodySize, readonly RequestHandler[]> = {
  small: [SIGN_IN_BODY],
  plain: [PLAIN_BODY],
  large: [LARGE_BODY],
  list: [LIST_BODY, FILE_BODY],
};
const numbered: readonly string[] = NUMBERED;

/** The path parameters; where a number is expected and there is none, the page does not exist. */
const partsOf = (params: Request['params']) =>
  Object.fromEntries(
    Object.entries(params).map(([name, part]) => [
      name,
      numbered.includes(name) ? numberIn(part, name === 'position' ? 0 : 1) : part,
    ]),
  );

/** Sends the response: 201 if something was created now, 204 if there is no body. */
async function answer(facts: Route, req: Request, res: Response, work: () => unknown): Promise<void> {
  const given = await work();
  if (given === ANSWERED) return;
  if (!facts.gives) return void res.status(204).end();
  if (facts.adds && !res.locals['nothingAdded']) res.status(201);
  if (given instanceof Json) return void res.type('json').send(given.text);
  if (req.method === 'GET') etagOf(given, res);
  res.json(given);
}

/** Registers a handler for a route below `under`. */
function serve<Name extends RouteName>(
  router: Router,
  under: '/api' | '/public',
  name: Name,
  handler: Handler<Name>,
  ...before: RequestHandler[]
): void {
  const facts: Route = ROUTES[name];
  const [method, path] = name.split(' ') as ['GET' | 'POST' | 'PUT' | 'DELETE', string];
  const by = method.toLowerCase() as 'get' | 'post' | 'put' | 'delete';
  const reads = facts.takes ? BODIES[facts.size ?? 'plain'] : [];
  router[by](path.slice(under.length), ...before, ...reads, (req, res) =>
    answer(facts, req, res, () =>
      handler({
        parts: partsOf(req.params) as RouteParts<Name>,
        query: (facts.asks ? sent(facts.asks, req.query) : undefined) as Asked<Name>,
        // A list handler reads the body itself: it may be the bytes of a file.
        body: (facts.takes && facts.size !== 'list' ? sent(facts.takes, withRevision(req)) : undefined) as Takes<Name>,
        req,
        res,
      }),
    ),
  );
}

/** Registers all routes that require a right, which is checked before the body is read. */
export function serveActs(
  router: Router,
  handlers: ActHandlers,
  acting: (req: Request) => Acting,
  paced: RequestHandler,
): void {
  for (const name of Object.keys(handlers) as GuardedRoute[]) {
    const facts: Route = ROUTES[name];
    const may: RequestHandler = (req, _res, next) => {
      if (facts.may !== 'anybody' && facts.may !== 'signed in') refuseUnlessMayDo(req.actor!, facts.may);
      next();
    };
    const handler = handlers[name] as ActHandler<RouteName>;
    serve(
      router,
      '/api',
      name,
      (call) => handler(acting(call.req), call as never) as never,
      may,
      ...(facts.heavy ? [paced] : []),
    );
  }
}

/** Registers routes that need no right; `before` has middleware for some. */
export function serveOpen<Names extends OpenRoute>(
  router: Router,
  under: '/api' | '/public',
  handlers: { readonly [Name in Names]: Handler<Name> },
  before: { readonly [Name in Names]?: readonly RequestHandler[] } = {},
): void {
  for (const name of Object.keys(handlers) as Names[])
    serve(router, under, name, handlers[name], ...(before[name] ?? []));
}
