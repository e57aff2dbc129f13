import { computed, shallowRef, watch } from 'vue';
import { opened, type Opened } from '@crib/core/keyset';
import type { AppOverview, Catalogue, Crosswalk } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import { usePlace } from '../../stores/place.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** The crosswalk in the address, with the releases at both ends: the one in hand, and the newest of the other program. */
export function useCrosswalk() {
  const workspace = useWorkspace();
  const { route, appSlug } = usePlace();
  const crosswalk = shallowRef<Crosswalk | null>(null);
  const other = shallowRef<Opened | null>(null);
  /** The releases of the other program, the newest first. */
  const otherReleases = shallowRef<readonly number[]>([]);
  const problem = shallowRef<Problem | null>(null);
  const id = computed(() => Number(route.params['crosswalk']));
  async function load() {
    problem.value = null;
    crosswalk.value = null;
    other.value = null;
    const wanted = id.value;
    try {
      const found = await ask<Crosswalk>('GET', `/api/crosswalks/${wanted}`);
      const slug = found.from.slug === appSlug.value ? found.to.slug : found.from.slug;
      const { releases } = await ask<AppOverview>('GET', `/api/apps/${slug}`);
      const newest = releases[0] ? opened(await ask<Catalogue>('GET', `/api/releases/${releases[0].id}`)) : null;
      if (wanted !== id.value) return;
      crosswalk.value = found;
      other.value = newest;
      otherReleases.value = releases.map((one) => one.id);
    } catch (error) {
      if (wanted === id.value) problem.value = problemsOf(error)[0] ?? null;
    }
  }
  watch(id, load, { immediate: true });
  /** Whether the app in hand is the one that learners come to. */
  const coming = computed(() => crosswalk.value?.to.slug === appSlug.value);
  const from = computed(() => (coming.value ? other.value : workspace.opened));
  const to = computed(() => (coming.value ? workspace.opened : other.value));
  const oldReleases = computed(() => (coming.value ? otherReleases.value : (workspace.app?.releases ?? []).map((one) => one.id))); // prettier-ignore
  return { crosswalk, from, to, oldReleases, problem, load };
}
