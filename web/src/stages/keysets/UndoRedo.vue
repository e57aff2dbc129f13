<script setup lang="ts">
import { onBeforeUnmount, onMounted, toRef } from 'vue';
import type { CustomKeyset } from '@crib/core/contract';
import { useChange } from './useChange.ts';
import { useHistory } from './useHistory.ts';

/** Takes the last change of a keyset back, and makes it again; Ctrl+Z and Ctrl+Y where no text is being written. */
const props = defineProps<{ keyset: CustomKeyset }>();
const keyset = toRef(props, 'keyset');
const { problems, busy, said, step } = useChange(keyset);
const { next } = useHistory(keyset);

function onKey(event: KeyboardEvent) {
  const target = event.target as HTMLElement;
  if (target.closest('input, textarea, [role="application"], [contenteditable]') || event.defaultPrevented) return;
  if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
  const key = event.key.toLowerCase();
  const kind = key === 'z' && !event.shiftKey ? 'undo' : key === 'y' || (key === 'z' && event.shiftKey) ? 'redo' : null;
  if (!kind || next.value[kind] === null || busy.value) return;
  event.preventDefault();
  void step(kind);
}
onMounted(() => window.addEventListener('keydown', onKey));
onBeforeUnmount(() => window.removeEventListener('keydown', onKey));
</script>

<template>
  <span class="said" role="status">{{ problems[0]?.sentence ?? said }}</span>
  <button type="button" class="btn" :disabled="busy || next.undo === null" @click="step('undo')">Undo</button>
  <button type="button" class="btn" :disabled="busy || next.redo === null" @click="step('redo')">Redo</button>
</template>

<style scoped>
.said {
  align-self: center;
  max-width: 190px;
  font-size: 12.5px;
}
</style>
