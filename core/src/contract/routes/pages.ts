/**
 * Addresses that answer with a page, a feed or a plain state, and need no account: what each is for. They are no part of
 * the API and of OpenAPI; the public index is called by its address.
 */
export const PAGES = {
  'GET /healthz': 'Whether the process is alive',
  'GET /readyz': 'Whether the server is ready',
  'GET /s/:slug/:address': 'An edition',
  'GET /s/:slug/:address/app.webmanifest': 'The web app manifest of a sheet',
  'GET /s/:slug/:address/:tool': 'Its tools',
  'GET /n/:slug/:address': 'The latest edition of a sheet',
  'GET /n/:slug/:address/feed.atom': 'Its editions as a feed',
  'GET /shelf/:address': 'The public index of a workspace',
  'GET /shelf/:address/feed.atom': 'The same as a feed',
} as const;
export type PageName = keyof typeof PAGES;
