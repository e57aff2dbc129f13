import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { setImmediate } from 'node:timers/promises';
import { promisify } from 'node:util';
import { zip, type AsyncZippable } from 'fflate';
import { editionPage, listPage, subjectOf, type ListedEdition, type PageChoice } from '@crib/core/sheet';
import { LEARNER_LANGUAGES, type LearnerLanguage } from '@crib/core/words';
import { fileBytes, formAt } from '../store/sheets.ts';
import type { Reading } from '../store/replica.ts';
import type { LearnerAssets } from './assets.ts';
import type { ReadingRoom } from './reading.ts';

const packed = promisify<AsyncZippable, Uint8Array>(zip);

/**
 * Editions as a folder of files for any web host, which also works when it is opened from a disk: a page for each way to
 * read one, their files, and what pages share; nothing in it asks a server of ours.
 */
export async function siteZip(reading: Reading, room: ReadingRoom, assets: LearnerAssets, site: string, title: string, addresses: readonly string[]): Promise<Buffer> {
  const files: AsyncZippable = {};
  const text = (content: string) => Buffer.from(content, 'utf8');
  for (const file of assets.files) files[file] = new Uint8Array(await readFile(join(assets.folder, file)));
  const shared = (up: string) => ({ style: assets.style && up + assets.style, script: assets.script && up + assets.script });
  const listed: ListedEdition[] = [];
  for (const address of addresses) {
    const { id, slug, newest: _newest, tools: _tools, known: _known, strips, earlier: _earlier, ...edition } = await room.edition(address);
    const { newer, withdrawn } = await room.standing(address);
    const { body } = edition;
    const folder = `${slug}-${body.number}-${address.slice(0, 5)}`;
    const name = ({ platform, how, language }: PageChoice) => `${platform.replace(/[^\w-]/g, '_')}-${how}-${language}.html`;
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
          // Whoever else is there is answered between two pages.
          await setImmediate();
          files[`${folder}/${name({ platform, how, language })}`] = text(made({ platform, how, language }));
        }
    const first: PageChoice = { platform: body.platforms[0]!, how: 'words', language: body.language };
    files[`${folder}/index.html`] = text(made(first));
    files[`${folder}/sheet.json`] = text(JSON.stringify(body));
    for (const ending of ['pdf', 'csv', 'md', 'strips.pdf']) {
      const form = await reading((db) => formAt(db, id, ending));
      if (form) files[`${folder}/${ending.includes('.') ? ending : `sheet.${ending}`}`] = form.content;
    }
    for (const file of edition.files) files[`${folder}/files/${file.name}`] = await reading((db) => fileBytes(db, id, file.name));
    listed.push({ title: body.title, about: subjectOf(body), number: body.number, publishedOn: body.publishedOn, language: body.language, href: `${folder}/index.html` });
  }
  const language: LearnerLanguage = listed[0]?.language ?? 'en';
  files['index.html'] = text(listPage({ title, language, editions: listed, assets: shared('') }));
  return Buffer.from(await packed(files));
} // prettier-ignore
