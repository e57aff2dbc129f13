/** A piece of a text, by its offsets. */
export interface Span {
  readonly from: number;
  readonly to: number;
}
/** What a trainer marks in a file: this is a command, these are its keys, and, where the file tells, this is the place. */
export interface Mark {
  readonly command: Span;
  readonly keys: Span;
  readonly place?: Span;
  /** The keys as they were pressed, for words that nobody knows; in the stored form. */
  readonly means?: string;
}

/** How records look in a file: the templates of a recipe, without what is known of keys. */
export interface LearnedShape {
  readonly syntax: 'lines' | 'xml' | 'json';
  readonly record: string;
  readonly group: { readonly open: string; readonly close: string } | null;
  readonly between: string;
  readonly comment: string | null;
  readonly blanks: boolean;
}

/** Spans with the fields they are, in the order of the text. */
export function fieldsOf(mark: Mark, name: 'command' | 'label'): { field: string; span: Span }[] {
  const all = [
    { field: name as string, span: mark.command },
    { field: 'keys', span: mark.keys },
    ...(mark.place ? [{ field: 'context', span: mark.place }] : []),
  ];
  return all.sort((a, b) => a.span.from - b.span.from);
}

/** A text with pieces of it put in as fields. */
export function withFields(
  text: string,
  from: number,
  marks: readonly { field: string; span: Span }[],
  write: (text: string) => string = (one) => one,
): string {
  let [made, at] = ['', 0];
  for (const { field, span } of marks) {
    made += `${write(text.slice(at, span.from - from))}{${field}}`;
    at = span.to - from;
  }
  return made + write(text.slice(at));
}
