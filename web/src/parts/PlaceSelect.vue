<script setup lang="ts">
import { computed } from 'vue';
import { useWorkspace } from '../stores/workspace.ts';
import SelectField from './SelectField.vue';

/** Chooses a place where shortcuts work, or several, by path. */
const { not } = defineProps<{
  label: string;
  size?: 'small';
  multiple?: boolean;
  most?: number;
  not?: (id: number) => boolean;
}>();
const place = defineModel<number | number[]>({ required: true });
const workspace = useWorkspace();
const choices = computed(() =>
  (workspace.tree?.inOrder ?? []).flatMap(({ id }) =>
    not?.(id) ? [] : [{ value: id, label: workspace.tree!.path(id) }],
  ),
);
</script>

<template>
  <SelectField
    v-model="place"
    :size="size ?? 'default'"
    :multiple="multiple ?? false"
    :multiple-limit="most ?? 0"
    collapse-tags
    :label="label"
    :choices="choices"
  />
</template>
