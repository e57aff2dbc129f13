<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import { firstDay, madeInTurn } from '@crib/core/crosswalk';
import type { Run } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { layerOver, settingWith, type Opened } from '@crib/core/keyset';
import type { Harm, Lineage, Side } from '@crib/core/release';
import type { PlainTable } from '@crib/core/sheet';
import { counted, percent } from '@crib/core/words';
import { ask, problemsOf } from '../api/client.ts';
import { usePlace } from '../composables/usePlace.ts';
import { useWorkspace } from '../stores/workspace.ts';
import HandOut from './HandOut.vue';
import KeyChip from './KeyChip.vue';
import ProblemList from './ProblemList.vue';
import StageFrame from './StageFrame.vue';
import StateNote from './StateNote.vue';
import { show as written } from '../words/chips.ts';
import LineTable from './LineTable.vue';
import FormField from './FormField.vue';
import PageHead from './PageHead.vue';

/** The first day after a release or a move: what will go wrong, in the order of the tasks, and the fewest edits against it. */
const props = defineProps<{
  /** What hands were trained on, and what they meet. */
  before: string;
  after: string;
  old: Side;
  harms: readonly Harm[];
  now: Opened;
  keyset: number;
  lineage: Lineage;
  runs: readonly Run[];
}>();
const workspace = useWorkspace();
const { kept, set, platform, style, router, luggage } = usePlace();
const shareAsked = kept('share', '80');
const share = computed(() => Math.max(10, Math.min(100, Number(shareAsked.value) || 80)));

const setting = computed(() => {
  const base = props.now.setting(props.keyset, workspace.keyboardsFor(props.now.catalogue.release.platforms));
  return settingWith(base, layerOver(base.weighed.stack, []));
});
const day = computed(() =>
  firstDay(props.harms, setting.value, props.lineage, props.runs, {
    share: share.value / 100,
    platform: platform.value,
    reason: `Kept from ${props.before} for the transition.`,
  }),
);
const chosen = computed(() => new Map(day.value.edits.map((one) => [one.name, one])));
const label = (side: 'old' | 'now', id: number) =>
  (side === 'old' ? props.old.commands : props.now.commands).get(id)?.label ?? '';
const does = ({ change }: Harm) => [...new Set(change.now.map((held) => label('now', held.command)))].join(', ');
const place = ({ change }: Harm) =>
  change.place.now === null ? props.old.tree.path(change.place.old!) : props.now.tree.path(change.place.now);
const table = (): PlainTable => ({
  header: ['Task', 'Shortcut', 'Old command', 'New command', 'Where it works', 'Disruption'],
  rows: day.value.presses.map((one) => [
    one.task ? `${props.runs[one.task.run]!.name}, step ${one.task.step + 1}` : '',
    written(one.shortcut, platform.value, style.value),
    label('old', one.command),
    does(one.harm) || 'nothing',
    place(one.harm),
    String(Math.round(one.harm.harm)),
  ]),
});
const name = ref('');
const problems = shallowRef<readonly Problem[]>([]);
async function save() {
  problems.value = [];
  try {
    const edits = madeInTurn(
      setting.value,
      day.value.edits.map((one) => one.edit),
    );
    const body = {
      name: name.value || `First days after ${props.before}`,
      baseId: props.keyset,
      note: '',
      edits,
      why: `The fewest edits that prevent ${share.value}% of the first-day disruption.`,
    };
    const { id } = await ask('POST /api/apps/:slug/keysets', { slug: props.now.catalogue.app.slug }, body);
    await workspace.reload();
    const params = { app: props.now.catalogue.app.slug, release: props.now.catalogue.release.label, keyset: id };
    await router.push({ name: 'keyset', params, query: luggage.value });
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
</script>

<template>
  <StageFrame>
    <template #index><slot name="index" /></template>
    <PageHead
      >First-day problems<template #beside
        ><small>{{ before }} → {{ after }} · {{ counted(day.presses.length, 'habit') }} that go wrong</small></template
      ></PageHead
    >
    <div class="tools">
      <span>Sorted by task, then by disruption</span>
      <span class="end"><HandOut :name="`first-day-${now.catalogue.app.slug}`" :table="table" /></span>
    </div>
    <StateNote v-if="!day.presses.length" title="No first-day problems">
      <p>Every shortcut people know still does the same thing.</p>
    </StateNote>
    <LineTable
      v-else
      label="First-day problems"
      :columns="['Task', 'Shortcut', 'Old command', 'New command', 'Disruption', { hidden: 'Prevented' }]"
    >
      <tr v-for="(one, at) in day.presses" :key="at">
        <td class="mid">
          {{ one.task ? `${runs[one.task.run]!.name}, ${one.task.step + 1}` : '' }}
        </td>
        <td><KeyChip :shortcut="one.shortcut" :platform="platform" :how="style" /></td>
        <th scope="row">
          {{ label('old', one.command) }}<small class="mid">{{ place(one.harm) }}</small>
        </th>
        <td :class="one.harm.destroys ? 'wrong' : ''">{{ does(one.harm) || 'nothing' }}</td>
        <td class="figures">{{ Math.round(one.harm.harm) }}</td>
        <td>
          <span v-if="one.edit && chosen.has(one.edit)">prevented</span
          ><span v-else-if="!one.edit" class="mid">cannot be prevented</span>
        </td>
      </tr>
    </LineTable>
    <template #margin>
      <h2>Smallest fix</h2>
      <p class="under">The fewest edits that prevent this share of the disruption</p>
      <label class="share">
        <ElSlider
          :model-value="share"
          :min="10"
          :max="100"
          :step="5"
          aria-label="Share of the disruption to prevent"
          @update:model-value="(value: number | number[]) => set({ share: String(value) }, true)"
        />
        <span class="figures">{{ share }}%</span>
      </label>
      <p>
        {{ day.edits.length }} of {{ day.possible }} possible edits prevent
        {{ percent(day.total ? day.prevented / day.total : 0) }}.
      </p>
      <div v-for="one in day.edits" :key="one.name" class="pair">
        <span>
          {{ label('now', one.edit.command) }}
          <KeyChip v-for="key in one.edit.shortcuts" :key="key" :shortcut="key" :platform="platform" :how="style" />
        </span>
        <span class="figures mid">{{ percent(one.prevents / day.total) }}</span>
      </div>
      <form class="make" @submit.prevent="save">
        <FormField label="Name of the new keyset"
          ><ElInput v-model="name" maxlength="80" :placeholder="`First days after ${before}`"
        /></FormField>
        <ProblemList :problems="problems" />
        <div class="actions">
          <button type="submit" class="btn primary" :disabled="!day.edits.length">Save as keyset</button>
        </div>
      </form>
    </template>
  </StageFrame>
</template>

<style scoped>
.share {
  display: grid;
  grid-template-columns: 1fr 48px;
  gap: 12px;
  align-items: center;
}
th small {
  display: block;
  font-weight: 400;
}
.wrong {
  color: var(--flag);
}
</style>
