import { createServer, type Server } from 'node:http';
import { randomBytes } from 'node:crypto';
import { pino } from 'pino';
import { afterAll, beforeAll } from 'vitest';
import { z } from 'zod';
import {
  ProblemDetails,
  routeFor,
  routeNamed,
  type AppOverview,
  type Catalogue,
  type CustomKeyset,
  type Keyset,
  type ListReport,
  type Release,
  type Role,
} from '@crib/core/contract';
import { createApp } from '../src/http/app.ts';
import { readerInThreads, type ListReader } from '../src/lists/reader.ts';
import { matcherInThreads, type Matcher } from '../src/matching/matcher.ts';
import { packerInThreads, type Packer } from '../src/packing/packer.ts';
import { weigherInThreads, type Weigher } from '../src/weighing/weigher.ts';
import { counterOn } from '../src/publish/counting.ts';
import { READERS, openPool, type Pool } from '../src/store/db.ts';
import { makeAccount } from '../src/entry/accounts.ts';
import { accountAt } from '../src/store/people.ts';

export function databaseUrl(role: 'OWNER' | 'SERVER'): string {
  const url = process.env[`CRIB_OWN_${role}_URL`];
  if (!url) throw new Error('Run these tests with npm test, which makes a database for them.');
  return url;
}

export interface Answer<T> {
  status: number;
  body: T;
  headers: Headers;
}
type Refused = Partial<ProblemDetails>;

/** Every answer of a test goes through the schema that the contract has for its address, so that types cannot lie. */
function checked(method: string, path: string, status: number, body: unknown): void {
  const schema = status >= 400 ? ProblemDetails : routeNamed(routeFor(method, path) ?? '')?.gives;
  const wrong = schema?.safeParse(body).error;
  if (wrong) throw new Error(`${method} ${path} answered otherwise than the contract says: ${z.prettifyError(wrong)}`);
}

/** One client with its own session. */
export class Client {
  private cookie = '';
  constructor(
    readonly address: string,
    private readonly token?: string,
  ) {}

  async ask<T = Refused>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<T>> {
    const raw = typeof body === 'string' || body instanceof Uint8Array;
    const response = await fetch(this.address + path, {
      method,
      headers: {
        cookie: this.cookie,
        ...(this.token && { authorization: `Bearer ${this.token}` }),
        ...(body === undefined || raw ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: raw ? (body as string) : JSON.stringify(body) }),
    });
    this.cookie = response.headers.getSetCookie()[0]?.split(';')[0] ?? this.cookie;
    const text = await response.text();
    const json = /json/.test(response.headers.get('content-type') ?? '');
    const answer: unknown = json ? JSON.parse(text) : text;
    if (json && text) checked(method, path, response.status, answer);
    return { status: response.status, headers: response.headers, body: answer as T };
  }
  /** An answer that goes on. */
  stream(path: string, signal: AbortSignal): Promise<Response> {
    const headers = this.token ? { authorization: `Bearer ${this.token}` } : { cookie: this.cookie };
    return fetch(this.address + path, { headers, signal });
  }
  /** Asks, and fails unless it was done. */
  async must<T>(method: string, path: string, body?: unknown, headers?: Record<string, string>): Promise<T> {
    const answer = await this.ask<T>(method, path, body, headers);
    if (answer.status >= 300) throw new Error(`${method} ${path}: ${answer.status} ${JSON.stringify(answer.body)}`);
    return answer.body;
  }
  signIn() {
    return this.must('POST', '/api/session', ACCOUNT);
  }
  /** A new app with one open release; gives the catalogue as well. */
  async makeRelease(
    facts: object = {},
  ): Promise<{ slug: string; release: Release; catalogue: () => Promise<Catalogue> }> {
    const slug = `app-${randomBytes(4).toString('hex')}`;
    await this.must('POST', '/api/apps', { slug, name: slug, platforms: ['windows', 'macos'], ...facts });
    const release = await this.must<Release>('POST', `/api/apps/${slug}/releases`, { label: '1.0' });
    return { slug, release, catalogue: () => this.must<Catalogue>('GET', `/api/releases/${release.id}`) };
  }
  takeIn(release: Release, text: string | Uint8Array): Promise<Answer<ListReport & Refused>> {
    return this.ask('POST', `/api/releases/${release.id}/list`, text, { 'content-type': 'text/csv' });
  }
  async makeKeyset(slug: string, name = 'Ours'): Promise<CustomKeyset> {
    const { keysets } = await this.must<AppOverview>('GET', `/api/apps/${slug}`);
    const { id } = await this.must<{ id: number }>('POST', `/api/apps/${slug}/keysets`, {
      name,
      baseId: keysets.at(-1)!.id,
    });
    return this.must<CustomKeyset>('GET', `/api/keysets/${id}`);
  }
}

