// @ts-check
import { readFileSync, readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parse } from 'vue/compiler-sfc';
import ts from 'typescript';

const root = fileURLToPath(new URL('../..', import.meta.url));
const ATTRIBUTES = new Set(['aria-label', 'placeholder', 'title', 'label', 'none', 'legend', 'under', 'alt', 'unit']);
/** Bound attributes whose single words are read too: choices, headings of columns, options. */
const LISTS = new Set(['choices', 'columns', 'options', 'label', 'title', 'aria-label', 'placeholder']);
/** Kinds of nodes in a template, as Vue’s compiler numbers them. */
const [TEXT, INTERPOLATION, ATTRIBUTE, DIRECTIVE] = [2, 5, 6, 7];

/** @typedef {{ readonly at: string, readonly text: string }} Word A string that somebody reads, and where it is. */

/** Files below a folder by their ending, generated ones left out. @param {string} folder @param {string} ending */
const filesIn = (folder, ending) =>
  readdirSync(join(root, folder), { recursive: true, withFileTypes: true })
    .filter((one) => one.isFile() && one.name.endsWith(ending) && !/generated|\.d\.ts$|node_modules/.test(one.name))
    .map((one) => join(one.parentPath, one.name))
    .filter((file) => !file.includes('node_modules'))
    .sort();

/** Whether a text is meant for readers: words, and not the name of something in the code. @param {string} text */
const isSentence = (text) =>
  /\p{L}{2}/u.test(text) &&
  (/\s/.test(text.trim()) || /^\p{Lu}\p{Ll}+[.…?]?$/u.test(text.trim())) &&
  !/^(SELECT|INSERT|UPDATE|DELETE|WITH|SET|CREATE|FROM)\b|[{};]\s*$|=>|^\.|var\(--|\bminmax\(|^<|^(GET|POST|PUT|PATCH) \/|\b(SELECT|JOIN)\b/.test(
    text,
  );
/** @param {string} text */
const isWord = (text) => /^\p{L}[\p{L} -]{2,}$/u.test(text);

/** Every string that a person can read, of all layers, with where it stands. @returns {Word[]} */
export function allWords() {
  /** @type {Word[]} */
  const found = [];
  /** @param {string} file @param {number} line @param {string} text */
  const say = (file, line, text) => {
    const clean = text.replace(/[ \t\r\n]+/g, ' ').trim();
    if (clean) found.push({ at: `${relative(root, file)}:${line}`, text: clean });
  };
  /** The strings of a script; `{…}` stands where a value comes in. @param {string} file @param {string} source @param {number} offset @param {(text: string) => boolean} meant */
  const fromScript = (file, source, offset = 0, meant = isSentence) => {
    const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true, ts.ScriptKind.TS);
    /** @param {ts.Node} node */
    const visit = (node) => {
      if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return;
      const whole = ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node) ? node.text : '';
      const parted = ts.isTemplateExpression(node)
        ? node.head.text + node.templateSpans.map((span) => `{…}${span.literal.text}`).join('')
        : '';
      if (meant(whole + parted))
        say(file, offset + tree.getLineAndCharacterOfPosition(node.getStart()).line + 1, whole + parted);
      ts.forEachChild(node, visit);
    };
    visit(tree);
  };
  /** The texts, attributes and expressions of a template. @param {string} file @param {any} node */
  const fromTemplate = (file, node) => {
    const line = node.loc.start.line;
    if (node.type === TEXT && /\p{L}/u.test(node.content)) say(file, line, node.content);
    if (node.type === INTERPOLATION) fromScript(file, `(${node.content.loc.source})`, line - 1);
    for (const prop of node.props ?? []) {
      if (prop.type === ATTRIBUTE && ATTRIBUTES.has(prop.name) && prop.value)
        say(file, prop.loc.start.line, prop.value.content);
      if (prop.type !== DIRECTIVE || !prop.exp) continue;
      // What a list is made of in place is in the expression of the loop.
      const source =
        prop.name === 'for' ? prop.exp.loc.source.replace(/^[\s\S]*?\s(?:in|of)\s/, '') : prop.exp.loc.source;
      const listed = prop.name === 'bind' && LISTS.has(prop.arg?.content ?? '');
      if (prop.name !== 'on' && prop.name !== 'slot')
        fromScript(
          file,
          `(${source})`,
          prop.loc.start.line - 1,
          (text) => isSentence(text) || (listed && isWord(text)),
        );
    }
    for (const child of node.children ?? []) fromTemplate(file, child);
  };

  for (const file of filesIn('web/src', '.vue')) {
    const { descriptor } = parse(readFileSync(file, 'utf8'), { filename: file });
    if (descriptor.template?.ast) fromTemplate(file, descriptor.template.ast);
    const script = descriptor.scriptSetup ?? descriptor.script;
    if (script) fromScript(file, script.content, script.loc.start.line - 1);
  }
  for (const folder of ['web/src', 'core/src', 'server/src', 'cli/src'])
    for (const file of filesIn(folder, '.ts')) fromScript(file, readFileSync(file, 'utf8'));
  for (const file of filesIn('scripts', '.mjs')) {
    if (!file.endsWith('words.mjs')) fromScript(file, readFileSync(file, 'utf8'));
  }
  for (const { file, line, text } of databaseSentences()) say(file, line, text);
  for (const file of filesIn('demo', '.json'))
    readFileSync(file, 'utf8')
      .split('\n')
      .forEach((line, at) => {
        for (const [, text] of line.matchAll(/"((?:[^"\\]|\\.)*[\p{L}] [\p{L}](?:[^"\\]|\\.)*)"(?!\s*:)/gu))
          say(file, at + 1, text ?? '');
      });
  return found;
}

/** What functions of the database refuse with, as it is after all migrations: a later one may put it in other words. */
function databaseSentences() {
  const files = filesIn('server/migrations', '.sql');
  const texts = files.map((file) => readFileSync(file, 'utf8'));
  const words = new Map(
    [...texts.join('\n').matchAll(/^ {4}\['([^']*)', '([^']*)'\],?$/gm)].map(([, old, now]) => [old ?? '', now ?? '']),
  );
  return files.flatMap((file, n) =>
    (texts[n] ?? '').split('\n').flatMap((line, at) =>
      [...line.matchAll(/RAISE EXCEPTION '([^']+)'/g)].map(([, text = '']) => {
        let now = text;
        for (const [from, to] of words) now = now.replace(from, to);
        return { file, line: at + 1, text: now };
      }),
    ),
  );
}
