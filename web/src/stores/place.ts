import { computed } from 'vue';
import { useRoute, useRouter, type LocationQueryValue } from 'vue-router';
import type { Style } from '@crib/core/keys';
import { useWorkspace } from './workspace.ts';

const one = (value: LocationQueryValue | LocationQueryValue[] | undefined) =>
  (Array.isArray(value) ? value[0] : value) ?? '';

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
  const style = computed<Style>({
    get: () => (one(route.query['style']) === 'symbols' ? 'symbols' : 'words'),
    set: (value) => void set({ style: value === 'words' ? '' : value }),
  });
  const appSlug = computed(() => String(route.params['app'] ?? ''));
  const releaseLabel = computed(() => String(route.params['release'] ?? ''));

  /** What goes along from stage to stage. */
  const luggage = computed(() => {
    const { platform: asked, style: how } = route.query;
    return { ...(asked ? { platform: asked } : {}), ...(how ? { style: how } : {}) };
  });
  return { route, router, kept, set, platform, style, appSlug, releaseLabel, luggage };
}
