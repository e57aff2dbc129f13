<script setup lang="ts">
import { useWorkspace } from '../../stores/workspace.ts';

/** Which keysets are the columns of the ledger. */
const workspace = useWorkspace();
const ids = defineModel<number[]>({ required: true });
</script>

<template>
  <label
    >Columns
    <ElSelect v-model="ids" size="small" multiple collapse-tags aria-label="Columns" style="width: 190px">
      <ElOption
        v-for="keyset in workspace.catalogue?.keysets ?? []"
        :key="keyset.id"
        :value="keyset.id"
        :label="keyset.name"
      />
    </ElSelect>
  </label>
</template>
