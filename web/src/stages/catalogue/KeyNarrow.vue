<script setup lang="ts">
import { ref } from 'vue';
import { writeStored, type Platform } from '@crib/core/keys';
import { keyAtCode } from '@crib/core/press';
import { useWorkspace } from '../../stores/workspace.ts';
import { usePlace } from '../../composables/usePlace.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** Narrowing by what is held and by key. It asks for the counts only while a list is open: they change with every letter typed. */
defineProps<{
  counts: { readonly modifiers: () => readonly [string, number][]; readonly keys: () => readonly [string, number][] };
  platform: Platform;
}>();
const workspace = useWorkspace();
const { route, kept } = usePlace();
const listed = ref(false);
const held = kept('held');
const key = kept('key');

/** A key by what is printed on it, where that is a key at all. */
function nameOf(code: string, platform: Platform): string {
  if (/(Click|Drag|Wheel|Swipe|Pinch|Rotate)/.test(code) || code.startsWith('tap')) return code;
  return writeStored({
    strokes: [{ kind: 'key', modifiers: [], key: keyAtCode(code, workspace.keyboardOn(platform)) }],
    manner: 'pressed',
  });
}
</script>

<template>
  <FormField class="pick" label="Modifiers"
    ><SelectField
      v-model="held"
      size="small"
      label="Filter by modifiers"
      placeholder="any"
      @visible-change="(open: boolean) => (listed = open)"
      :choices="[
        { value: '', label: 'any' },
        ...(listed ? counts.modifiers() : held ? ([[held, '']] as const) : []).map(([name, count]) => ({
          value: name,
          label: [name, count].filter(Boolean).join(', '),
        })),
      ]"
  /></FormField>
  <FormField class="pick" label="Key"
    ><SelectField
      v-model="key"
      size="small"
      label="Filter by key"
      placeholder="any"
      filterable
      @visible-change="(open: boolean) => (listed = open)"
      :choices="[
        { value: '', label: 'any' },
        ...(listed ? counts.keys() : key ? ([[key, '']] as const) : []).map(([code, count]) => ({
          value: code,
          label: [nameOf(code, platform), count].filter(Boolean).join(', '),
        })),
      ]"
  /></FormField>
  <RouterLink v-if="key" class="btn plain" :to="{ name: 'key', params: { code: key }, query: route.query }"
    >All shortcuts on this key</RouterLink
  >
</template>

<style scoped>
.btn {
  margin-top: 8px;
}
</style>
