import { createScanner, parseTree, printParseErrorCode, type Node, type ParseError } from 'jsonc-parser';
import type { Recipe } from '../contract/index.ts';
import { refuse } from '../error/index.ts';
import { DEEPEST, templatesOf, type FoundRecord } from './record-shape.ts';
import { matched, tokensOf, type Token } from './template.ts';

const CLOSES: Record<string, string> = { '}': '{', ']': '[' };
/** Counts brackets by the scanner of the parser, which knows texts and comments as it does; what closes nothing counts for nothing. */
function refuseDeep(text: string): void {
  const scanner = createScanner(text, true);
  const open: string[] = [];
  while (scanner.getPosition() < text.length) {
    scanner.scan();
    const sign = text[scanner.getTokenOffset()] ?? '';
    if (sign === '{' || sign === '[') open.push(sign);
    else if (open.length && open.at(-1) === CLOSES[sign]) open.pop();
    if (open.length > DEEPEST)
      refuse('too-large', `Members may be nested at most ${DEEPEST} deep; here they are deeper.`);
  }
}

/** JSON as a tree with offsets (RFC 8259, comments and commas at the end let pass, by the package `jsonc-parser`). */
function treeOf(text: string): Node {
  refuseDeep(text);
  const errors: ParseError[] = [];
  const tree = parseTree(text, errors, { allowTrailingComma: true });
  const [first] = errors;
  if (!tree || first) {
    const line = text.slice(0, first?.offset ?? 0).split('\n').length;
    return refuse(
      'not-a-file',
      `This is not valid JSON: ${first ? printParseErrorCode(first.error) : 'it is empty'}, line ${line}.`,
    );
  }
  return tree;
}

type Shape =
  | { readonly is: 'object'; readonly members: readonly (readonly [readonly Token[], Shape])[] }
  | { readonly is: 'list'; readonly first: Shape | null }
  | { readonly is: 'value'; readonly type: Node['type']; readonly tokens: readonly Token[] };

function shapeOf(node: Node): Shape {
  if (node.type === 'object')
    return {
      is: 'object',
      members: (node.children ?? []).map((one) => [
        tokensOf(String(one.children![0]!.value)),
        shapeOf(one.children![1]!),
      ]),
    };
  if (node.type === 'array') return { is: 'list', first: node.children?.[0] ? shapeOf(node.children[0]) : null };
  return { is: 'value', type: node.type, tokens: tokensOf(String(node.value)) };
}

type Found = Record<string, string>;
const merged = (a: Found, b: Found | null): Found | null =>
  b && Object.entries(b).every(([field, value]) => !Object.hasOwn(a, field) || a[field] === value)
    ? { ...a, ...b }
    : null;

/** The fields of a node of a shape, or null; other members may stand there too. */
function fieldsOf(shape: Shape, node: Node): Found | null {
  if (shape.is === 'value') {
    // A field is a text or a number; what stands there without one is just that.
    const hasField = shape.tokens.some((token) => 'field' in token);
    const fits = hasField ? node.type === 'string' || node.type === 'number' : node.type === shape.type;
    return fits ? matched(shape.tokens, String(node.value)) : null;
  }
  if (shape.is === 'list') {
    if (node.type !== 'array') return null;
    const [first] = node.children ?? [];
    if (!shape.first) return first ? null : {};
    return first && node.children!.length === 1 ? fieldsOf(shape.first, first) : null;
  }
  if (node.type !== 'object') return null;
  return shape.members.reduce<Found | null>((found, member) => {
    if (!found) return null;
    for (const property of node.children ?? []) {
      const more = memberOf(member, property);
      const both = more && merged(found, more);
      if (both) return both;
    }
    return null;
  }, {});
}
function memberOf([name, shape]: readonly [readonly Token[], Shape], property: Node): Found | null {
  const [key, value] = property.children ?? [];
  const named = key && matched(name, String(key.value));
  return named && value ? merged(named, fieldsOf(shape, value)) : null;
}

/** A template that stands for a member (`"{keys}": "{command}"`) or for a value. */
function templateShape(template: string): { member: readonly [readonly Token[], Shape] | null; shape: Shape | null } {
  if (/^\s*["']/.test(template) && /:/.test(template)) {
    const made = shapeOf(treeOf(`{${template}}`));
    return { member: made.is === 'object' ? made.members[0]! : null, shape: null };
  }
  return { member: null, shape: shapeOf(treeOf(template)) };
}

/** Records of a JSON file: members or objects of the template’s shape, wherever they stand. */
export function jsonRecords(recipe: Recipe, text: string): FoundRecord[] {
  const templates = templatesOf(recipe).map(({ kind, template }) => ({ kind, ...templateShape(template) }));
  const names = new Set(Object.values(recipe.contexts));
  const found: FoundRecord[] = [];
  const visit = (node: Node, context: string | undefined) => {
    const told = (fields: Found) => (context === undefined ? fields : { context, ...fields });
    for (const { kind, member, shape } of templates) {
      const fields =
        node.type === 'property'
          ? member && memberOf(member, node)
          : shape && shape.is !== 'value'
            ? fieldsOf(shape, node)
            : null;
      if (!fields) continue;
      found.push({ from: node.offset, to: node.offset + node.length, kind, fields: told(fields) });
      return;
    }
    const inside =
      recipe.group && node.type === 'property' && names.has(String(node.children![0]!.value))
        ? String(node.children![0]!.value)
        : context;
    for (const child of node.type === 'property' ? node.children!.slice(1) : (node.children ?? []))
      visit(child, inside);
  };
  visit(treeOf(text), undefined);
  return found;
}
