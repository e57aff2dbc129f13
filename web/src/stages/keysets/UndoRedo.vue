<script setup lang="ts">
import { toRef } from 'vue';
import { useEventListener } from '@vueuse/core';
import type { CustomKeyset } from '@crib/core/contract';
import type { Steps } from '@crib/core/keyset';
import { useChange } from './useChange.ts';

/** Takes the last change of a keyset back, and makes it again; Ctrl+Z and Ctrl+Y where no text is being written. */
const props = defineProps<{ keyset: CustomKeyset; next: Steps & { readonly known: boolean } }>();
const keyset = toRef(props, 'keyset');
const { problems, busy, said, step } = useChange(keyset);

const nothing = (kind: 'undo' | 'redo') => props.next.known && props.next[kind] === null;
function onKey(event: KeyboardEvent) {
  const target = event.target as HTMLElement;
  if (target.closest('input, textarea, [role="application"], [contenteditable]') || event.defaultPrevented) return;
  if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
  const key = event.key.toLowerCase();
  const kind = key === 'z' && !event.shiftKey ? 'undo' : key === 'y' || (key === 'z' && event.shiftKey) ? 'redo' : null;
  if (!kind || nothing(kind) || busy.value) return;
  event.preventDefault();
  void step(kind);
}
useEventListener('keydown', onKey);
</script>

<template>
  <span class="said" role="status">{{ problems[0]?.sentence ?? said }}</span>
  <button type="button" class="btn" :disabled="busy || nothing('undo')" @click="step('undo')">Undo</button>
  <button type="button" class="btn" :disabled="busy || nothing('redo')" @click="step('redo')">Redo</button>
</template>

<style scoped>
.said {
  align-self: center;
  max-width: 190px;
  font-size: 12.5px;
}
</style>
