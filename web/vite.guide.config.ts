import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import markdown from 'markdown-it';
import type { Plugin } from 'vite';

const docs = fileURLToPath(new URL('../docs/', import.meta.url));
const NAME = 'virtual:guide';

/** docs/guide.md as a page of the application: `import { html, chapters } from 'virtual:guide'`. */
export const guide: Plugin = {
  name: 'guide',
  resolveId: (id) => (id === NAME ? `\0${NAME}` : null),
  load(id) {
    if (id !== `\0${NAME}`) return null;
    this.addWatchFile(`${docs}guide.md`);
    const chapters: { id: string; title: string }[] = [];
    const pictures: string[] = [];
    const html = markdown()
      .render(readFileSync(`${docs}guide.md`, 'utf8'))
      .replace(/<h1>.*?<\/h1>/, '')
      .replace(/<h2>(.*?)<\/h2>/g, (_, title: string) => {
        const anchor = `chapter-${chapters.length + 1}`;
        chapters.push({ id: anchor, title });
        return `<h2 id="${anchor}">${title}</h2>`;
      })
      // Other documents are not part of the application.
      .replace(/<a href="[\w-]+\.md">(.*?)<\/a>/g, '$1')
      .replace(
        /src="(screenshots\/[\w-]+\.png)"/g,
        (_, path: string) => `src="@@${pictures.push(path) - 1}" loading="lazy"`,
      );
    const imports = pictures.map((path, at) => `import p${at} from ${JSON.stringify(`${docs}${path}?url`)};`);
    return `${imports.join('\n')}
const pictures = [${pictures.map((_, at) => `p${at}`).join()}];
export const chapters = ${JSON.stringify(chapters)};
export const html = ${JSON.stringify(html)}.replace(/@@(\\d+)/g, (_, at) => pictures[at]);`;
  },
};
