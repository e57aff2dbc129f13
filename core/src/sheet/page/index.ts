export { editionPage, type PageChoice, type PageFrame, type PageLinks } from './edition-page.ts';
export { listPage, notePage, type ListedEdition } from './list-page.ts';
export { type Assets } from './shell.ts';
