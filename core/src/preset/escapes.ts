import type { Recipe } from '../contract/index.ts';

/** A text as it stands within a file of a syntax. */
export const ESCAPES: Record<Recipe['syntax'], (text: string) => string> = {
  lines: (text) => text,
  xml: (text) => text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`),
  json: (text) => JSON.stringify(text).slice(1, -1),
};
