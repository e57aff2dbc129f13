import { ref } from 'vue';
import { Workbox } from 'workbox-window';

/** Newer pages wait to be loaded. */
export const newer = ref(false);
/** The server does not answer: what is shown was kept. */
export const offline = ref(false);
/** A plain connection: the browser keeps nothing for reading offline. */
export const insecure = !window.isSecureContext;

let worker: Workbox | null = null;

/** Asks for something that is never kept: a browser’s own word on its connection says nothing of the server. */
async function look() {
  offline.value = !(await fetch('/public/recipe.schema.json', { method: 'HEAD', cache: 'no-store' }).then(
    (answer) => answer.ok,
    () => false,
  ));
}

/** Keeps the tools and what they show for reading offline, and tells when there are newer ones. */
export function keepOffline() {
  for (const event of ['online', 'offline']) addEventListener(event, () => void look());
  void look();
  if (insecure || !('serviceWorker' in navigator)) return;
  worker = new Workbox('/learners.js');
  worker.addEventListener('waiting', () => (newer.value = true));
  worker.addEventListener('controlling', (event) => event.isUpdate && location.reload());
  // Where nothing can be kept, the pages work as long as there is a connection.
  void worker.register().catch(() => undefined);
}
export const loadNewer = () => worker?.messageSkipWaiting();
