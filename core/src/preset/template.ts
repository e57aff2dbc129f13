/** A part of a template: text as it stands, or a field that is filled in. */
export type Token = { readonly text: string } | { readonly field: string };
export type Fields = Readonly<Record<string, string>>;

/** A template taken apart at its fields. */
export function tokensOf(template: string): Token[] {
  return template
    .split(/(\{(?:command|label|keys|context|argument|keyset|edition|release|platform)\})/)
    .filter(Boolean)
    .map((part) => (/^\{\w+\}$/.test(part) ? { field: part.slice(1, -1) } : { text: part }));
}

/** A template with its fields filled in, each written as the file wants it. */
export function filled(tokens: readonly Token[], fields: Fields, write: (text: string) => string = (text) => text): string {
  let text = '';
  for (const token of tokens) text += 'text' in token ? token.text : write(fields[token.field] ?? '');
  return text;
} // prettier-ignore

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
    if (next && 'text' in next) end = i + 2 === tokens.length && text.endsWith(next.text) ? text.length - next.text.length : text.indexOf(next.text, at); // prettier-ignore
    if (end < at) return null;
    const value = text.slice(at, end);
    if (Object.hasOwn(found, token.field) && found[token.field] !== value) return null;
    found[token.field] = value;
    at = end;
  }
  return at === text.length ? found : null;
}
