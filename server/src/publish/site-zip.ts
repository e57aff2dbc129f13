import { closeSync, openSync, writeSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Zip, ZipDeflate } from 'fflate';
import { editionPage, listPage, subjectOf, type ListedEdition, type PageChoice } from '@crib/core/sheet';
import { LEARNER_LANGUAGES, type LearnerLanguage } from '@crib/core/words';
import { fileBytes, formAt } from '../store/editions.ts';
import type { Reading } from '../store/replica.ts';
import type { LearnerAssets } from './assets.ts';
import type { ReadingRoom } from './reading.ts';

/** What a folder is made of, and where its editions are read. */
export interface Site {
  readonly reading: Reading;
  readonly room: ReadingRoom;
  readonly assets: LearnerAssets;
  readonly site: string;
  readonly title: string;
  readonly addresses: readonly string[];
}

/** A zip file that is written as it is filled, so that no more than one file of it is in memory. */
function zipIn(file: number) {
  const zip = new Zip((error, chunk) => {
    if (error) throw error;
    writeSync(file, chunk);
  });
  return {
    add(name: string, content: Uint8Array | string) {
      const entry = new ZipDeflate(name, { level: 6 });
      zip.add(entry);
      entry.push(typeof content === 'string' ? Buffer.from(content, 'utf8') : new Uint8Array(content), true);
    },
    end: () => zip.end(),
  };
}

/**
 * Writes editions as a folder of files for any web host, which also works when it is opened from a disk: a page for each way to
 * read one, their files, and what pages share; nothing in it asks a server of ours.
 */
export async function writeSite(path: string, made: Site): Promise<void> {
  const file = openSync(path, 'w');
  try {
    await fill(zipIn(file), made);
  } finally {
    closeSync(file);
  }
}

async function fill(
  zip: ReturnType<typeof zipIn>,
  { reading, room, assets, site, title, addresses }: Site,
): Promise<void> {
  for (const file of assets.files) zip.add(file, await readFile(join(assets.folder, file)));
  const shared = (up: string) => ({
    style: assets.style && up + assets.style,
    script: assets.script && up + assets.script,
  });
  const listed: ListedEdition[] = [];
  for (const address of addresses) {
    const {
      id,
      slug,
      newest: _newest,
      tools: _tools,
      known: _known,
      strips,
      earlier: _earlier,
      ...edition
    } = await room.edition(address);
    const { newer, withdrawn } = await room.standing(address);
    const { body } = edition;
    const folder = `${slug}-${body.number}-${address.slice(0, 5)}`;
    const name = ({ platform, how, language }: PageChoice) =>
      `${platform.replace(/[^\w-]/g, '_')}-${how}-${language}.html`;
    const standing = { withdrawn, newer: newer && { ...newer, path: site + newer.path } };
    const made = (choice: PageChoice) =>
      editionPage({ ...edition, standing }, choice, {
        assets: shared('../'),
        links: {
          address: `${site}/s/${slug}/${address}`,
          to: name,
          files: { pdf: 'sheet.pdf', csv: 'sheet.csv', md: 'sheet.md', json: 'sheet.json' },
          ...(strips ? { strips: 'strips.pdf' } : {}),
          preset: (file) => `files/${encodeURIComponent(file)}`,
        },
      });
    for (const platform of body.platforms)
      for (const how of ['words', 'symbols'] as const)
        for (const language of LEARNER_LANGUAGES) {
          zip.add(`${folder}/${name({ platform, how, language })}`, made({ platform, how, language }));
        }
    const first: PageChoice = { platform: body.platforms[0]!, how: 'words', language: body.language };
    zip.add(`${folder}/index.html`, made(first));
    zip.add(`${folder}/sheet.json`, JSON.stringify(body));
    for (const ending of ['pdf', 'csv', 'md', 'strips.pdf']) {
      const form = await reading((db) => formAt(db, id, ending));
      if (form) zip.add(`${folder}/${ending.includes('.') ? ending : `sheet.${ending}`}`, form.content);
    }
    for (const file of edition.files)
      zip.add(`${folder}/files/${file.name}`, await reading((db) => fileBytes(db, id, file.name)));
    listed.push({
      title: body.title,
      about: subjectOf(body),
      number: body.number,
      publishedOn: body.publishedOn,
      language: body.language,
      href: `${folder}/index.html`,
    });
  }
  const language: LearnerLanguage = listed[0]?.language ?? 'en';
  zip.add('index.html', listPage({ title, language, editions: listed, assets: shared('') }));
  zip.end();
}
