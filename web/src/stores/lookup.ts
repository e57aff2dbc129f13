import { ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { defineStore } from 'pinia';
import { NARROWING } from '../composables/usePlace.ts';

/** How long typing rests before it is written into the address. */
const PAUSE = 250;

/** The name typed into the look-up: in force at once, in the address a moment later. */
export const useLookup = defineStore('lookup', () => {
  const route = useRoute();
  const router = useRouter();
  const inAddress = () => String(route.query['q'] ?? '');
  const name = ref(inAddress());
  let waiting: ReturnType<typeof setTimeout> | undefined;

  watch(inAddress, (text) => {
    clearTimeout(waiting);
    name.value = text;
  });
  // Going elsewhere is not undone by what was typed just before.
  router.beforeEach((to, from) => {
    if (to.path !== from.path) clearTimeout(waiting);
  });
  function type(text: string) {
    name.value = text;
    clearTimeout(waiting);
    const { path } = route;
    waiting = setTimeout(() => {
      if (route.path !== path) return;
      const { q: _q, press: _press, ...query } = route.query;
      void router.replace({ query: text ? { ...query, q: text } : query });
    }, PAUSE);
  }
  /** Forgets what was typed: pressed keys are looked up instead. */
  function drop() {
    clearTimeout(waiting);
    name.value = '';
  }
  /** Shows all again: whatever the ledger was narrowed to is taken back. */
  function showAll() {
    drop();
    const query = { ...route.query };
    for (const name of [...NARROWING, 'only']) delete query[name];
    void router.push({ query });
  }
  return { name, type, drop, showAll };
});
