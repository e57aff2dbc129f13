import type { LearnerLanguage } from '../../words/index.ts';
import { escaped } from '../fit/escaped.ts';
import { PAGE_CSS } from '../fit/index.ts';

/** Files that learners’ pages share: their style, and the script that makes more of them. Empty where there are none. */
export interface Assets {
  readonly style: string;
  readonly script: string;
}
export interface Shell {
  readonly language: LearnerLanguage;
  readonly title: string;
  readonly description: string;
  readonly assets: Assets;
  /** More of the head: links, already as markup. */
  readonly head?: string;
  /** More of the style: the size of the paper. */
  readonly style?: string;
  /** Attributes of the body, already as markup. */
  readonly attributes?: string;
  /** What stands there, already as markup. */
  readonly content: string;
}

/** A whole page: it says everything without its script, which stands last. */
export function documentOf({
  language,
  title,
  description,
  assets,
  head = '',
  style = '',
  attributes = '',
  content,
}: Shell): string {
  const link = assets.style && `<link rel="stylesheet" href="${escaped(assets.style)}">`;
  const script = assets.script && `<script src="${escaped(assets.script)}" defer></script>`;
  return `<!doctype html>
<html lang="${language}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(title)}</title><meta name="description" content="${escaped(description.slice(0, 300))}">${head}
<style>${PAGE_CSS}${style}</style>${link}</head>
<body${attributes && ` ${attributes}`}>${content}${script}</body></html>
`;
}

/** A link, with its text and its address escaped. */
export const linkTo = (href: string, text: string, attributes = '') =>
  `<a href="${escaped(href)}"${attributes && ` ${attributes}`}>${escaped(text)}</a>`;
