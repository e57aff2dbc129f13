/** The parts of a page that the focus can be sent to. */
export type PagePart = 'look-up' | 'ledger' | 'margin' | 'index';

const FOCUSABLE = 'a[href], button:not(:disabled), input:not(:disabled), textarea, [tabindex="0"]';

/** Sends the focus to a part of the page, if it is there. */
export function focusOn(part: PagePart): void {
  const of = (selector: string) => document.querySelector<HTMLElement>(selector);
  const first = (selector: string) => of(selector)?.querySelector<HTMLElement>(FOCUSABLE) ?? of(selector);
  const target = {
    'look-up': () => of('.look-up input'),
    ledger: () => of('main [role="grid"]') ?? of('main'),
    margin: () => of('aside [role="application"]') ?? first('aside'),
    index: () => of('nav.index [aria-current="true"]') ?? first('nav.index'),
  }[part]();
  target?.focus();
}
