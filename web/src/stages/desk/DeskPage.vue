<script setup lang="ts">
import { computed, ref } from 'vue';
import { counted } from '@crib/core/words';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import IndexLine from '../../parts/IndexLine.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { lastPlaces } from '../../composables/recent.ts';
import AddApp from './AddApp.vue';
import AppsTable from './AppsTable.vue';
import CorrectApp from './CorrectApp.vue';
import TheBin from './TheBin.vue';
import FirstSteps from './FirstSteps.vue';
import PageHead from '../../parts/PageHead.vue';
import { useDesk } from './useDesk.ts';

/** Where one stands after signing in: what waits, each line a link to exactly that list, then the apps. */
const { luggage } = usePlace();
const { apps, failed, groups, looking, load } = useDesk();
const addTo = ref<string | null>(null);
const correcting = ref<string | null>(null);
const corrected = computed(() => apps.value?.find((one) => one.slug === correcting.value) ?? null);
const bin = ref<InstanceType<typeof TheBin> | null>(null);
async function again() {
  await load();
  await bin.value?.load();
}

const waits = computed(() => groups.value.reduce((sum, group) => sum + group.lines.length, 0));
const reach = computed(() => groups.value[0]!.lines.length);
const today = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' }).format(new Date());
const title = computed(() => {
  if (looking.value) return 'checking';
  return waits.value === 1
    ? '1 task for you'
    : waits.value
      ? `${counted(waits.value, 'task')} for you`
      : 'nothing to do';
});
</script>

<template>
  <StageFrame>
    <template #index>
      <h2>Desk</h2>
      <p class="mid views">{{ today }}</p>
      <template v-if="apps?.length">
        <h3>Programs</h3>
        <template v-for="app in apps" :key="app.id">
          <IndexLine
            v-if="app.releases[0]"
            :to="{ name: 'catalogue', params: { app: app.slug, release: app.releases[0].label }, query: luggage }"
            :count="app.releases[0].label"
            >{{ app.name }}</IndexLine
          >
        </template>
      </template>
      <template v-if="lastPlaces.length">
        <h3>Recent</h3>
        <IndexLine v-for="one in lastPlaces" :key="one.path" :to="one.path"
          >{{ one.title }}, {{ apps?.find(({ slug }) => slug === one.app)?.name ?? one.app }}
          {{ one.release }}</IndexLine
        >
      </template>
    </template>

    <StateNote v-if="failed" first :problem="failed" @again="load" />
    <StateNote v-else-if="!apps" first loading />
    <FirstSteps v-else-if="apps.length === 0" @made="load" />
    <template v-else>
      <PageHead
        >Desk<template #beside
          ><small v-if="looking" role="status">Checking {{ looking }}…</small><small v-else>{{ title }}</small
          ><small v-if="!looking && reach">{{
            reach === 1 ? '1 affects published sheets' : `${reach} affect published sheets`
          }}</small></template
        ></PageHead
      >
      <div class="desk">
        <template v-for="group in groups" :key="group.title">
          <section v-if="group.lines.length" :aria-label="group.title">
            <h2 class="heading">{{ group.title }}</h2>
            <div v-for="line in group.lines" :key="line.key" class="waits">
              <span class="figures count" :class="group.tone">{{ line.count }}</span>
              <span
                ><b>{{ line.subject }}</b
                >{{ line.said }}</span
              >
              <RouterLink class="btn plain" :to="line.to"
                >{{ line.act }}<span class="sr-only">: {{ line.subject }}</span></RouterLink
              >
            </div>
          </section>
        </template>
        <section aria-label="Programs and releases">
          <h2 class="heading">Programs and releases</h2>
          <AppsTable
            :apps="apps"
            @add-release="(slug) => ((correcting = null), (addTo = slug))"
            @correct="(slug) => (correcting = slug)"
          />
        </section>
      </div>
    </template>

    <template #margin>
      <CorrectApp v-if="corrected" :app="corrected" @done="correcting = null" @changed="again" />
      <AddApp v-else :apps="apps ?? []" :release-of="addTo" @made="load" @app="addTo = null" />
      <TheBin ref="bin" @back="load" />
    </template>
  </StageFrame>
</template>

<style scoped>
.desk {
  display: grid;
  align-content: start;
  gap: 18px;
  margin: 14px -18px 0 0;
  padding-right: 18px;
  overflow-y: auto;
}
.heading {
  padding-bottom: 5px;
  border-bottom: 1.5px solid var(--ink);
  color: var(--mid);
  font: 600 12px var(--mono);
}
.waits {
  display: grid;
  grid-template-columns: 64px 1fr auto;
  min-height: 38px;
  align-items: center;
  border-bottom: 1px solid var(--hair);
}
.count {
  padding-right: 16px;
  font-size: 16px;
  font-weight: 600;
  text-align: right;
}
.count.flag {
  color: var(--flag-ink);
}
.count.sun {
  color: var(--sun);
}
</style>
