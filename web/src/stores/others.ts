import { shallowRef, watch } from 'vue';
import { useIntervalFn } from '@vueuse/core';
import { defineStore } from 'pinia';
import { Hello, Told, type Here } from '@crib/core/contract';
import { ask } from '../api/client.ts';
import { forgetAnswers } from '../api/queries.ts';
import { useSession } from './session.ts';
import { useWorkspace } from './workspace.ts';

/** How often it is said where one is, and for how long what somebody did stands in the line. */
const BEAT_MS = 30_000;
const TOLD_MS = 20_000;
/** What comes in a burst is fetched once. */
const GATHER_MS = 300;

/** Who else is here, and what they do: it appears where one is looking, and is told in a line. */
export const useOthers = defineStore('others', () => {
  const session = useSession();
  const workspace = useWorkspace();
  const here = shallowRef<readonly Here[]>([]);
  const told = shallowRef<Told | null>(null);
  const tab = Math.random().toString(36).slice(2, 12);
  let place = '';
  let stream: EventSource | null = null;
  let greeted = false;
  let again: ReturnType<typeof setTimeout> | undefined;
  let gathering: ReturnType<typeof setTimeout> | undefined;
  let fading: ReturnType<typeof setTimeout> | undefined;

  async function meet() {
    if (!session.editor || document.hidden) return;
    here.value = await ask('POST /api/here', {}, { tab, place: place.slice(0, 300) }).catch(() => here.value);
  }
  function at(path: string) {
    place = path;
    void meet();
  }
  /** Fetches what is in hand anew: what is typed and chosen stays. */
  function refresh() {
    clearTimeout(gathering);
    gathering = setTimeout(() => {
      forgetAnswers();
      void workspace.refresh();
    }, GATHER_MS);
  }
  function hear(event: MessageEvent<string>) {
    const read = Told.safeParse(JSON.parse(event.data));
    if (!read.success || read.data.editor === session.editor?.id) return;
    told.value = read.data;
    clearTimeout(fading);
    fading = setTimeout(() => (told.value = null), TOLD_MS);
    if (read.data.app === null || read.data.app === workspace.app?.id) refresh();
    else forgetAnswers();
  }
  function listen() {
    const made = new EventSource('/api/events');
    stream = made;
    made.addEventListener('act', hear);
    made.addEventListener('again', refresh);
    // Whoever is greeted a second time was away meanwhile.
    made.addEventListener('hello', (event: MessageEvent<string>) => {
      if (!session.isOf(Hello.parse(JSON.parse(event.data)))) return location.assign('/desk');
      if (greeted) refresh();
      greeted = true;
    });
    // From a broken line a browser comes back by itself; from a refusal it does not, and asks now and then instead.
    made.addEventListener('error', () => {
      if (made.readyState !== EventSource.CLOSED || stream !== made) return;
      again = setTimeout(() => {
        refresh();
        listen();
      }, BEAT_MS);
    });
  }
  watch(
    () => session.editor && `${session.editor.id} ${session.editor.workspace.id}`,
    (now) => {
      clearTimeout(again);
      stream?.close();
      stream = null;
      greeted = false;
      here.value = [];
      told.value = null;
      if (now) listen();
    },
    { immediate: true },
  );
  useIntervalFn(() => void meet(), BEAT_MS);
  return { here, told, at };
});
