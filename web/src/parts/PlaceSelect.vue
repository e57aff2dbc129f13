<script setup lang="ts">
import { useWorkspace } from '../stores/workspace.ts';

/** Chooses a place where shortcuts work, or several, by path. */
defineProps<{ label: string; size?: 'small'; multiple?: boolean; most?: number; not?: (id: number) => boolean }>();
const place = defineModel<number | number[]>({ required: true });
const workspace = useWorkspace();
</script>

<template>
  <ElSelect
    v-model="place"
    :size="size ?? 'default'"
    :multiple="multiple ?? false"
    :multiple-limit="most ?? 0"
    collapse-tags
    :aria-label="label"
  >
    <template v-for="one in workspace.tree?.inOrder ?? []" :key="one.id">
      <ElOption v-if="!not?.(one.id)" :value="one.id" :label="workspace.tree!.path(one.id)" />
    </template>
  </ElSelect>
</template>
