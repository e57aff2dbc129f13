import { element, headings, rows, sheet, t } from './words.ts';

/**
 * The sheet on a projector: one section large, or one line, and the next by a key. Arrows, Space and Page Down go on,
 * Enter goes from sections to lines and back, Escape ends it. Where one stands is in the address.
 */
export function addLarge(): HTMLElement {
  let known: readonly (readonly HTMLElement[])[] = [];
  const sections = () =>
    (known = known.length
      ? known
      : [...new Set(rows.map((row) => row.dataset['section']!))].map((section) => [
          ...headings.filter((one) => one.dataset['section'] === section),
          ...rows.filter((one) => one.dataset['section'] === section),
        ]));
  const where = element('span', { role: 'status' });
  const turn = (name: string, by: number) => {
    const button = element('button', { type: 'button', 'aria-label': name }, name);
    button.addEventListener('click', () => go(at + by));
    return button;
  };
  const end = element('button', { type: 'button' }, t('page.large end'));
  const turner = element('div', { class: 'turner' }, where, turn('←', -1), turn('→', 1), end);
  let [at, lines] = [-1, false];
  const steps = () => (lines ? rows.map((row) => [row]) : sections());
  function go(to: number) {
    at = Math.max(0, Math.min(steps().length - 1, to));
    const current = new Set<HTMLElement>(steps()[at]);
    for (const one of [...headings, ...rows]) one.classList.toggle('current', current.has(one));
    document.body.classList.add('large');
    document.body.classList.toggle('line', lines);
    sheet!.classList.add('flowing');
    document.body.append(turner);
    where.textContent = `${at + 1} / ${steps().length}`;
    history.replaceState(null, '', `#${lines ? 'line' : 'section'}-${at + 1}`);
    scrollTo(0, 0);
  }
  function leave() {
    at = -1;
    document.body.classList.remove('large', 'line');
    sheet!.classList.remove('flowing');
    turner.remove();
    history.replaceState(null, '', location.pathname + location.search);
    opener.focus();
  }
  function switched() {
    const now = steps()[at]!.at(-1)!;
    lines = !lines;
    go(steps().findIndex((list) => list.some((one) => one.dataset['section'] === now.dataset['section'])));
  }
  end.addEventListener('click', leave);
  const opener = element('button', { type: 'button' }, t('page.large'));
  opener.addEventListener('click', () => ((lines = false), go(0)));
  document.addEventListener('keydown', (event) => {
    if (at < 0 || event.ctrlKey || event.metaKey || event.altKey) return;
    const onButton = event.target instanceof HTMLButtonElement && (event.key === ' ' || event.key === 'Enter');
    if (onButton) return;
    const by = { ArrowRight: 1, ' ': 1, PageDown: 1, ArrowLeft: -1, PageUp: -1 }[event.key];
    if (by) go(at + by);
    else if (event.key === 'Enter') switched();
    else if (event.key === 'Escape') leave();
    else return;
    event.preventDefault();
  });
  const named = /^#(section|line)-(\d+)$/.exec(location.hash);
  if (named) {
    lines = named[1] === 'line';
    go(Number(named[2]) - 1);
  }
  return opener;
}
