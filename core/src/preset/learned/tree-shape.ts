import { findNodeAtOffset, parseTree, type Node } from 'jsonc-parser';
import { refuse } from '../../error/index.ts';
import { ESCAPES } from '../escapes.ts';
import { elementsOf, type Element } from '../xml-records.ts';
import { fieldsOf, withFields, type LearnedShape, type Mark, type Span } from './marks.ts';

type Marked = readonly { field: string; span: Span }[];
const within = ({ from, to }: Span, span: Span) => span.from >= from && span.to <= to;
const plain = { group: null, between: '', comment: null, blanks: false };

/** How records look in an XML file: the least element around what was marked, or elements side by side; the rest of it is not looked at. */
export function xmlShape(text: string, marks: readonly Mark[], name: 'command' | 'label'): LearnedShape {
  const root = elementsOf(text, false);
  const chainAt = (span: Span): Element[] => {
    const chain: Element[] = [root];
    for (;;) {
      const next = chain.at(-1)!.children.find((one) => within(one, span));
      if (!next) return chain;
      chain.push(next);
    }
  };
  const around = (spans: Marked) => {
    const chains = spans.map(({ span }) => chainAt(span));
    return chains[0]!.filter((one, depth) => chains.every((chain) => chain[depth] === one)).at(-1)!;
  };
  const [mark] = marks;
  const all = fieldsOf(mark!, name);
  const own = all.filter((one) => one.field !== 'context');
  const record = around(own);
  const inside = all.filter((one) => within(record, one.span));
  const outside =
    all.find((one) => one.field === 'context' && !within(record, one.span)) ??
    (mark!.place && record === root ? all.find((one) => one.field === 'context') : undefined);
  const children = own.map(({ span }) => record.children.findIndex((one) => within(one, span)));
  const repeated =
    marks.length > 1
      ? around(fieldsOf(marks[1]!, name).filter((one) => one.field !== 'context')) === record
      : record.children.length > 2 * own.length;
  const sideBySide = record === root || (children.every((at) => at >= 0) && new Set(children).size > 1 && repeated);
  const [low, high] = [Math.min(...children), Math.max(...children)];
  const parts = sideBySide ? record.children.slice(low, high + 1) : [record];
  const holder = outside && chainAt(outside.span).at(-1)!;
  const group = holder ? { open: openTag(text, holder, [outside]), close: `</${holder.name}>` } : null;
  return { ...plain, syntax: 'xml', record: parts.map((one) => xmlOf(text, one, inside)).join(''), group };
}

/** Where the tag of an element ends: a `>` in a quoted value is none. */
function openEnd(text: string, { from }: Element): number {
  let quote = '';
  for (let at = from; at < text.length; at++) {
    const sign = text[at]!;
    if (quote) quote = sign === quote ? '' : quote;
    else if (sign === '"' || sign === "'") quote = sign;
    else if (sign === '>') return at + 1;
  }
  return text.length;
}
function openTag(text: string, element: Element, marks: Marked): string {
  const end = openEnd(text, element);
  const tag = text.slice(element.from, end);
  let made = `<${element.name}`;
  for (const found of tag.matchAll(/(?<![\w:.-])([\w:.-]{1,200})\s{0,20}=\s{0,20}(?:"([^"]*)"|'([^']*)')/g)) {
    const value = found[2] ?? found[3] ?? '';
    const from = element.from + found.index + found[0].length - 1 - value.length;
    const mine = marks.filter(({ span }) => within({ from, to: from + value.length }, span));
    if (mine.length) made += ` ${found[1]}="${withFields(value, from, mine, ESCAPES.xml)}"`;
  }
  return `${made}>`;
}
function xmlOf(text: string, element: Element, marks: Marked): string {
  const open = openTag(text, element, marks);
  const from = openEnd(text, element);
  const children = element.children.filter((one) => marks.some(({ span }) => within(one, span)));
  const to = text.lastIndexOf('<', element.to - 1);
  const mine = marks.filter(({ span }) => within({ from, to }, span) && !children.some((one) => within(one, span)));
  const content = text.slice(from, Math.max(from, to));
  const blank = content.length - content.trimStart().length;
  const inner = mine.length
    ? withFields(content.trim(), from + blank, mine)
    : children.map((one) => xmlOf(text, one, marks)).join('');
  return inner ? `${open}${inner}</${element.name}>` : `${open.slice(0, -1)}/>`;
}

/** How records look in a JSON file: the member or the object around what was marked, with the marked members alone. */
export function jsonShape(text: string, [mark]: readonly Mark[], name: 'command' | 'label'): LearnedShape {
  const tree = parseTree(text, [], { allowTrailingComma: true })!;
  const all = fieldsOf(mark!, name);
  const own = all.filter((one) => one.field !== 'context');
  const spanOf = (node: Node): Span => ({ from: node.offset, to: node.offset + node.length });
  let record = findNodeAtOffset(tree, own[0]!.span.from, true);
  while (record && !own.every(({ span }) => within(spanOf(record!), span))) record = record.parent;
  // A value alone is no record; an object that is a member’s value goes with its name where that was marked.
  while (record && record.type !== 'object' && record.type !== 'property') record = record.parent;
  if (!record)
    return refuse(
      'not-a-record',
      'No object in this file contains both highlighted texts. Highlight a command and its shortcut again.',
    );
  const inside = all.filter((one) => within(spanOf(record!), one.span));
  const place = all.find((one) => one.field === 'context' && !inside.includes(one));
  return {
    ...plain,
    syntax: 'json',
    record: jsonOf(text, record, inside),
    group: place ? { open: '"{context}": {', close: '},' } : null,
    between: ',',
  };
}
function jsonOf(text: string, node: Node, marks: Marked): string {
  const mine = marks.filter(({ span }) => within({ from: node.offset, to: node.offset + node.length }, span));
  if (node.type === 'object')
    return `{${(node.children ?? [])
      .filter((one) => marks.some(({ span }) => within({ from: one.offset, to: one.offset + one.length }, span)))
      .map((one) => jsonOf(text, one, marks))
      .join(', ')}}`;
  if (node.type === 'array')
    return `[${(node.children ?? [])
      .slice(0, 1)
      .map((one) => jsonOf(text, one, marks))
      .join(', ')}]`;
  if (node.type === 'property')
    return `${jsonOf(text, node.children![0]!, marks)}: ${jsonOf(text, node.children![1]!, marks)}`;
  const source = text.slice(node.offset, node.offset + node.length);
  return mine.length ? withFields(source, node.offset, mine) : source;
}
