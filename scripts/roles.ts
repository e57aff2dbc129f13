/** Writes docs/roles.md’s tables from the tables of roles, scopes and routes: `npm run roles`. */
import { argv } from 'node:process';
import { fileURLToPath } from 'node:url';
import { PAGES, ROLES, ROUTES, SCOPES, type Action, type Route } from '../core/src/contract/index.ts';
import { keepFigures } from './lib/figures.mjs';

const ACTIONS: readonly Action[] = ['look at', 'comment', 'edit', 'publish', 'review', 'manage'];
const row = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
const table = (head: readonly string[], rows: readonly (readonly string[])[]) =>
  [row(head), row(head.map(() => '---')), ...rows.map(row)].join('\n');

/** What a member of a role, and a token of a scope, may do. */
export const rightsTable = () => {
  const rights = [
    ...Object.entries(ROLES),
    ...Object.entries(SCOPES).map(([scope, actions]) => [`token, \`${scope}\``, actions] as const),
  ];
  return table(
    ['', ...ACTIONS],
    rights.map(([who, may]) => [who, ...ACTIONS.map((one) => (may.includes(one) ? 'yes' : 'no'))]),
  );
};

/** What each address takes. */
export const routesTable = () =>
  table(
    ['address', 'takes'],
    [
      ...Object.keys(PAGES).map((name) => [`\`${name}\``, 'anybody']),
      ...(Object.entries(ROUTES) as [string, Route][]).map(([name, { may }]) => [`\`${name}\``, may]),
    ],
  );

if (argv[1] === fileURLToPath(import.meta.url)) {
  await keepFigures('docs/roles.md', 'rights', rightsTable());
  await keepFigures('docs/roles.md', 'routes', routesTable());
}
