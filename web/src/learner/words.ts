/** What the script says, as the page brought it along in the reader’s language. */
const said: Readonly<Record<string, string>> = JSON.parse(document.body.dataset['words'] ?? '{}') as Record<
  string,
  string
>;
export const t = (code: string, values: Readonly<Record<string, string>> = {}) =>
  (said[code] ?? '').replace(/\{(\w+)\}/g, (_, name: string) => values[name] ?? '');

/** An element with attributes and what is in it. */
export function element<Tag extends keyof HTMLElementTagNameMap>(
  tag: Tag,
  attributes: Readonly<Record<string, string>> = {},
  ...within: readonly (Node | string)[]
): HTMLElementTagNameMap[Tag] {
  const made = document.createElement(tag);
  for (const [name, value] of Object.entries(attributes)) made.setAttribute(name, value);
  made.append(...within);
  return made;
}

/** The rows of the sheet, and its headings. */
export const sheet = document.querySelector<HTMLElement>('.flows');
export const rows = [...(sheet?.querySelectorAll<HTMLElement>('li[data-section]') ?? [])];
export const headings = [...(sheet?.querySelectorAll<HTMLElement>('h2[data-section]') ?? [])];
