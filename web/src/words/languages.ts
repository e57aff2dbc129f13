const names = new Intl.DisplayNames('en-GB', { type: 'language' });

/** A language tag in words; what is not known stays a tag. */
export function languageName(tag: string): string {
  try {
    return names.of(tag) ?? tag;
  } catch {
    return tag;
  }
}
