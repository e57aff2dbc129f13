import { computed, watchEffect } from 'vue';
import { useRoute, useRouter, type LocationQueryValue } from 'vue-router';
import { US, layoutById, type Layout } from '@crib/core/keys';
import { layoutInHand, type Shown } from '../words/chips.ts';
import { languageInHand, layoutsInHand, platformInHand } from './in-hand.ts';
import { useWorkspace } from '../stores/workspace.ts';
import { isLeaving } from './leaving.ts';

const one = (value: LocationQueryValue | LocationQueryValue[] | undefined) =>
  (Array.isArray(value) ? value[0] : value) ?? '';

/** What a ledger is narrowed to: it stays when one goes to another stage and back. */
export const NARROWING = ['q', 'press', 'narrow', 'where', 'category', 'held', 'key'] as const;
/** What the reader has in hand besides: platform, layout, how keys are written, whose hands. */
const IN_HAND = ['platform', 'style', 'layout', 'layouts', 'language', 'rest', 'fingers', 'typist'] as const;

const SHOWN: readonly Shown[] = ['words', 'symbols', 'pressed'];
const layoutOf = (id: string): Layout => layoutById(id) ?? US;

/** Keeps what is in hand as the address says it. */
export function followAddress() {
  const route = useRoute();
  watchEffect(() => {
    layoutInHand.value = layoutOf(one(route.query['layout']));
    const more = one(route.query['layouts'])
      .split(',')
      .flatMap((id) => layoutById(id) ?? []);
    const learners = [...new Set([layoutInHand.value, ...more])];
    // The same layouts are the same list: what is computed on them is kept from row to row.
    if (learners.map((each) => each.id).join() !== layoutsInHand.value.map((each) => each.id).join())
      layoutsInHand.value = learners;
    languageInHand.value = one(route.query['language']) || null;
    platformInHand.value = one(route.query['platform']);
  });
}

/** What the address says of the view: every choice is kept there, so that it can be sent and gone back to. */
export function usePlace() {
  const route = useRoute();
  const router = useRouter();
  const workspace = useWorkspace();

  /** A choice kept under a name in the address; the default is not written. */
  function kept(name: string, fallback = '') {
    return computed<string>({
      get: () => one(route.query[name]) || fallback,
      set: (value) => void set({ [name]: value === fallback ? '' : value }),
    });
  }
  /** Changes several choices at once; typing replaces, choosing adds to the history. */
  function set(choices: Record<string, string>, replace = false) {
    if (isLeaving(route.path)) return Promise.resolve();
    const query = { ...route.query, ...choices };
    for (const [name, value] of Object.entries(query)) if (!value) delete query[name];
    return replace ? router.replace({ query }) : router.push({ query });
  }

  const platform = computed<string>({
    get: () => {
      const known = workspace.catalogue?.release.platforms ?? ['windows'];
      const asked = one(route.query['platform']);
      return known.includes(asked) ? asked : known[0]!;
    },
    set: (value) => void set({ platform: value }),
  });
  const style = computed<Shown>({
    get: () => SHOWN.find((known) => known === one(route.query['style'])) ?? 'words',
    set: (value) => void set({ style: value === 'words' ? '' : value }),
  });
  /** The layout in hand, by its id. */
  const layout = computed<string>({
    get: () => layoutOf(one(route.query['layout'])).id,
    set: (value) => void set({ layout: value === US.id ? '' : value }),
  });
  /** The interface language in hand, empty for the catalogue's own. */
  const language = kept('language');
  const appSlug = computed(() => String(route.params['app'] ?? ''));
  const releaseLabel = computed(() => String(route.params['release'] ?? ''));

  /** The keyset that the address names: as its subject, or as the one in hand. */
  const keysetNamed = computed(() => {
    const asked = Number(route.params['keyset'] ?? one(route.query['keyset']));
    return workspace.keyset(asked)?.id ?? null;
  });
  /** The keyset in hand: the one named, or the newest custom one, or what is shipped. */
  const keysetInHand = computed(
    () => keysetNamed.value ?? workspace.custom.at(-1)?.id ?? workspace.shipped?.id ?? null,
  );

  /** It, where it is a custom one and can be edited. */
  const customInHand = computed(() => {
    const inHand = workspace.keyset(keysetInHand.value);
    return inHand?.kind === 'custom' ? inHand : null;
  });

  /** What goes along from stage to stage. */
  const luggage = computed(() => {
    const carried = [...IN_HAND, ...NARROWING].filter((name) => route.query[name]);
    const keyset = keysetNamed.value === null ? {} : { keyset: String(keysetNamed.value) };
    return { ...Object.fromEntries(carried.map((name) => [name, one(route.query[name])])), ...keyset };
  });
  return {
    route,
    router,
    kept,
    set,
    platform,
    style,
    layout,
    language,
    appSlug,
    releaseLabel,
    keysetNamed,
    keysetInHand,
    customInHand,
    luggage,
  };
}
