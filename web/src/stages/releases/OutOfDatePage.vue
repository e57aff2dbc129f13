<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import type { PublishedEdition, StaleEdition } from '@crib/core/contract';
import { counted } from '@crib/core/words';
import { ask } from '../../api/client.ts';
import { useAnswer } from '../../api/queries.ts';
import ProblemList from '../../parts/ProblemList.vue';
import StateNote from '../../parts/StateNote.vue';
import { useDoing } from '../../composables/useDoing.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import ReleasesFrame from './ReleasesFrame.vue';
import PageHead from '../../parts/PageHead.vue';

/** What was published and is out of date: after an edit or a correction, or for who has gone over to the newest release. */
const workspace = useWorkspace();
const { appSlug, set, kept } = usePlace();
const { problems, busy, doing } = useDoing();
const made = shallowRef<readonly PublishedEdition[]>([]);
const ticked = ref<Set<string>>(new Set());
const keyOf = (one: StaleEdition) => `${one.of} ${one.id}`;

const {
  answer: stale,
  failed,
  load,
} = useAnswer('GET /api/apps/:slug/impact', () => (appSlug.value ? { slug: appSlug.value } : null));
watch(stale, () => (ticked.value = new Set()));

const at = kept('edition');
const selected = computed(() => stale.value?.find((one) => keyOf(one) === at.value) ?? stale.value?.[0] ?? null);
const tick = (edition: string) => {
  const next = new Set(ticked.value);
  if (!next.delete(edition)) next.add(edition);
  ticked.value = next;
};
const chosen = computed(() => (stale.value ?? []).filter((one) => ticked.value.has(keyOf(one))));
const next = computed(() => chosen.value.find((one) => one.next)?.next ?? null);
const again = (keyset: number | null) =>
  doing(async () => {
    const ids = (of: StaleEdition['of']) => chosen.value.filter((one) => one.of === of).map((one) => one.id);
    const asked = { sheets: ids('sheet'), notes: keyset === null ? ids('notes') : [], keyset };
    made.value = await ask('POST /api/apps/:slug/reissue', { slug: appSlug.value }, asked);
    await workspace.reload();
  });
</script>

<template>
  <ReleasesFrame :ready="stale !== null" :problem="failed" @again="load">
    <PageHead
      >Out of date<template #beside
        ><small v-if="stale">{{ counted(stale.length, 'edition') }}</small></template
      ></PageHead
    >
    <StateNote v-if="!stale?.length" title="Everything published is up to date">
      <p>Editions that become wrong after a release, correction or edit are listed here.</p>
    </StateNote>
    <div v-else class="lines">
      <table>
        <thead>
          <tr>
            <th scope="col"><span class="sr-only">Republish</span></th>
            <th scope="col">Edition</th>
            <th scope="col">Published for</th>
            <th scope="col">Wrong rows</th>
            <th scope="col">Wrong in the latest release</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in stale" :key="keyOf(one)" :class="{ on: one === selected }">
            <td>
              <ElCheckbox
                :model-value="ticked.has(keyOf(one))"
                :aria-label="`Republish ${one.title}`"
                @change="tick(keyOf(one))"
              />
            </td>
            <th scope="row">
              <button type="button" class="btn plain" @click="set({ edition: keyOf(one) }, true)">
                {{ one.title }}
              </button>
              <small class="mid"> edition {{ one.number }}</small>
            </th>
            <td>{{ one.release }}, {{ one.keyset }}</td>
            <td class="figures">{{ one.wrong.length || 'none' }}</td>
            <td>
              <template v-if="one.next"
                >{{ one.next.wrong.length }}
                <span class="mid">compared with {{ one.next.release }}, {{ one.next.keyset }}</span></template
              >
              <span v-else class="mid">latest</span>
            </td>
          </tr>
        </tbody>
      </table>
      <div class="actions">
        <button type="button" class="btn primary" :disabled="busy || !chosen.length" @click="again(null)">
          Republish {{ counted(chosen.length, 'edition') }}
        </button>
        <button v-if="next" type="button" class="btn" :disabled="busy" @click="again(next.keysetId)">
          Create {{ counted(chosen.filter((one) => one.next).length, 'sheet') }} for {{ next.release }},
          {{ next.keyset }}
        </button>
      </div>
      <ProblemList :problems="problems" />
      <p v-if="made.length" role="status">
        Published:
        <template v-for="(one, index) in made" :key="one.address"
          >{{ index ? ', ' : '' }}<a :href="one.path" target="_blank">edition {{ one.number }}</a></template
        >.
      </p>
    </div>
    <template v-if="selected" #margin>
      <h2>{{ selected.title }}</h2>
      <p class="under">
        edition {{ selected.number }} · {{ selected.release }} · {{ selected.keyset }} ·
        <a :href="selected.path" target="_blank">open</a>
      </p>
      <template v-if="selected.wrong.length">
        <h3>Now wrong for {{ selected.release }}</h3>
        <p v-for="one in selected.wrong" :key="one.label">
          <b>{{ one.label }}</b> {{ one.why }}
        </p>
      </template>
      <template v-if="selected.next?.wrong.length">
        <h3>Wrong for users of {{ selected.next.release }}, {{ selected.next.keyset }}</h3>
        <p v-for="one in selected.next.wrong" :key="one.label">
          <b>{{ one.label }}</b> {{ one.why }}
        </p>
      </template>
    </template>
  </ReleasesFrame>
</template>

<style scoped>
.on {
  background: var(--tide-wash);
}
td:first-child {
  width: 34px;
}
</style>
