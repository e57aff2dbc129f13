import { createHash } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import { LRUCache } from 'lru-cache';
import {
  EditionProgram,
  PublicEdition,
  toolsOf,
  type ToolName,
  type EditionBody,
  type EditionStanding,
} from '@crib/core/contract';
import { conventionOf, type Platform } from '@crib/core/keys';
import { editionPage, type PageChoice } from '@crib/core/sheet';
import { LEARNER_LANGUAGES, type LearnerLanguage } from '@crib/core/words';
import { earlierThan, newestAt } from '../store/handouts.ts';
import { editionAt, filesOf, formAt, standingOf } from '../store/editions.ts';
import type { Reading } from '../store/replica.ts';
import type { LearnerAssets } from './assets.ts';
import { kept } from './cached.ts';

/** What does not change of an edition. */
export type KeptEdition = Omit<PublicEdition, 'standing'> & {
  readonly id: number;
  readonly slug: string;
  readonly newest: string;
  readonly strips: boolean;
  readonly tools: readonly ToolName[];
  readonly known: EditionProgram['known'];
  readonly earlier: readonly { readonly number: number; readonly address: string }[];
};

/** A page as it is sent: whole, packed, and what tells it from another. */
export interface Page {
  readonly html: Buffer;
  readonly packed: Buffer;
  readonly etag: string;
}

/** What was said of an edition since may be so many ms old. */
const FRESH = 1000;

/** Older editions lack what the schema has gained since; reading fills that in. */
const programIn = (content: Buffer) => EditionProgram.parse(JSON.parse(content.toString('utf8')));

/** Editions as pages. Bodies and pages are kept, since they never change; what stands around them is asked for each second. */
export function readingRoom(reading: Reading, site: string, assets: LearnerAssets) {
  const editions = new LRUCache<string, Promise<KeptEdition>>({ max: 500 });
  const standings = new LRUCache<string, Promise<EditionStanding>>({ max: 5000, ttl: FRESH });
  const programs = new LRUCache<string, Promise<string | null>>({ max: 20 });
  const newest = new LRUCache<string, Promise<string>>({ max: 5000, ttl: FRESH });
  const pages = new LRUCache<string, Page>({
    maxSize: 64 * 1024 * 1024,
    sizeCalculation: ({ html, packed }) => html.length + packed.length,
  });
  const edition = (address: string) =>
    kept(editions, address, () =>
      reading(async (from): Promise<KeptEdition> => {
        const { id, slug, body, hash, howToLoad, newest: path } = await editionAt(from, address);
        const strips = (await formAt(from, id, 'strips.pdf')) !== undefined;
        const program = await formAt(from, id, 'program.json');
        const files = await filesOf(from, id);
        const made = program && programIn(program.content);
        const [tools, known] = made ? [toolsOf(made, files), made.known] : [[], []];
        return {
          id,
          slug,
          address,
          hash,
          howToLoad,
          newest: path,
          strips,
          tools,
          known,
          earlier: await earlierThan(from, id),
          files,
          body: PublicEdition.shape.body.parse(JSON.parse(body)),
        };
      }),
    );
  const standing = async (address: string) => {
    const { id } = await edition(address);
    return kept(standings, address, () => reading((from) => standingOf(from, id)));
  };
  return {
    edition,
    standing,
    /** What an edition’s tools are computed from, as the schema has it today; none where it was published without. */
    program: (address: string) =>
      kept(programs, address, () =>
        reading(async (from) => {
          const form = await formAt(from, (await editionAt(from, address)).id, 'program.json');
          return form ? JSON.stringify(programIn(form.content)) : null;
        }),
      ),
    /** Which edition is the newest under a standing address. */
    newest: (address: string) => kept(newest, address, () => reading((from) => newestAt(from, address))),
    /** An edition as a page, read in one way. */
    async page(
      address: string,
      choice: PageChoice,
      {
        embedded = false,
        reported = false,
        since = 0,
        knew = '',
      }: { embedded?: boolean; reported?: boolean; since?: number; knew?: string } = {},
    ): Promise<Page> {
      const [found, now] = [await edition(address), await standing(address)];
      const { id: _id, slug, newest: path, strips, tools, known: releases, earlier, ...rest } = found;
      const earlierOne = earlier.find((one) => one.number === since);
      const release = releases.find((one) => one.release === knew);
      const key = JSON.stringify([
        address,
        choice.platform,
        choice.how,
        choice.language,
        embedded,
        reported,
        earlierOne?.number,
        release?.release,
        now,
      ]);
      const known = pages.get(key);
      if (known) return known;
      const then = earlierOne && (await edition(earlierOne.address)).body;
      const before =
        then?.format === 'crib-sheet'
          ? { of: since, body: then }
          : release && found.body.format === 'crib-sheet'
            ? { of: release.release, body: asIn(release, found.body) }
            : null;
      const query = ({ platform, how, language }: PageChoice) =>
        new URLSearchParams({ platform, style: how, language }).toString();
      const base = `/public/editions/${address}`;
      const own = `/s/${slug}/${address}`;
      const html = Buffer.from(
        editionPage({ ...rest, standing: now }, choice, {
          assets: { style: assets.style && `/${assets.style}`, script: assets.script && `/${assets.script}` },
          embedded,
          reported,
          ...(before ? { since: before } : {}),
          links: {
            since: [
              ...earlier.map(({ number }) => ({ of: number, href: `?${query(choice)}&since=${number}` })),
              ...releases.map((one) => ({
                of: one.release,
                href: `?${query(choice)}&knew=${encodeURIComponent(one.release)}`,
              })),
            ],
            address: site + own,
            to: (other) =>
              `${embedded ? own : ''}?${query(other)}${before ? (release ? `&knew=${encodeURIComponent(release.release)}` : `&since=${since}`) : ''}`,
            files: {
              pdf: `${base}/sheet.pdf`,
              csv: `${base}/sheet.csv`,
              md: `${base}/sheet.md`,
              json: `${base}/sheet.json`,
            },
            ...(strips ? { strips: `${base}/strips.pdf` } : {}),
            tools: tools.map((name) => ({ name, href: `${own}/${name}?${query(choice)}` })),
            preset: (name) => `${base}/files/${encodeURIComponent(name)}`,
            ...(found.files.length ? { presets: `${base}/presets.zip` } : {}),
            newest: site + path,
            feed: `${path}/feed.atom`,
            app: `${own}/app.webmanifest`,
            site: `${base}/site.zip`,
            report: `${base}/reports`,
          },
        }),
      );
      const etag = `"${createHash('sha256').update(html).digest('base64url').slice(0, 22)}"`;
      const made = { html, packed: gzipSync(html, { level: 9 }), etag };
      pages.set(key, made);
      return made;
    },
  };
}
export type ReadingRoom = ReturnType<typeof readingRoom>;

