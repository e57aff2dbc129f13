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

/** An answer that is JSON already, as threads give it. */
export class Json {
  constructor(readonly text: string) {}
}
/** What a handler gives that answered by itself, with a file or a stream. */
export const ANSWERED = { answered: true } as const;

/** A request as the contract describes it: parts of its address, its query and its body are checked. */
export interface Call<Name extends RouteName> {
  readonly parts: RouteParts<Name>;
  readonly query: Asked<Name>;
  readonly body: Takes<Name>;
  readonly req: Request;
  readonly res: Response;
}
type Answer<Name extends RouteName> = DeepReadonly<Gives<Name>> | Json | typeof ANSWERED;
export type Handler<Name extends RouteName> = (call: Call<Name>) => Answer<Name> | Promise<Answer<Name>>;
/** The same of whoever was let in. */
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

/** The parts of an address; what is to be a number and is none is not there. */
const partsOf = (params: Request['params']) =>
  Object.fromEntries(
    Object.entries(params).map(([name, part]) => [
      name,
      numbered.includes(name) ? numberIn(part, name === 'position' ? 0 : 1) : part,
    ]),
  );

/** Answers as the route says: 201 for what was added, unless it had been added before; 204 for nothing. */
async function answer(facts: Route, req: Request, res: Response, work: () => unknown): Promise<void> {
  const given = await work();
  if (given === ANSWERED) return;
  if (!facts.gives) return void res.status(204).end();
  if (facts.adds && !res.locals['nothingAdded']) res.status(201);
  if (given instanceof Json) return void res.type('json').send(given.text);
  if (req.method === 'GET') etagOf(given, res);
  res.json(given);
}

/** Puts a route of the contract at its address, below `under`: `/api`, or `/public`. */
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
        body: (facts.takes && facts.size !== 'list' ? sent(facts.takes, withRevision(req)) : undefined) as Takes<Name>,
        req,
        res,
      }),
    ),
  );
}

/** All routes that need an account. Who may is asked before a body is read. */
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

/** Routes that everybody may ask, with what comes before them. */
export function serveOpen<Names extends OpenRoute>(
  router: Router,
  under: '/api' | '/public',
  handlers: { readonly [Name in Names]: Handler<Name> },
  before: { readonly [Name in Names]?: readonly RequestHandler[] } = {},
): void {
  for (const name of Object.keys(handlers) as Names[])
    serve(router, under, name, handlers[name], ...(before[name] ?? []));
}
