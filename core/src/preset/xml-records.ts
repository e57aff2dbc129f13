import { SaxesParser } from 'saxes';
import type { Recipe } from '../contract/index.ts';
import { refuse } from '../error/index.ts';
import { DEEPEST, templatesOf, type FoundRecord } from './record-shape.ts';
import { matched, tokensOf, type Token } from './template.ts';

/** An element with where it stands in its text. */
export interface Element {
  readonly name: string;
  readonly attributes: ReadonlyMap<string, string>;
  readonly children: Element[];
  readonly parent: Element | null;
  text: string;
  readonly from: number;
  to: number;
}

/** Reads XML into elements (XML 1.0, by the package `saxes`): entities of a document’s own are not expanded. */
export function elementsOf(text: string, fragment: boolean): Element {
  const root: Element = {
    name: '',
    attributes: new Map(),
    children: [],
    parent: null,
    text: '',
    from: 0,
    to: text.length,
  };
  const parser = new SaxesParser({ fragment, position: true });
  let [now, depth]: [Element, number] = [root, 0];
  // What could lead into itself, or to another file.
  parser.on(
    'doctype',
    (said) =>
      void (
        /<!ENTITY/i.test(said) &&
        refuse(
          'not-a-file',
          'This file declares its own entities. Remove the declarations; preset files do not need them.',
        )
      ),
  );
  parser.on(
    'error',
    (error) =>
      void refuse(
        'not-a-file',
        `This is not well-formed XML: ${error.message.replace(/^\d+:\d+: /, '')} Line ${parser.line}, column ${parser.column + 1}.`,
      ),
  );
  parser.on('opentag', ({ name, attributes }) => {
    if (++depth > DEEPEST) refuse('too-large', `Elements may be nested at most ${DEEPEST} deep; here they are deeper.`);
    const from = text.lastIndexOf('<', parser.position - 1);
    const made: Element = {
      name,
      attributes: new Map(Object.entries(attributes as Record<string, string>)),
      children: [],
      parent: now,
      text: '',
      from,
      to: from,
    };
    now.children.push(made);
    now = made;
  });
  parser.on('text', (piece) => void (now.text += piece));
  parser.on('cdata', (piece) => void (now.text += piece));
  parser.on('closetag', () => {
    depth--;
    now.to = parser.position;
    now = now.parent ?? root;
  });
  parser.write(text).close();
  return root;
}

interface Shape {
  readonly name: string;
  readonly attributes: readonly (readonly [string, readonly Token[]])[];
  readonly children: readonly Shape[];
  readonly text: readonly Token[];
}
const shapeOf = ({ name, attributes, children, text }: Element): Shape => ({
  name,
  attributes: [...attributes].map(([key, value]) => [key, tokensOf(value)]),
  children: children.map(shapeOf),
  text: tokensOf(text.trim()),
});

/** The fields of an element of a shape, or null; other attributes and elements may stand there too. */
function fieldsOf(shape: Shape, element: Element): Record<string, string> | null {
  if (shape.name !== element.name) return null;
  const found: Record<string, string> = {};
  const take = (more: Record<string, string> | null) =>
    more !== null && Object.entries(more).every(([field, value]) => (found[field] ??= value) === value);
  for (const [key, tokens] of shape.attributes) {
    const value = element.attributes.get(key);
    if (value === undefined || !take(matched(tokens, value))) return null;
  }
  if (
    shape.children.length === 0 &&
    shape.text.length + element.text.trim().length > 0 &&
    !take(matched(shape.text, element.text.trim()))
  )
    return null;
  let at = 0;
  for (const child of shape.children) {
    let fits: Record<string, string> | null = null;
    while (!fits && at < element.children.length) fits = fieldsOf(child, element.children[at++]!);
    if (!fits || !take(fits)) return null;
  }
  return found;
}

/** Records of an XML file: elements of the template’s shape, one or several side by side, wherever they stand. */
export function xmlRecords(recipe: Recipe, text: string): FoundRecord[] {
  const templates = templatesOf(recipe).map(({ kind, template }) => ({
    kind,
    shapes: elementsOf(template, true).children.map(shapeOf),
  }));
  const group = recipe.group && shapeOf(elementsOf(`${recipe.group.open}${recipe.group.close}`, true).children[0]!);
  const found: FoundRecord[] = [];
  const visit = (parent: Element, context: string | undefined) => {
    const own =
      group && parent.parent
        ? fieldsOf({ ...group, children: [], text: [] }, { ...parent, text: '' })?.['context']
        : undefined;
    const inside = own ?? context;
    for (let at = 0; at < parent.children.length; at++) {
      let taken = 0;
      for (const { kind, shapes } of templates) {
        const list = parent.children.slice(at, at + shapes.length);
        if (list.length < shapes.length || shapes.length === 0) continue;
        const all = shapes.map((shape, i) => fieldsOf(shape, list[i]!));
        if (all.some((one) => one === null)) continue;
        const fields = Object.assign({}, ...all) as Record<string, string>;
        found.push({
          from: list[0]!.from,
          to: list.at(-1)!.to,
          kind,
          fields: inside === undefined ? fields : { context: inside, ...fields },
        });
        taken = shapes.length;
        break;
      }
      if (taken) at += taken - 1;
      else visit(parent.children[at]!, inside);
    }
  };
  visit(elementsOf(text, false), undefined);
  return found;
}
