import { Feed } from 'feed';
import { subjectOf } from '@crib/core/sheet';
import type { Issued } from '../store/handouts.ts';

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
  for (const { path: own, publishedAt, cover } of issued)
    feed.addItem({
      id: site + own,
      link: site + own,
      title: `${cover.title}, ${cover.number}`,
      date: new Date(publishedAt),
      published: new Date(publishedAt),
      description: cover.intro || subjectOf(cover),
      ...(cover.credit ? { author: [{ name: cover.credit }] } : {}),
    });
  return feed.atom1();
}
