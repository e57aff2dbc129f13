/** A part of a template: text as it stands, or a field that is filled in; `other` is whatever else stands there. */
export type Token = { readonly text: string } | { readonly field: string };
export type Fields = Readonly<Record<string, string>>;

/** A template taken apart at its fields. */
export function tokensOf(template: string): Token[] {
  return template
    .split(/(\{(?:command|label|keys|context|argument|keyset|edition|release|platform|other)\})/)
    .filter(Boolean)
    .map((part) => (/^\{\w+\}$/.test(part) ? { field: part.slice(1, -1) } : { text: part }));
}

/** A template with its fields filled in, each written as the file wants it. */
export function filled(
  tokens: readonly Token[],
  fields: Fields,
  write: (text: string) => string = (text) => text,
): string {
  let text = '';
  for (const token of tokens) text += 'text' in token ? token.text : write(fields[token.field] ?? '');
  return text;
}

/**
 * The fields of a text that a template may have made, or null. Each field ends where the text behind it begins for the
 * first time, the last one at the end: one look at the text, without going back.
 */
export function matched(tokens: readonly Token[], text: string): Record<string, string> | null {
  const found: Record<string, string> = {};
  let at = 0;
  for (let i = 0; i < tokens.length; i++) {
    const token = tokens[i]!;
    if ('text' in token) {
      if (!text.startsWith(token.text, at)) return null;
      at += token.text.length;
      continue;
    }
    const next = tokens[i + 1];
    let end = text.length;
    const lastOf = tokens[i + 2];
    // What is not looked at at the end may be missing, with what stands before it.
    const open = i + 3 === tokens.length && lastOf && 'field' in lastOf && lastOf.field === 'other';
    if (next && 'text' in next && open && !text.includes(next.text, at))
      return taken(found, token.field, text.slice(at));
    if (next && 'text' in next)
      end =
        i + 2 === tokens.length && text.endsWith(next.text)
          ? text.length - next.text.length
          : text.indexOf(next.text, at);
    if (end < at) return null;
    const value = text.slice(at, end);
    if (!taken(found, token.field, value)) return null;
    at = end;
  }
  return at === text.length ? found : null;
}

/** A field with its value among the others; null where it is another already. What is not looked at may be another each time. */
function taken(found: Record<string, string>, field: string, value: string): Record<string, string> | null {
  if (field === 'other') return found;
  if (Object.hasOwn(found, field) && found[field] !== value) return null;
  found[field] = value;
  return found;
}
