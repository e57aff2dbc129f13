import { parseTree, type Node, type ParseError } from 'jsonc-parser';
import type { Recipe } from '../contract/index.ts';
import { CribError } from '../error/index.ts';
import { elementsOf } from './xml-records.ts';

/**
 * Whether a text is what its syntax asks for, to the letter: XML 1.0, JSON (RFC 8259, comments let pass) without commas at
 * ends, each name once in an object. Lines are whatever they are.
 */
export function wellFormed({ syntax }: Pick<Recipe, 'syntax'>, text: string): boolean {
  if (syntax === 'lines') return true;
  if (syntax === 'json') {
    const errors: ParseError[] = [];
    const tree = parseTree(text, errors, { allowTrailingComma: false });
    return tree !== undefined && errors.length === 0 && namesOnce(tree);
  }
  try {
    return elementsOf(text, false).children.length === 1;
  } catch (error) {
    if (error instanceof CribError) return false;
    throw error;
  }
}

/** Whether no object has two members of one name: of those, readers of JSON take whichever they like. */
function namesOnce(node: Node): boolean {
  const children = node.children ?? [];
  const names = node.type === 'object' ? children.map((one) => String(one.children?.[0]?.value)) : [];
  return new Set(names).size === names.length && children.every(namesOnce);
}