/** A sheet with the names and keys that its lines had in an earlier release; what else it says of them is the same. */
function asIn({ lines }: EditionProgram['known'][number], body: EditionBody): EditionBody {
  const then = new Map(lines.map((one) => [one.command, one]));
  const rowsThen = (rows: EditionBody['sections'][number]['rows']) =>
    rows.flatMap((row) =>
      then.has(row.command) ? [{ ...row, label: then.get(row.command)!.label, keys: then.get(row.command)!.keys }] : [],
    );
  return { ...body, sections: body.sections.map((one) => ({ ...one, rows: rowsThen(one.rows) })) };
}

/** How a reader reads it: as the address says, else as far as the browser tells. */
export function choiceOf(
  { body }: Pick<PublicEdition, 'body'>,
  asked: Readonly<Record<string, unknown>>,
  agent: string,
  languages: readonly string[],
): PageChoice {
  const guess = /Mac|iPhone|iPad/.test(agent)
    ? 'macos'
    : /Linux|X11|CrOS/.test(agent) && !/Android/.test(agent)
      ? 'linux'
      : 'windows';
  const { platforms } = body;
  const likely = platforms.find((one) => conventionOf(one) === guess) ?? platforms[0]!;
  const platform: Platform = platforms.find((one) => one === asked['platform']) ?? likely;
  const tags = [asked['language'], ...languages].flatMap((tag) =>
    typeof tag === 'string' ? [tag.slice(0, 2).toLowerCase()] : [],
  );
  const language: LearnerLanguage =
    tags.flatMap((tag) => LEARNER_LANGUAGES.find((one) => one === tag) ?? [])[0] ?? body.language;
  return { platform, how: asked['style'] === 'symbols' ? 'symbols' : 'words', language };
}
