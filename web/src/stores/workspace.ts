import { computed, ref, shallowRef } from 'vue';
import { defineStore } from 'pinia';
import type { AppOverview, Catalogue, Keyset } from '@crib/core/contract';
import { catalogueIn, contextTree } from '@crib/core/catalogue';
import {
  effective,
  pressIndex,
  settingFrom,
  stackOf,
  type Effective,
  type PressIndex,
  type Setting,
  type Stack,
} from '@crib/core/keyset';
import type { Platform } from '@crib/core/keys';
import { layoutInHand } from '../parts/chips.ts';
import { ask, problemsOf } from '../api/client.ts';
import { languageInHand, layoutsInHand, platformInHand } from './hand.ts';
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
  const catalogue = computed(() => stored.value && inHand(stored.value));
  const loading = ref(false);
  const problem = shallowRef<Problem | null>(null);

  /** Loads what an address names; what is there already stays on the screen meanwhile. */
  async function open(slug: string, label?: string) {
    loading.value = true;
    problem.value = null;
    try {
      const overview = await ask<AppOverview>('GET', `/api/apps/${slug}`);
      const release = overview.releases.find((one) => one.label === label);
      const loaded = release ? await ask<Catalogue>('GET', `/api/releases/${release.id}`) : null;
      others.value = new Map();
      app.value = overview;
      stored.value = loaded;
    } catch (error) {
      problem.value = problemsOf(error)[0]!;
    } finally {
      loading.value = false;
    }
  }
  const reload = () => (app.value ? open(app.value.slug, catalogue.value?.release.label) : Promise.resolve());

  const others = shallowRef(new Map<number, Catalogue>());
  /** The catalogue of any release of the app, fetched once. */
  async function releaseCatalogue(id: number): Promise<Catalogue> {
    if (catalogue.value?.release.id === id) return catalogue.value;
    const known = others.value.get(id);
    if (known) return inHand(known);
    const found = await ask<Catalogue>('GET', `/api/releases/${id}`);
    others.value = new Map([...others.value, [id, found]]);
    return inHand(found);
  }

  /** Puts a keyset that was saved in the place of what was loaded. */
  function replace(keyset: Keyset) {
    const known = stored.value;
    if (!known) return;
    stored.value = {
      ...known,
      keysets: known.keysets.map((one) => (one.id === keyset.id ? keyset : one)),
    };
  }

  const tree = computed(() => (catalogue.value ? contextTree(catalogue.value.contexts) : null));
  const commands = computed(() => new Map((catalogue.value?.commands ?? []).map((command) => [command.id, command])));
  const keyset = (id: number | null | undefined) => catalogue.value?.keysets.find((one) => one.id === id);
  const shipped = computed(() => catalogue.value?.keysets.find((one) => one.kind === 'shipped' && one.isDefault));
  const custom = computed(() => (catalogue.value?.keysets ?? []).filter((one) => one.kind === 'custom'));

  /** One stack a keyset: what core computes of it is remembered as long as it is. */
  const stacks = computed(() => (catalogue.value, new Map<number, Stack>()));
  function stackFor(id: number): Stack {
    const found = stacks.value.get(id) ?? stackOf(keyset(id)!, catalogue.value!.keysets);
    stacks.value.set(id, found);
    return found;
  }
  const effectiveOf = (id: number, platform: Platform): Effective => effective(stackFor(id), platform);
  const pressesOf = (id: number, platform: Platform): PressIndex =>
    pressIndex(effectiveOf(id, platform), layoutInHand.value, platform);
  const settingOf = (id: number): Setting =>
    settingFrom(catalogue.value!, id, { layouts: layoutsInHand.value, stack: stackFor(id) });
  const plain = computed(() => new Map((stored.value?.commands ?? []).map((command) => [command.id, command])));
  const asStored = (id: number) => plain.value.get(id);
  const byName = computed(
    () => new Map((catalogue.value?.commands ?? []).flatMap((command) => [[command.name, command] as const])),
  );

  return {
    app,
    stored,
    catalogue,
    loading,
    problem,
    open,
    reload,
    releaseCatalogue,
    replace,
    tree,
    commands,
    keyset,
    shipped,
    custom,
    effectiveOf,
    pressesOf,
    settingOf,
    byName,
    asStored,
  };
});
