// Prints every string that somebody reads, with its file and line: of the pages, of core’s sentences, of the server.
import { readFileSync, readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parse } from 'vue/compiler-sfc';
import ts from 'typescript';

const root = fileURLToPath(new URL('..', import.meta.url));
const ATTRIBUTES = new Set(['aria-label', 'placeholder', 'title', 'label', 'none', 'legend', 'under', 'alt']);
/** Kinds of nodes in a template, as Vue’s compiler numbers them. */
const [TEXT, INTERPOLATION, ATTRIBUTE, DIRECTIVE] = [2, 5, 6, 7];

/** Files below a folder by their ending, generated ones left out. @param {string} folder @param {string} ending */
function filesIn(folder, ending) {
  return readdirSync(join(root, folder), { recursive: true, withFileTypes: true })
    .filter((one) => one.isFile() && one.name.endsWith(ending) && !/generated|\.d\.ts$/.test(one.name))
    .map((one) => join(one.parentPath, one.name))
    .sort();
}
/** Whether a text is meant for readers: words, and not the name of something in the code. @param {string} text */
const isSaid = (text) =>
  /\p{L}{2}/u.test(text) &&
  (/\s/.test(text.trim()) || /^\p{Lu}\p{Ll}+[.…?]?$/u.test(text.trim())) &&
  !/^(SELECT|INSERT|UPDATE|DELETE|WITH|SET|CREATE)\b|[{};]\s*$|=>|^\.|var\(--|\bminmax\(/.test(text);

/** @param {string} file @param {number} line @param {string} text */
function say(file, line, text) {
  const clean = text.replace(/\s+/g, ' ').trim();
  if (clean) console.log(`${relative(root, file)}:${line}\t${clean}`);
}
/** The strings of a script; `{…}` stands where a value comes in. @param {string} file @param {string} source @param {number} offset */
function fromScript(file, source, offset = 0) {
  const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true);
  /** @param {ts.Node} node */
  const visit = (node) => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return;
    const whole = ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node) ? node.text : '';
    const parted = ts.isTemplateExpression(node)
      ? node.head.text + node.templateSpans.map((span) => `{…}${span.literal.text}`).join('')
      : '';
    if (isSaid(whole + parted))
      say(file, offset + tree.getLineAndCharacterOfPosition(node.getStart()).line + 1, whole + parted);
    ts.forEachChild(node, visit);
  };
  visit(tree);
}
/** The texts and attributes of a template. @param {string} file @param {any} node */
function fromTemplate(file, node) {
  const line = node.loc.start.line;
  if (node.type === TEXT && /\p{L}/u.test(node.content)) say(file, line, node.content);
  if (node.type === INTERPOLATION) fromScript(file, `(${node.content.loc.source})`, line - 1);
  for (const prop of node.props ?? []) {
    if (prop.type === ATTRIBUTE && ATTRIBUTES.has(prop.name) && prop.value)
      say(file, prop.loc.start.line, prop.value.content);
    if (prop.type === DIRECTIVE && prop.name === 'bind' && prop.exp)
      fromScript(file, `(${prop.exp.loc.source})`, prop.loc.start.line - 1);
  }
  for (const child of node.children ?? []) fromTemplate(file, child);
}

for (const file of filesIn('web/src', '.vue')) {
  const { descriptor } = parse(readFileSync(file, 'utf8'), { filename: file });
  if (descriptor.template?.ast) fromTemplate(file, descriptor.template.ast);
  const script = descriptor.scriptSetup ?? descriptor.script;
  if (script) fromScript(file, script.content, script.loc.start.line - 1);
}
for (const folder of ['web/src', 'core/src', 'server/src'])
  for (const file of filesIn(folder, '.ts')) fromScript(file, readFileSync(file, 'utf8'));
