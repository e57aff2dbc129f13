import { element, rows, t } from './words.ts';

const MARKS = ['', 'use', 'learn', 'not'] as const;
type Mark = (typeof MARKS)[number];
const KEPT = `crib-marks ${document.body.dataset['sheet']}`;

function kept(): Record<string, Mark> {
  try {
    return JSON.parse(localStorage.getItem(KEPT) ?? '{}') as Record<string, Mark>;
  } catch {
    return {};
  }
}

/** A learner’s own marks, a button a line: kept in this browser, printed with the sheet. Arrow keys go from one to the next. */
export function addMarks() {
  const marks = kept();
  const buttons = rows.map((row, at) => {
    const label = row.querySelector('.name')?.textContent ?? '';
    const button = element('button', { type: 'button', class: 'mark', tabindex: at ? '-1' : '0' });
    const show = () => {
      const mark = marks[label] ?? '';
      const said = mark ? t(`mark.${mark}`) : '';
      if (mark) button.dataset['mark'] = mark;
      else delete button.dataset['mark'];
      button.title = said;
      button.setAttribute('aria-label', [t('mark.what', { label }), said].filter(Boolean).join(': '));
    };
    button.addEventListener('click', () => {
      const next = MARKS[(MARKS.indexOf(marks[label] ?? '') + 1) % MARKS.length]!;
      if (next) marks[label] = next;
      else delete marks[label];
      try {
        localStorage.setItem(KEPT, JSON.stringify(marks));
      } catch {
        // Where nothing can be kept, a mark lasts as long as the page.
      }
      show();
      row.querySelector('.mark-said')?.remove();
      if (next) button.after(element('span', { class: 'mark-said', role: 'status' }, t(`mark.${next}`)));
    });
    button.addEventListener('keydown', (event) => {
      const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
      const seen = buttons.filter((one) => !one.closest('li')!.hidden);
      const next = by && seen[seen.indexOf(button) + by];
      if (!next) return;
      event.preventDefault();
      button.tabIndex = -1;
      next.tabIndex = 0;
      next.focus();
    });
    show();
    row.append(button);
    return button;
  });
}
