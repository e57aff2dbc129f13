import { computed, ref, shallowRef } from 'vue';
import { defineStore } from 'pinia';
import type { AppOverview, Catalogue, Command, Keyset, SavedChange } from '@crib/core/contract';
import { catalogueIn } from '@crib/core/catalogue';
import {
  applyChange,
  opened as openedOf,
  type Effective,
  type Opened,
  type Setting,
  type Weighed,
} from '@crib/core/keyset';
import { each } from '@crib/core/memory';
import type { Platform } from '@crib/core/keys';
import { keyboardsOf, type Keyboard, type Keyboards } from '@crib/core/press';
import { problemsOf } from '../api/client.ts';
import { fetchAnew, fetchAnswer } from '../api/queries.ts';
import { asking } from '../composables/asking.ts';
import { languageInHand, layoutsInHand, platformInHand } from '../composables/in-hand.ts';
import type { Problem } from '@crib/core/error';

/**
 * The app and release in hand with all that is catalogued of them. What is computed from it is remembered until the
 * catalogue changes.
 */
export const useWorkspace = defineStore('workspace', () => {
  const app = shallowRef<AppOverview | null>(null);
  /** As it is stored: what is corrected. */
  const stored = shallowRef<Catalogue | null>(null);
  const inHand = (one: Catalogue) => {
    const { platforms } = one.release;
    const platform = platforms.includes(platformInHand.value) ? platformInHand.value : platforms[0]!;
    return catalogueIn(one, languageInHand.value, platform);
  };
  /** As readers of the language and platform in hand have it: what is shown, and computed with. */
  const opened = computed(() => stored.value && openedOf(inHand(stored.value)));
  const catalogue = computed(() => opened.value?.catalogue ?? null);
  const loading = ref(false);
  const problem = shallowRef<Problem | null>(null);

  const turn = asking();
  let last = turn();
  let named: readonly [slug: string, label?: string] | null = null;
  /** Loads what an address names; what is there already stays on the screen meanwhile. */
  async function open(slug: string, label?: string) {
    const wanted = (last = turn());
    named = [slug, label];
    loading.value = true;
    problem.value = null;
    try {
      const overview = await fetchAnew('GET /api/apps/:slug', { slug });
      const release = overview.releases.find((one) => one.label === label);
      const loaded = release ? await fetchAnew('GET /api/releases/:id', { id: release.id }) : null;
      if (!wanted()) return;
      app.value = overview;
      stored.value = loaded;
    } catch (error) {
      if (wanted()) problem.value = problemsOf(error)[0]!;
    } finally {
      if (wanted()) loading.value = false;
    }
  }
  /** What was asked for last, once more: that need not be what has come. */
  const reload = () => (named ? open(...named) : Promise.resolve());

  /** The same without a word: for what others have done. Where that cannot be fetched, what is there stays. */
  async function refresh(): Promise<void> {
    const [wanted, before] = [last, stored.value];
    if (!app.value) return;
    try {
      const overview = await fetchAnew('GET /api/apps/:slug', { slug: app.value.slug });
      const loaded = before && (await fetchAnew('GET /api/releases/:id', { id: before.release.id }));
      if (!wanted()) return;
      // What was saved here meanwhile may not be in it.
      if (stored.value !== before) return refresh();
      app.value = overview;
      stored.value = loaded;
    } catch {
      // It is told when somebody asks for it.
    }
  }

  /** What is computed of other releases, for the language and platform in hand. */
  const otherOpened = computed(
    () => (languageInHand.value, platformInHand.value, each((one: Catalogue) => openedOf(inHand(one)))),
  );
  /** The catalogue of any release of the app. */
  async function openedRelease(id: number): Promise<Opened> {
    if (opened.value?.catalogue.release.id === id) return opened.value;
    return otherOpened.value(await fetchAnswer('GET /api/releases/:id', { id }));
  }

  /** Lays a change that was saved over the keyset as it was loaded. */
  function laid({ id, revision, change }: SavedChange) {
    const known = stored.value;
    if (!known) return;
    const changed = (one: Keyset): Keyset =>
      one.id === id && one.kind === 'custom'
        ? { ...one, revision, edits: [...applyChange(one.edits, change).edits] }
        : one;
    stored.value = { ...known, keysets: known.keysets.map(changed) };
  }

  const tree = computed(() => opened.value?.tree ?? null);
  const commands = computed(() => opened.value?.commands ?? new Map<number, Command>());
  const keyset = (id: number | null | undefined) =>
    id === null || id === undefined ? undefined : opened.value?.keyset(id);
  const shipped = computed(() => opened.value?.shipped);
  const custom = computed(() => (catalogue.value?.keysets ?? []).filter((one) => one.kind === 'custom'));

  /** The layouts in hand on some platforms; one value for each list of platforms, so that what is weighed stays known. */
  const keyboardsFor = computed(() => {
    const layouts = layoutsInHand.value;
    const byNames = each((names: string) => keyboardsOf(layouts, names.split(' ').filter(Boolean)));
    return (platforms: readonly Platform[]): Keyboards => byNames(platforms.join(' '));
  });
  /** What is weighed in the release in hand: its platforms with the layouts in hand. */
  const keyboards = computed(() => keyboardsFor.value(catalogue.value?.release.platforms ?? []));
  /** The keyboard in hand: the first layout on a platform. */
  const keyboardOn = (platform: Platform): Keyboard =>
    keyboards.value.on(platform)[0] ?? keyboardsFor.value([platform]).all[0]!;
  const weighedOf = (id: number): Weighed => opened.value!.weighed(id, keyboards.value);
  const effectiveOf = (id: number, platform: Platform): Effective => weighedOf(id).on(platform);
  const settingOf = (id: number): Setting => opened.value!.setting(id, keyboards.value);
  const plain = computed(() => new Map((stored.value?.commands ?? []).map((command) => [command.id, command])));
  const asStored = (id: number) => plain.value.get(id);
  const byName = computed(
    () => new Map((catalogue.value?.commands ?? []).flatMap((command) => [[command.name, command] as const])),
  );

  /** Forgets whose it was. */
  function reset() {
    last = turn();
    named = null;
    [app.value, stored.value, problem.value, loading.value] = [null, null, null, false];
  }

  return {
    reset,
    app,
    stored,
    catalogue,
    loading,
    problem,
    open,
    reload,
    refresh,
    opened,
    openedRelease,
    keyboardsFor,
    keyboards,
    keyboardOn,
    weighedOf,
    laid,
    tree,
    commands,
    keyset,
    shipped,
    custom,
    effectiveOf,
    settingOf,
    byName,
    asStored,
  };
});