const SCHOOL = 'Ebbstone Chart School';
export const ACCOUNT = { email: 'tester@ebbstone.example', password: 'quiet-harbour-9' };

/** An owner of the tests’ workspace; other files of tests may have made it already. */
export async function ensureOwner(pool: Pool, name: string, account: typeof ACCOUNT): Promise<void> {
  if (!(await accountAt(pool, account.email)))
    await makeAccount(pool, { name, ...account, role: 'owner', workspace: SCHOOL });
}

/** A server over the test database for the tests of a file. */
export function withServer(): {
  address: () => string;
  pool: () => Pool;
  client: () => Promise<Client>;
  /** Somebody else, in a role, in the tests’ workspace or in another one. */
  as: (role: Role, workspace?: string) => Promise<Client>;
} {
  let server: Server;
  const ending = new AbortController();
  let pool: Pool;
  let readers: Pool;
  let matcher: Matcher;
  let weigher: Weigher;
  let packer: Packer;
  let lists: ListReader;
  let address = '';
  beforeAll(async () => {
    pool = openPool(databaseUrl('SERVER'));
    await ensureOwner(pool, 'Tess Wray', ACCOUNT);
    readers = openPool(databaseUrl('SERVER'), READERS);
    lists = readerInThreads(databaseUrl('SERVER'), 'https://school.example');
    matcher = matcherInThreads();
    weigher = weigherInThreads(databaseUrl('SERVER'), 'https://school.example');
    packer = packerInThreads(databaseUrl('SERVER'), 'https://school.example', undefined);
    const logger = pino({ level: 'silent' });
    const app = createApp({
      pool,
      databaseUrl: databaseUrl('SERVER'),
      readers,
      lists,
      matcher,
      weigher,
      packer,
      counter: counterOn(pool, 100),
      sessionSecret: 'only for tests',
      logger,
      site: 'https://school.example',
      // One account stands for a whole school here.
      mostHeavy: 100_000,
      ending: ending.signal,
    });
    // As the real one: a test that stands still must not meet a connection that is just being closed.
    server = createServer({ keepAliveTimeout: 75_000 }, app);
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    const at = server.address();
    address = `http://127.0.0.1:${typeof at === 'object' && at ? at.port : 0}`;
  });
  afterAll(async () => {
    ending.abort();
    server.closeAllConnections();
    await new Promise((done) => server.close(done));
    await Promise.all([pool.end(), readers.end(), lists.close(), matcher.close(), weigher.close(), packer.close()]);
  });
  const client = async () => {
    const made = new Client(address);
    await made.signIn();
    return made;
  };
  const as = async (role: Role, workspace = SCHOOL) => {
    const email = `${randomBytes(6).toString('hex')}@ebbstone.example`;
    const account = { name: `Some ${role}`, email, password: ACCOUNT.password, role, workspace };
    await makeAccount(pool, account);
    const made = new Client(address);
    await made.must('POST', '/api/session', { email, password: account.password });
    return made;
  };
  return { address: () => address, pool: () => pool, client, as };
}

/** A catalogue without what a database numbers by itself, to compare before and after. */
export function contentOf(catalogue: Catalogue) {
  const name = new Map(catalogue.commands.map((command) => [command.id, command.name]));
  const place = new Map(catalogue.contexts.map((context) => [context.id, context.name]));
  const words = (keyset: Keyset) =>
    keyset.kind === 'shipped'
      ? keyset.bindings.map((one) => [
          name.get(one.command),
          one.platform,
          one.shortcut,
          one.contexts.map((id) => place.get(id)).sort(),
        ])
      : keyset.edits.map((one) => [
          name.get(one.command),
          place.get(one.context),
          one.platform,
          one.action,
          one.shortcuts,
          one.reason,
        ]);
  return {
    contexts: catalogue.contexts.map((one) => one.name),
    commands: catalogue.commands.map(({ id: _id, home, ...rest }) => ({ ...rest, home: place.get(home) })),
    keysets: catalogue.keysets.map((keyset) => [keyset.name, words(keyset)]),
  };
}
