import { element, t } from './words.ts';

/** Says of a page that it is a saved copy: of which edition and platform, since when, and why it is shown. */
export function sayCopy(): void {
  const { copy, saved } = document.documentElement.dataset;
  const said =
    copy &&
    t({ offline: 'page.copy', slow: 'page.copy slow', other: 'page.copy other' }[copy] ?? '', { on: dayOf(saved) });
  if (!said) return;
  const again = element('a', { href: location.href }, t('page.copy again'));
  const note = element('p', { class: 'stands', role: 'status' }, said, ' ', again);
  (document.querySelector('header.frame') ?? document.body).prepend(note);
}

function dayOf(saved = ''): string {
  const moment = new Date(saved);
  const language = document.documentElement.lang || 'en';
  if (!(moment.getTime() > 0)) return '–';
  return new Intl.DateTimeFormat(language === 'en' ? 'en-GB' : language, {
    dateStyle: 'long',
    timeStyle: 'short',
  }).format(moment);
}
