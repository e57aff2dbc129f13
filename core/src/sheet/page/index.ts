export { type PageChoice } from './choice.ts';
export { editionPage, type PageFrame, type PageLinks } from './edition-page.ts';
export { listPage, notePage, type ListedEdition } from './list-page.ts';
export { type Assets } from './shell.ts';
