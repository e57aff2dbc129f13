<script setup lang="ts">
import { computed } from 'vue';
import { useWorkspace } from '../../stores/workspace.ts';

/** Chooses the keyset that stands beside the one in hand. */
const props = defineProps<{ besides: number }>();
const other = defineModel<number | null>({ required: true });
const workspace = useWorkspace();
const others = computed(() => (workspace.catalogue?.keysets ?? []).filter((one) => one.id !== props.besides));
</script>

<template>
  <ElSelect v-model="other" size="small" aria-label="The other keyset">
    <ElOption v-for="one in others" :key="one.id" :value="one.id" :label="one.name" />
  </ElSelect>
</template>
