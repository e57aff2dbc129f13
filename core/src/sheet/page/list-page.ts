import { dateIn, tell, type LearnerLanguage } from '../../words/index.ts';
import { escaped } from '../fit/escaped.ts';
import { documentOf, linkTo, type Assets } from './shell.ts';

/** An edition in a list of editions. */
export interface ListedEdition {
  readonly title: string;
  readonly about: string;
  readonly number: number;
  readonly publishedOn: string;
  readonly language: LearnerLanguage;
  readonly href: string;
}

/** A list of editions as a page: the index of a workspace, or of a folder of files. */
export function listPage({
  title,
  language,
  editions,
  assets,
  feed = '',
}: {
  title: string;
  language: LearnerLanguage;
  editions: readonly ListedEdition[];
  assets: Assets;
  feed?: string;
}): string {
  const items = editions.map(
    (one) =>
      `<li lang="${one.language}"><h2>${linkTo(one.href, one.title)}</h2><p>${escaped(one.about)}</p><p class="sum">${escaped(tell(language, 'print.edition', { number: one.number, on: dateIn(language, one.publishedOn) }))}</p></li>`,
  );
  const none = `<p>${escaped(tell(language, 'list.none'))}</p>`;
  return documentOf({
    language,
    title,
    description: tell(language, 'list.about', { title }),
    assets,
    head:
      feed && `<link rel="alternate" type="application/atom+xml" title="${escaped(title)}" href="${escaped(feed)}">`,
    attributes: 'class="index"',
    content: `<main><h1>${escaped(title)}</h1>${items.length ? `<ul>${items.join('')}</ul>` : none}${feed && `<p class="downloads">${linkTo(feed, tell(language, 'page.feed'))}</p>`}</main>`,
  });
}

/** A page that says one thing: that there is nothing at an address, or that the server cannot answer. */
export function notePage(language: LearnerLanguage, said: string, assets: Assets): string {
  const title = tell(language, 'page.failed');
  return documentOf({
    language,
    title,
    description: said,
    assets,
    attributes: 'class="index"',
    content: `<main><h1>${escaped(title)}</h1><p role="alert">${escaped(said)}</p></main>`,
  });
}
