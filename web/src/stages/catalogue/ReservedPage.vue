<script setup lang="ts">
import { computed, onMounted, reactive, ref, shallowRef } from 'vue';
import { platformName } from '@crib/core/keys';
import type { SystemKey } from '@crib/core/contract';
import { ask, problemsOf } from '../../api/client.ts';
import KeyChip from '../../parts/KeyChip.vue';
import KeyPicker from '../../parts/KeyPicker.vue';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { usePlace } from '../../composables/usePlace.ts';
import CatalogueIndex from './CatalogueIndex.vue';
import { useSaving } from '../../composables/useSaving.ts';
import LineTable from '../../parts/LineTable.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

type Difference = SystemKey & { free: boolean };
/** Presses that operating systems and other takers keep, and where this workplace differs from the table that ships. */
const { platform, style } = usePlace();
const { problems, said, busy, send } = useSaving();
const keys = shallowRef<SystemKey[]>([]);
const differences = shallowRef<Difference[]>([]);
const query = ref('');
async function load() {
  try {
    const found = await ask('GET /api/system-keys');
    keys.value = found.keys;
    differences.value = found.differences;
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
onMounted(load);
const shown = computed(() =>
  keys.value.filter(
    (key) =>
      key.platform === platform.value &&
      `${key.taker} ${key.shortcut}`.toLowerCase().includes(query.value.toLowerCase()),
  ),
);
const freed = computed(() => differences.value.filter((key) => key.platform === platform.value && key.free));
const isOwn = (key: SystemKey) =>
  differences.value.some((one) => one.platform === key.platform && one.shortcut === key.shortcut);
async function write(list: Difference[], sentence: string) {
  const done = await send('PUT /api/system-keys', {}, { keys: list }, sentence);
  if (done) await load();
  return done !== null;
}
const without = (key: SystemKey) =>
  differences.value.filter((one) => one.platform !== key.platform || one.shortcut !== key.shortcut);
const free = (key: SystemKey) => write([...without(key), { ...key, free: true }], 'Marked as available.');
const asShipped = (key: SystemKey) => write(without(key), 'Restored.');
const form = reactive({ shortcut: '', taker: '', hard: false, source: '' });
async function add() {
  const key = { platform: platform.value, ...form, free: false };
  if (!(await write([...without(key), key], 'Reserved shortcut added.'))) return;
  Object.assign(form, { shortcut: '', taker: '', hard: false, source: '' });
}
</script>

<template>
  <ReleaseGate>
    <StageFrame>
      <template #index><CatalogueIndex /></template>
      <PageHead
        >Reserved shortcuts<template #beside
          ><small>{{ shown.length }} on {{ platformName(platform) }}</small></template
        ></PageHead
      >
      <div class="tools">
        <ElInput v-model="query" size="small" style="width: 240px" aria-label="Search" placeholder="Search" clearable />
      </div>
      <LineTable label="Reserved shortcuts" :columns="['Shortcut', 'Used by', 'Source', { hidden: 'Change' }]">
        <tr v-for="key in shown" :key="key.shortcut">
          <th scope="row">
            <KeyChip
              :shortcut="key.shortcut"
              :platform="platform"
              :how="style"
              :state="key.hard ? 'fixed' : 'as shipped'"
            />
          </th>
          <td>{{ key.taker }}<small v-if="key.hard" class="mid"> never reaches programs</small></td>
          <td class="mid source">{{ isOwn(key) ? `here: ${key.source}` : key.source }}</td>
          <td>
            <button type="button" class="btn plain" :disabled="busy" @click="isOwn(key) ? asShipped(key) : free(key)">
              {{ isOwn(key) ? 'Restore' : 'Mark as available here' }}
            </button>
          </td>
        </tr>
        <tr v-for="key in freed" :key="key.shortcut">
          <th scope="row"><KeyChip :shortcut="key.shortcut" :platform="platform" :how="style" /></th>
          <td class="mid">available in this workspace</td>
          <td class="mid source">{{ key.source }}</td>
          <td>
            <button type="button" class="btn plain" :disabled="busy" @click="asShipped(key)">Restore</button>
          </td>
        </tr>
      </LineTable>
      <template #margin>
        <form class="make" @submit.prevent="add">
          <h2>Add a reserved shortcut</h2>
          <p class="under">Another program on your machines that intercepts a shortcut.</p>
          <KeyChip v-if="form.shortcut" :shortcut="form.shortcut" :platform="platform" :how="style" large />
        </form>
        <KeyPicker :platform="platform" :going="form.shortcut" @pick="(stored) => (form.shortcut = stored)" />
        <form class="make after" @submit.prevent="add">
          <FormField label="Used by"><ElInput v-model="form.taker" maxlength="120" required /></FormField>
          <FormField label="Source"
            ><ElInput v-model="form.source" maxlength="240" required placeholder="verified on our machines"
          /></FormField>
          <ElCheckbox v-model="form.hard" label="Never reaches programs" />
          <ProblemList :problems="problems" />
          <p role="status">{{ said }}</p>
          <div class="actions">
            <button type="submit" class="btn primary" :disabled="busy || !form.shortcut">
              Add for {{ platformName(platform) }}
            </button>
          </div>
        </form>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.source {
  font-size: 12.5px;
}
.after {
  margin-top: 14px;
}
</style>
