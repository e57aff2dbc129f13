<script setup lang="ts">
import { computed } from 'vue';
import { useWorkspace } from '../../stores/workspace.ts';
import SelectField from '../../parts/SelectField.vue';

/** Chooses the keyset that stands beside the one in hand. */
const props = defineProps<{ besides: number }>();
const other = defineModel<number | null>({ required: true });
const workspace = useWorkspace();
const others = computed(() => (workspace.catalogue?.keysets ?? []).filter((one) => one.id !== props.besides));
</script>

<template>
  <SelectField
    v-model="other"
    size="small"
    label="Other keyset"
    :choices="others.map((one) => ({ value: one.id, label: one.name }))"
  />
</template>
