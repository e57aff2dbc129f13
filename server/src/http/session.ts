import { createHash } from 'node:crypto';
import type { Request, RequestHandler } from 'express';
import session from 'express-session';
import connectPgSimple from 'connect-pg-simple';
import { refuse } from '@crib/core/error';
import type { Acting } from '../acts/acting.ts';
import type { Catalogues } from '../acts/catalogues.ts';
import { changeOwn, identified, invited, join, sessionOf, type Gate } from '../acts/entry.ts';
import type { Actor } from '../acts/may.ts';
import { hashOf, randomSecret, sealed } from '../entry/secrets.ts';
import { SCHEMA, type Pool } from '../store/db.ts';
import { tokenAt, type Shown } from '../store/entry.ts';
import { endSessions, standingIn } from '../store/people.ts';
import type { OpenHandlers } from './routes.ts';

declare module 'express-session' {
  interface SessionData {
    editorId: number;
    workspaceId: number;
  }
}
declare module 'express-serve-static-core' {
  interface Request {
    actor?: Actor;
    /** What the actor was let in with. */
    shown?: Shown;
  }
}

/** Sessions in the database, named by a cookie that scripts cannot read and other sites do not send. */
export function sessions(pool: Pool, secret: string): RequestHandler {
  /** A session is extended after its request was answered: where that fails, the answer still arrives whole. */
  class Store extends connectPgSimple(session) {
    override touch(id: string, data: session.SessionData, done?: () => void): void {
      super.touch(id, data, () => done?.());
    }
  }
  return session({
    name: 'crib',
    secret,
    store: new Store({ pool, schemaName: SCHEMA, tableName: 'session', errorLog: () => {} }),
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: 14 * 24 * 3600 * 1000 },
  });
}

/** Refuses writing requests that another site's page sends: browsers say where a request comes from. */
export const sameSite: RequestHandler = (req, _res, next) => {
  const origin = req.get('origin');
  const writes = !['GET', 'HEAD', 'OPTIONS'].includes(req.method);
  const foreign = (origin && URL.parse(origin)?.host !== req.get('host')) || req.get('sec-fetch-site') === 'cross-site';
  if (writes && foreign) refuse('other-site', 'This request comes from another site’s page.');
  next();
};

const BEARER = /^Bearer crib_([A-Za-z0-9_-]{43})$/;

/** Lets only those pass who are signed in or show a token, and are still in the workspace; says who acts. */
export function signedIn(pool: Pool): RequestHandler {
  return async (req, _res, next) => {
    const shown = req.get('authorization');
    const secret = BEARER.exec(shown ?? '')?.[1];
    if (shown && !secret) refuse('not-signed-in', 'Send the token as “Bearer crib_…”.');
    const token = secret && (await tokenAt(pool, hashOf(secret)));
    if (secret && !token) refuse('not-signed-in', 'This token has expired or been revoked.');
    const { editorId, workspaceId } = token ? { editorId: token.editor, workspaceId: token.workspace } : req.session;
    if (!editorId || !workspaceId) return refuse('not-signed-in', 'Sign in first.');
    // A page says for whom it was loaded: another tab of its browser may have begun another session since.
    const meant = token ? undefined : req.get('crib-session');
    if (meant !== undefined && meant !== `${editorId} ${workspaceId}`)
      refuse('other-session', 'You are signed in to another account or workspace now. Reload the page.');
    const standing = await standingIn(pool, workspaceId, editorId);
    if (!standing) return refuse('not-signed-in', 'You no longer have access to this workspace. Sign in again.');
    req.shown = secret ? { token: hashOf(secret) } : { session: req.sessionID };
    req.actor = { id: editorId, role: standing.role, workspace: standing.workspace, scope: token ? token.scope : null };
    next();
  };
}

/** Who acts with a request. */
export type ActingOf = (req: Request) => Acting;

const KEY = /^[\x21-\x7e]{1,200}$/;

