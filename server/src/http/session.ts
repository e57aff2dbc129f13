import { Router, type Request, type RequestHandler } from 'express';
import session from 'express-session';
import connectPgSimple from 'connect-pg-simple';
import { rateLimit } from 'express-rate-limit';
import { SignIn, type Editor } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import type { Acting } from '../acts/acting.ts';
import type { Catalogues } from '../acts/catalogues.ts';
import { SCHEMA, type Pool } from '../store/db.ts';
import { editorByEmail, editorOf } from '../store/editors.ts';
import { sent } from './errors.ts';
import { checkPassword } from './password.ts';

declare module 'express-session' {
  interface SessionData {
    editorId: number;
  }
}

/** Sessions in the database, named by a cookie that scripts cannot read and other sites do not send. */
export function sessions(pool: Pool, secret: string): RequestHandler {
  const Store = connectPgSimple(session);
  return session({
    name: 'crib',
    secret,
    store: new Store({ pool, schemaName: SCHEMA, tableName: 'session', errorLog: () => {} }),
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: 14 * 24 * 3600 * 1000 },
  });
}

/** Refuses writing requests that another site's page sends. */
export const sameSite: RequestHandler = (req, _res, next) => {
  const origin = req.get('origin');
  const writes = !['GET', 'HEAD', 'OPTIONS'].includes(req.method);
  if (writes && origin && URL.parse(origin)?.host !== req.get('host')) {
    refuse('other-site', 'This request comes from another site’s page.');
  }
  next();
};

/** Lets only signed-in editors pass. */
export const signedIn: RequestHandler = (req, _res, next) => {
  if (!req.session.editorId) refuse('not-signed-in', 'Sign in first.');
  next();
};

/** Who acts with a request. */
export type ActingOf = (req: Request) => Acting;

/** Acts of the editor who is signed in. */
export const actingWith =
  (pool: Pool, catalogues: Catalogues, site: string): ActingOf =>
  (req) => ({ pool, catalogues, site, actor: req.session.editorId! });

/** Signing in and out, and who is signed in. */
export function sessionRoutes(pool: Pool): Router {
  const router = Router();
  const slowDown = rateLimit({
    windowMs: 60_000,
    limit: 20,
    skipSuccessfulRequests: true,
    handler: (_req, res) => {
      const detail = 'Too many wrong passwords. Wait a minute, then try again.';
      const details = {
        type: 'about:blank',
        title: 'too-many-tries',
        status: 429,
        detail,
        code: 'too-many-tries',
        problems: [],
      };
      res.status(429).type('application/problem+json').send(JSON.stringify(details));
    },
  });

  router.post('/session', slowDown, async (req, res) => {
    const { email, password } = sent(SignIn, req.body);
    const editor = await editorByEmail(pool, email.toLowerCase());
    if (!(await checkPassword(password, editor?.passwordHash)) || !editor) {
      return refuse('wrong-password', 'No editor has this address and password.');
    }
    await new Promise<void>((done, fail) => req.session.regenerate((error) => (error ? fail(error) : done())));
    req.session.editorId = editor.id;
    const who: Editor = { id: editor.id, name: editor.name, email: editor.email };
    res.status(201).json(who);
  });

  router.get('/session', async (req, res) => {
    const editor = req.session.editorId ? await editorOf(pool, req.session.editorId) : undefined;
    if (!editor) return refuse('not-signed-in', 'Nobody is signed in.');
    res.json(editor);
  });

  router.delete('/session', async (req, res) => {
    await new Promise<void>((done, fail) => req.session.destroy((error) => (error ? fail(error) : done())));
    res.clearCookie('crib').status(204).end();
  });
  return router;
}
