import { computed } from 'vue';
import { fetchAnswer, useAnswer } from '../api/queries.ts';
import { usePlace } from './usePlace.ts';
import { useWorkspace } from '../stores/workspace.ts';

/** What of an address names something of one app: an app is changed without it. */
const OF_AN_APP = ['row', 'where', 'category', 'columns', 'widths', 'pinned', 'keyset', 'run', 'only'];
/** What of an address names something of one release. */
const OF_A_RELEASE = ['columns', 'widths', 'keyset'];

/** Taking another app, release or keyset in hand: the address keeps all that exists there too. */
export function useSwitching() {
  const workspace = useWorkspace();
  const { route, router, keysetInHand } = usePlace();
  const { answer } = useAnswer('GET /api/apps', () => ({}));
  const apps = computed(() => answer.value ?? []);
  const without = (names: readonly string[]) =>
    Object.fromEntries(Object.entries(route.query).filter(([name]) => !names.includes(name)));
  /** The view itself where it needs nothing but an app and a release, else the first of its stage. */
  const viewName = () => {
    const needs = Object.keys(route.params).filter((name) => name !== 'app' && name !== 'release');
    return needs.length === 0 || (needs.length === 1 && needs[0] === 'code')
      ? route.name!
      : String(route.meta['stage']);
  };

  async function toApp(slug: string) {
    const overview = await fetchAnswer('GET /api/apps/:slug', { slug });
    const [newest] = overview.releases;
    if (!newest) return router.push({ name: 'desk' });
    const name = route.params['app'] ? viewName() : 'catalogue';
    const params = {
      app: slug,
      release: newest.label,
      ...(route.params['code'] ? { code: route.params['code'] } : {}),
    };
    return router.push({ name, params, query: without(OF_AN_APP) });
  }

  /** The keyset of another release that goes on with one: carried from it, what it was carried from, or its namesake. */
  function successor(id: number | null, releaseId: number) {
    const known = workspace.app?.keysets ?? [];
    const from = known.find((one) => one.id === id);
    const there = known.filter((one) => one.releaseId === releaseId);
    return (
      there.find((one) => from && (one.carriedFrom === from.id || from.carriedFrom === one.id)) ??
      there.find(
        (one) => from && one.kind === from.kind && (one.name === from.name || (one.isDefault && from.isDefault)),
      )
    );
  }
  async function toRelease(label: string) {
    const release = workspace.app?.releases.find((one) => one.label === label);
    if (!release) return;
    const next = successor(keysetInHand.value, release.id);
    const names = { app: workspace.app!.slug, release: label };
    const query = { ...without(OF_A_RELEASE), ...(next && route.query['keyset'] ? { keyset: String(next.id) } : {}) };
    // A command keeps its name; a keyset has its successor.
    if (route.name === 'command')
      return router.push({ name: 'command', params: { ...names, command: route.params['command']! }, query });
    if (route.params['keyset'] && next && route.meta['stage'] === 'keysets')
      return router.push({ name: route.name!, params: { ...names, keyset: next.id }, query });
    return router.push({ name: viewName(), params: names, query });
  }

  function toKeyset(id: number) {
    if (route.meta['stage'] !== 'keysets') return router.push({ query: { ...route.query, keyset: String(id) } });
    if (!route.params['keyset']) return router.push({ name: 'keyset', params: { keyset: id }, query: route.query });
    return router.push({ params: { keyset: id }, query: route.query });
  }
  return { apps, toApp, toRelease, toKeyset };
}
