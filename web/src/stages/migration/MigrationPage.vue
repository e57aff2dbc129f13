<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import type { CrosswalkOverview } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { counted } from '@crib/core/words';
import { ask, problemsOf } from '../../api/client.ts';
import { useAnswer } from '../../api/queries.ts';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import MigrationIndex from './MigrationIndex.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import SelectField from '../../parts/SelectField.vue';
import LineTable from '../../parts/LineTable.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** Crosswalks that begin or end at the app in hand: how far each is judged, and beginning another. */
const workspace = useWorkspace();
const { appSlug, luggage, router } = usePlace();
const problems = shallowRef<readonly Problem[]>([]);
const other = ref('');
const coming = ref(true);
const {
  answer: list,
  failed,
  load,
} = useAnswer('GET /api/apps/:slug/crosswalks', () => (appSlug.value ? { slug: appSlug.value } : null));
const { answer: all } = useAnswer('GET /api/apps', () => ({}));
const apps = computed(() => (all.value ?? []).filter((one) => one.slug !== appSlug.value));
const ends = computed(() =>
  coming.value ? { from: other.value, to: appSlug.value } : { from: appSlug.value, to: other.value },
);
async function make() {
  problems.value = [];
  try {
    const { id } = await ask('POST /api/crosswalks', {}, ends.value);
    await router.push({ name: 'mapping', params: { crosswalk: id }, query: luggage.value });
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
const share = ({ judged, commands }: CrosswalkOverview) => (commands ? Math.round((100 * judged) / commands) : 0);
</script>

<template>
  <ReleaseGate>
    <StageFrame>
      <template #index>
        <MigrationIndex :crosswalk="null" />
        <p class="mid">Which command in one program corresponds to which in another.</p>
      </template>
      <PageHead
        >Migration<template #beside
          ><small v-if="list">{{ counted(list.length, 'mapping') }} with {{ workspace.app?.name }}</small></template
        ></PageHead
      >
      <StateNote v-if="failed" first :problem="failed" @again="load" />
      <StateNote v-else-if="!list" first loading />
      <StateNote v-else-if="!list.length" first title="No mappings yet">
        <p>
          Add the program your learners come from, then create a mapping in the panel. Crib suggests matching commands;
          you confirm them.
        </p>
        <RouterLink class="btn" :to="{ name: 'desk' }">Back to the desk</RouterLink>
      </StateNote>
      <LineTable v-else label="Mappings" :columns="['From', 'To', 'Mapped', { hidden: 'Percentage' }]">
        <tr v-for="one in list" :key="one.id">
          <th scope="row">
            <RouterLink :to="{ name: 'mapping', params: { crosswalk: one.id }, query: luggage }">{{
              one.from.name
            }}</RouterLink>
          </th>
          <td>{{ one.to.name }}</td>
          <td class="figures">{{ one.judged }} of {{ one.commands }}</td>
          <td>
            <span class="bar"
              ><span class="track"><i :style="{ width: `${share(one)}%` }"></i></span>
              <span class="figures">{{ share(one) }}%</span></span
            >
          </td>
        </tr>
      </LineTable>
      <template #margin>
        <form class="make" @submit.prevent="make">
          <h2>New mapping</h2>
          <FormField label="Other program"
            ><SelectField
              v-model="other"
              filterable
              placeholder="choose a program"
              :choices="apps.map((one) => ({ value: one.slug, label: one.name }))"
          /></FormField>
          <ElRadioGroup v-model="coming" aria-label="Direction">
            <ElRadio :value="true">From it to {{ workspace.app?.name }}</ElRadio>
            <ElRadio :value="false">From {{ workspace.app?.name }} to it</ElRadio>
          </ElRadioGroup>
          <ProblemList :problems="problems" />
          <div class="actions">
            <button type="submit" class="btn primary" :disabled="!other">Create mapping</button>
          </div>
        </form>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.bar {
  display: flex;
  gap: 10px;
  align-items: center;
}
.track {
  width: 160px;
  height: 10px;
  background: var(--hair);
}
.track i {
  display: block;
  height: 100%;
  background: var(--ink);
}
:deep(.el-radio-group) {
  display: grid;
  justify-items: start;
}
</style>
