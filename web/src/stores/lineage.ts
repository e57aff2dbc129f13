import { shallowRef } from 'vue';
import { defineStore } from 'pinia';
import type { Catalogue, LineageLink, SentLineage } from '@crib/core/contract';
import { lineageBetween, type Lineage } from '@crib/core/release';
import { ask } from '../api/client.ts';
import { fetchAnswer } from '../api/queries.ts';
import { useWorkspace } from './workspace.ts';

/** What was decided about the lineage of the app in hand: fetched once an app, and anew after it was changed. */
export const useLineage = defineStore('lineage', () => {
  const workspace = useWorkspace();
  const links = shallowRef<readonly LineageLink[]>([]);
  let of = '';

  async function open(slug: string) {
    if (of === slug) return;
    links.value = await fetchAnswer('GET /api/apps/:slug/lineage', { slug });
    of = slug;
  }
  /** Confirms, refuses or takes back; comparisons follow at once. */
  async function say(sent: SentLineage) {
    links.value = await ask('PUT /api/apps/:slug/lineage', { slug: of }, sent);
  }
  function between(old: Catalogue, now: Catalogue): Lineage {
    const order = (workspace.app?.releases ?? []).map((one) => one.id).reverse();
    return lineageBetween(links.value, order, old, now);
  }
  function reset() {
    [links.value, of] = [[], ''];
  }
  return { links, open, say, between, reset };
});
