import './page.css';
import { sayCopy } from './copy.ts';
import { addFinding } from './finding.ts';
import { addLarge } from './large.ts';
import { addMarks } from './marks.ts';
import { element, rows, t } from './words.ts';

sayCopy();
/** What a learner’s page can do more than be read, once its script is there. */
if (rows.length && !document.body.classList.contains('embedded')) {
  const print = element('button', { type: 'button' }, t('page.print'));
  print.addEventListener('click', () => window.print());
  addFinding([addLarge(), print]);
  // A button a line takes its time: finding works before.
  const { requestIdleCallback: later = setTimeout } = window as Partial<Pick<Window, 'requestIdleCallback'>>;
  later(addMarks);
}
// A page in which this one stands is told how high it is.
if (window.parent !== window)
  new ResizeObserver(() =>
    window.parent.postMessage({ cribHeight: document.body.scrollHeight, of: document.body.dataset['sheet'] }, '*'),
  ).observe(document.body);
// Kept for reading offline, with what it needs, where a browser can: at once, whether or not a worker is there yet.
if (document.querySelector('link[rel=manifest]') && window.isSecureContext && 'serviceWorker' in navigator)
  void keep().catch(() => undefined);
async function keep() {
  // Where a worker is in charge already, it has kept what it handed over.
  if (!navigator.serviceWorker.controller) await (await caches.open('crib-sheets')).add(location.href);
  const files = performance
    .getEntriesByType('resource')
    .map((one) => one.name)
    .filter((one) => new URL(one).pathname.startsWith('/assets/'));
  await (await caches.open('crib-assets')).addAll([...new Set(files)]);
  await navigator.serviceWorker.register('/learners.js');
}
