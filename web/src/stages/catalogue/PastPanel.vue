<script setup lang="ts">
import { computed, ref } from 'vue';
import { readPast } from '@crib/core/catalogue';
import { counted } from '@crib/core/words';
import KeyChip from '../../parts/KeyChip.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import FormField from '../../parts/FormField.vue';

/** The program’s own list of last commands: what was pressed for each, and counts to use. */
const emit = defineEmits<{ count: [lines: string] }>();
const workspace = useWorkspace();
const { platform, style, keysetInHand } = usePlace();
const text = ref('');
const days = ref(1);
const read = computed(() => readPast(text.value, workspace.catalogue?.commands ?? []));
const unknown = computed(() => [...new Set(read.value.steps.flatMap((one) => (one.command === null ? one.text : [])))]);
const last = computed(() => read.value.steps.slice(-12));
const keyOf = (id: number | null) =>
  id === null || keysetInHand.value === null
    ? undefined
    : workspace.effectiveOf(keysetInHand.value, platform.value).of(id)[0]?.shortcut;
const perDay = (count: number) => Math.round((count / Math.max(1, days.value)) * 10) / 10;
const count = () =>
  emit(
    'count',
    [...read.value.counts].map(([id, found]) => `${workspace.commands.get(id)!.name}, ${perDay(found)}`).join('\n'),
  );
</script>

<template>
  <h3>Import from the program’s command history</h3>
  <div class="make">
    <ElInput
      v-model="text"
      type="textarea"
      :rows="4"
      aria-label="The program’s command history"
      placeholder="Paste it here, one command per line"
    />
    <template v-if="read.steps.length">
      <p>
        {{ read.steps.length - read.steps.filter((one) => one.command === null).length }} of
        {{ read.steps.length }} lines are commands of this release{{ unknown.length ? '.' : ', all of them.' }}
        <template v-if="unknown.length"
          >Not recognised: {{ unknown.slice(0, 4).join(', ') }}{{ unknown.length > 4 ? ' …' : '' }}</template
        >
      </p>
      <ol class="past" aria-label="Commands and their shortcuts">
        <li v-for="(one, at) in last" :key="at">
          <span>{{ one.text }}</span>
          <KeyChip v-if="keyOf(one.command)" :shortcut="keyOf(one.command)!" :platform="platform" :how="style" />
          <span v-else class="mid">{{ one.command === null ? 'not recognised' : 'no shortcut' }}</span>
        </li>
      </ol>
      <FormField label="Number of working days covered"
        ><ElInputNumber v-model="days" :min="1" :max="400" controls-position="right"
      /></FormField>
      <div class="actions">
        <button type="button" class="btn" :disabled="read.counts.size === 0" @click="count">
          Use these {{ counted(read.counts.size, 'count') }}
        </button>
      </div>
    </template>
  </div>
</template>

<style scoped>
.past {
  margin: 0;
  padding-left: 22px;
}
.past li > :first-child {
  margin-right: 8px;
}
</style>