/** Acts of whoever was let in; with the key that the request was sent with, if it writes. */
export const actingWith =
  (pool: Pool, catalogues: Catalogues, site: string, secret: string): ActingOf =>
  (req) => {
    const who = req.actor!;
    const key = req.method === 'GET' ? undefined : req.get('idempotency-key');
    if (key !== undefined && !KEY.test(key))
      refuse('bad-request', 'Idempotency-Key must be 1–200 printable ASCII characters without spaces.');
    const asked =
      key && createHash('sha256').update(`${req.method} ${req.originalUrl} `).update(bodyOf(req)).digest('base64url');
    // What was done before is told again, and is not made anew: 200 in place of 201.
    const repeated = () => void (req.res!.locals['nothingAdded'] = true);
    // What is sent twice is given the same secret, and none has to be kept for that.
    const newSecret = (kind: string) =>
      key ? sealed(secret, `${kind} ${who.workspace.id} ${who.id} ${key}`) : randomSecret();
    return {
      pool,
      catalogues,
      site,
      actor: who.id,
      who,
      newSecret,
      ...(key && asked && { once: { key, asked } }),
      repeated,
    };
  };
const bodyOf = (req: Request) => (Buffer.isBuffer(req.body) ? req.body : JSON.stringify(req.body ?? null));

/** Signing in and out, joining, one’s own account, and who is signed in. */
export function sessionRoutes(pool: Pool, secret: string) {
  const gate = (req: Request): Gate => ({ pool, secret, from: req.ip ?? '' });
  const renewed = (req: Request) =>
    new Promise<void>((done, fail) => req.session.regenerate((error) => (error ? fail(error) : done())));
  /** A session that could not be kept is no session: it is refused, not answered and then unknown. */
  const kept = (req: Request) =>
    new Promise<void>((done, fail) => req.session.save((error) => (error ? fail(error) : done())));
  const nobody = () => refuse('not-signed-in', 'You are not signed in.');

  /** Signs somebody in, in a workspace or in the first of theirs. */
  async function enter(req: Request, editor: number, workspace?: number) {
    const found = await sessionOf(pool, editor, workspace);
    if (!found)
      return refuse('no-workspace', 'This account no longer belongs to a workspace. Ask an owner to invite you.');
    await renewed(req);
    Object.assign(req.session, { editorId: editor, workspaceId: found.workspace.id });
    await kept(req);
    return found;
  }

  return {
    'POST /api/session': async ({ body, req }) => {
      const { email, password } = body;
      const account = await identified(gate(req), email.toLowerCase(), password);
      return await enter(req, account.id);
    },
    'GET /api/session': async ({ req }) => {
      const { editorId, workspaceId } = req.session;
      const found = editorId ? await sessionOf(pool, editorId, workspaceId) : null;
      return found ?? nobody();
    },
    'PUT /api/session/workspace': async ({ body, req }) => {
      const { editorId } = req.session;
      const found = editorId ? await sessionOf(pool, editorId, body.id) : nobody();
      if (found?.workspace.id !== body.id) return refuse('not-found', 'You are not a member of this workspace.');
      req.session.workspaceId = body.id;
      await kept(req);
      return found;
    },
    'DELETE /api/session': async ({ req, res }) => {
      await new Promise<void>((done, fail) => req.session.destroy((error) => (error ? fail(error) : done())));
      res.clearCookie('crib');
    },
    /** Signs out everywhere but here. */
    'DELETE /api/sessions': async ({ req }) => {
      const { editorId } = req.session;
      if (!editorId) return nobody();
      await endSessions(pool, editorId, req.sessionID);
    },
    'PUT /api/account': async ({ body, req }) => {
      const { editorId, workspaceId } = req.session;
      if (!editorId) return nobody();
      await changeOwn(gate(req), editorId, req.sessionID, body);
      return (await sessionOf(pool, editorId, workspaceId)) ?? nobody();
    },

    'GET /api/joining/:secret': async ({ parts, req }) => {
      return await invited(gate(req), parts.secret);
    },
    'POST /api/joining/:secret': async ({ parts, body, req }) => {
      const { editor, workspace } = await join(gate(req), parts.secret, body);
      return await enter(req, editor, workspace);
    },
  } satisfies Partial<OpenHandlers>;
}
