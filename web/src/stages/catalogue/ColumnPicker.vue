<script setup lang="ts">
import { useWorkspace } from '../../stores/workspace.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** Which keysets are the columns of the ledger. */
const workspace = useWorkspace();
const ids = defineModel<number[]>({ required: true });
</script>

<template>
  <FormField label="Columns"
    ><SelectField
      v-model="ids"
      size="small"
      multiple
      collapse-tags
      style="width: 190px"
      :choices="(workspace.catalogue?.keysets ?? []).map((keyset) => ({ value: keyset.id, label: keyset.name }))"
  /></FormField>
</template>
