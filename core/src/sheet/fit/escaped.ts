const SIGNS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };

/** A text as it stands in markup, also within quotation marks. */
export const escaped = (text: string) => text.replace(/[&<>"']/g, (sign) => SIGNS[sign]!);
