import { computed, shallowRef, watch } from 'vue';
import { crosswalkIn } from '@crib/core/crosswalk';
import { opened, type Opened } from '@crib/core/keyset';
import type { Crosswalk, LineageLink } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { problemsOf } from '../../api/client.ts';
import { fetchAnew, fetchAnswer } from '../../api/queries.ts';
import { asking } from '../../composables/asking.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** The crosswalk in the address, with the releases at both ends: the one in hand, and the newest of the other program. */
export function useCrosswalk() {
  const workspace = useWorkspace();
  const { route, appSlug } = usePlace();
  /** As it is stored; what is handed on holds in the two releases. */
  const stored = shallowRef<Crosswalk | null>(null);
  const lineage = shallowRef<ReadonlyMap<string, readonly LineageLink[]>>(new Map());
  const other = shallowRef<Opened | null>(null);
  /** The releases of the other program, the newest first. */
  const otherReleases = shallowRef<readonly number[]>([]);
  const problem = shallowRef<Problem | null>(null);
  const id = computed(() => Number(route.params['crosswalk']));
  const turn = asking();
  async function load() {
    problem.value = null;
    stored.value = null;
    other.value = null;
    const last = turn();
    try {
      const found = await fetchAnew('GET /api/crosswalks/:id', { id: id.value });
      const slug = found.from.slug === appSlug.value ? found.to.slug : found.from.slug;
      const decided = (await Promise.all(
        [found.from, found.to].map((end) => fetchAnswer('GET /api/apps/:slug/lineage', { slug: end.slug })),
      )) as [LineageLink[], LineageLink[]];
      const { releases } = await fetchAnswer('GET /api/apps/:slug', { slug });
      const newest = releases[0] ? opened(await fetchAnswer('GET /api/releases/:id', { id: releases[0].id })) : null;
      if (!last()) return;
      lineage.value = new Map([
        [found.from.slug, decided[0]],
        [found.to.slug, decided[1]],
      ]);
      stored.value = found;
      other.value = newest;
      otherReleases.value = releases.map((one) => one.id);
    } catch (error) {
      if (last()) problem.value = problemsOf(error)[0] ?? null;
    }
  }
  watch(id, load, { immediate: true });
  /** Whether the app in hand is the one that learners come to. */
  const coming = computed(() => stored.value?.to.slug === appSlug.value);
  const from = computed(() => (coming.value ? other.value : workspace.opened));
  const to = computed(() => (coming.value ? workspace.opened : other.value));
  const links = (slug: string) => lineage.value.get(slug) ?? [];
  const crosswalk = computed<Crosswalk | null>({
    get: () => {
      const found = stored.value;
      if (!found || !from.value || !to.value) return found;
      return crosswalkIn(
        found,
        { release: from.value, links: links(found.from.slug) },
        { release: to.value, links: links(found.to.slug) },
      );
    },
    set: (found) => (stored.value = found),
  });
  const oldReleases = computed(() =>
    coming.value ? otherReleases.value : (workspace.app?.releases ?? []).map((one) => one.id),
  );
  return { crosswalk, from, to, oldReleases, problem, load };
}
