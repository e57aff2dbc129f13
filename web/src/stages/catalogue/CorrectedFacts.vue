<script setup lang="ts">
import { computed } from 'vue';
import { COMMAND_FIELDS, type CommandFieldName, type FactCorrection } from '@crib/core/contract';
import { useWorkspace } from '../../stores/workspace.ts';

/** What was corrected in a sealed release: what stood there, what stands there now, when and why. */
const props = defineProps<{ what: FactCorrection['what']; subject?: number }>();
const workspace = useWorkspace();
const lines = computed(() =>
  (workspace.catalogue?.corrected ?? []).filter(
    (one) => one.what === props.what && (props.subject === undefined || one.subject === props.subject),
  ),
);
const BESIDE: Readonly<Record<string, string>> = {
  label: 'Label',
  home: 'Where it works',
  name: 'Name',
  parent: 'Parent context',
  takesText: 'Text field',
  keyPolicy: 'Key handling',
  keyset: 'Default keyset',
};
const titleOf = (field: string) => BESIDE[field] ?? COMMAND_FIELDS[field as CommandFieldName].title;
function shown(field: string, value: unknown): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (field === 'home' || field === 'parent')
    return workspace.catalogue?.contexts.find((one) => one.id === value)?.name ?? 'a context';
  if (field === 'keyset') return workspace.keyset(Number(value))?.name ?? 'another keyset';
  if (Array.isArray(value)) return value.join('; ') || 'nothing';
  return typeof value === 'string' ? value || 'nothing' : '';
}
</script>

<template>
  <template v-if="lines.length">
    <h3>Corrections</h3>
    <ul class="corrected">
      <li v-for="one in lines" :key="one.id">
        <b>{{ titleOf(one.field) ?? one.field }}</b><template v-if="one.field !== 'keyPolicy'"
          >: {{ shown(one.field, one.now) }}; previously {{ shown(one.field, one.old) }}</template
        >. {{ one.reason }} <span class="mid">{{ one.on }}, {{ one.who }}</span>
      </li>
    </ul>
  </template>
</template>

<style scoped>
.corrected {
  display: grid;
  gap: 6px;
  margin: 0;
  padding: 0;
  list-style: none;
}
</style>
