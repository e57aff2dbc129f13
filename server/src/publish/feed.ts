import { Feed } from 'feed';
import { PublicEdition } from '@crib/core/contract';
import { subjectOf } from '@crib/core/sheet';
import type { Issued } from '../store/handouts.ts';

/** An edition of a list, with its body read. */
export function issuedEdition(one: Issued) {
  const body = PublicEdition.shape.body.parse(JSON.parse(one.body));
  return { ...one, body, about: subjectOf(body) };
}

/** New editions as an Atom feed (RFC 4287, by the package `feed`): each an entry of its own, named by its address for good. */
export function atomFeed(site: string, path: string, self: string, title: string, issued: readonly Issued[]): string {
  const newest = issued[0]?.publishedAt;
  const feed = new Feed({
    id: site + path,
    link: site + path,
    feedLinks: { atom: site + self },
    title,
    copyright: '',
    generator: 'Crib',
    updated: newest ? new Date(newest) : new Date(0),
    author: { name: title },
  });
  for (const { path: own, publishedAt, body, about } of issued.map(issuedEdition))
    feed.addItem({
      id: site + own,
      link: site + own,
      title: `${body.title}, ${body.number}`,
      date: new Date(publishedAt),
      published: new Date(publishedAt),
      description: body.intro || about,
      ...(body.credit ? { author: [{ name: body.credit }] } : {}),
    });
  return feed.atom1();
}
