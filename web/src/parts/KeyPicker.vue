<script setup lang="ts">
import { computed, ref } from 'vue';
import { parseStored, writeStored, type Modifier, type Platform } from '@crib/core/keys';
import { layoutInHand } from '../words/chips.ts';
import { heldOn, keysOn, pickedStroke } from '../keyboard/pickable.ts';
import SelectField from './SelectField.vue';

/** Picks keys by hand: for phones, and for presses that the browser or the system keeps for itself. */
const props = defineProps<{
  platform: Platform;
  /** What was picked before: another stroke can follow it. */
  going?: string;
}>();
const emit = defineEmits<{ pick: [stored: string] }>();

const held = ref<Modifier[]>([]);
const picked = ref('');
/** The keys are listed when they are first asked for. */
const listed = ref(false);
const modifiers = computed(() => heldOn(props.platform));
const keys = computed(() => keysOn(layoutInHand.value, props.platform));
function add(behind: string) {
  const name = picked.value;
  if (!name) return;
  const before = behind ? parseStored(behind).strokes : [];
  const strokes = [...before, pickedStroke(name, held.value)].slice(-5);
  picked.value = '';
  held.value = [];
  emit('pick', writeStored({ strokes, manner: 'pressed' }));
}
</script>

<template>
  <form class="picker" @submit.prevent="add('')">
    <ElCheckboxGroup v-model="held" aria-label="Modifiers">
      <ElCheckbox v-for="one in modifiers" :key="one.name" :value="one.name" :label="one.word" />
    </ElCheckboxGroup>
    <SelectField
      v-model="picked"
      filterable
      size="small"
      label="Key"
      placeholder="Key"
      @visible-change="(open: boolean) => (listed ||= open)"
      :choices="(listed ? keys : []).map((one) => ({ value: one.name, label: one.word }))"
    />
    <div class="ways">
      <button type="submit" class="btn" :disabled="!picked">Look up</button>
      <button v-if="going" type="button" class="btn" :disabled="!picked" @click="add(going)">Add as next step</button>
    </div>
  </form>
</template>

<style scoped>
.picker {
  display: grid;
  gap: 10px;
}
.ways {
  display: flex;
  gap: 4px;
}
.el-checkbox-group {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
</style>
