import { element, headings, rows, sheet, t } from './words.ts';

/** Finds lines by the words in them and by their keys: every word in any order. What is found flows, the rest is hidden. */
export function addFinding(beside: readonly HTMLElement[]) {
  const input = element('input', { id: 'find', type: 'search', placeholder: t('page.find hint'), autocomplete: 'off' });
  const none = element('p', { class: 'none-found', role: 'status' });
  const bar = element(
    'div',
    { class: 'find', role: 'search' },
    element('label', { for: 'find' }, t('page.find')),
    input,
    ...beside,
    none,
  );
  sheet!.before(bar);
  let texts: readonly string[] = [];
  input.addEventListener('input', () => {
    if (!texts.length) texts = rows.map(textOf);
    const words = input.value.toLowerCase().split(/\s+/).filter(Boolean);
    const found = new Set<string>();
    rows.forEach((row, at) => {
      row.hidden = !words.every((word) => texts[at]!.includes(word));
      if (!row.hidden) found.add(row.dataset['section']!);
    });
    for (const heading of headings) heading.hidden = words.length > 0 && !found.has(heading.dataset['section']!);
    sheet!.classList.toggle('flowing', words.length > 0);
    none.textContent = words.length && !found.size ? t('page.none') : '';
  });
}

/** What a line says, without the learner’s own marks. */
const textOf = (row: HTMLElement) =>
  [...row.children]
    .filter((one) => !/\bmark/.test(one.className))
    .map((one) => one.textContent)
    .join(' ')
    .toLowerCase();
