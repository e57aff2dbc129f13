import { numberOf } from '../words/counts.ts';
import type { Recipe } from '../contract/index.ts';
import { refuse } from '../error/index.ts';
import { jsonRecords } from './json-records.ts';
import { MOST_RECORDS, templatesOf, type FoundRecord } from './record-shape.ts';
import { matched, tokensOf } from './template.ts';
import { xmlRecords } from './xml-records.ts';

/** The records of a file in their order; everything else in it is somebody else’s, and stays as it is. */
export function recordsIn(recipe: Recipe, text: string): FoundRecord[] {
  const found =
    recipe.syntax === 'xml'
      ? xmlRecords(recipe, text)
      : recipe.syntax === 'json'
        ? jsonRecords(recipe, text)
        : lineRecords(recipe, text);
  if (found.length > MOST_RECORDS)
    refuse(
      'too-large',
      `A preset file can have at most ${numberOf(MOST_RECORDS)} entries; this has ${numberOf(found.length)}.`,
    );
  return found;
}

/** Records of a file of lines: one a line, below the heading of their context where there are such headings. */
function lineRecords(recipe: Recipe, text: string): FoundRecord[] {
  const templates = templatesOf(recipe).map(({ kind, template }) => ({ kind, tokens: tokensOf(template.trim()) }));
  const group = recipe.group && tokensOf(recipe.group.open.trim());
  const heads = [...recipe.header, ...recipe.footer].map((line) => tokensOf(line.trim()));
  const found: FoundRecord[] = [];
  let context: string | undefined;
  for (let from = 0; from < text.length;) {
    const next = text.indexOf('\n', from);
    const end = next < 0 ? text.length : next;
    const line = text.slice(from, end);
    const trimmed = line.trim();
    const plain = recipe.blanks ? trimmed.replace(/[ \t]+/g, ' ') : trimmed;
    const opens = group && plain ? matched(group, plain) : null;
    if (opens?.['context'] !== undefined) context = opens['context'];
    else if (
      plain &&
      !(recipe.comment && plain.startsWith(recipe.comment)) &&
      !heads.some((one) => one.length && matched(one, plain))
    ) {
      for (const { kind, tokens } of templates) {
        const fields = matched(
          tokens,
          recipe.between && plain.endsWith(recipe.between) ? plain.slice(0, -recipe.between.length) : plain,
        );
        // No command has a blank in its name: such a line is a setting of the program’s own.
        if (!fields || /\s/.test(fields['command'] ?? '')) continue;
        const at = from + line.indexOf(trimmed);
        found.push({
          from: at,
          to: at + trimmed.length,
          kind,
          fields: context === undefined ? fields : { context, ...fields },
        });
        break;
      }
    }
    from = end + 1;
  }
  return found;
}
