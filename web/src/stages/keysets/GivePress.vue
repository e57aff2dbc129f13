<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import GiveTo from './GiveTo.vue';
import SelectField from '../../parts/SelectField.vue';

/** Gives a press to a command that is chosen here, in the custom keyset in hand. */
const props = defineProps<{ shortcut: string; context: number }>();
const workspace = useWorkspace();
const { customInHand: keyset } = usePlace();
const chosen = ref<number | null>(null);
watch(
  () => props.shortcut,
  () => (chosen.value = null),
);
const command = computed(() => (chosen.value === null ? null : (workspace.commands.get(chosen.value) ?? null)));
const choices = computed(() => (workspace.catalogue?.commands ?? []).filter((one) => !one.fixed));
</script>

<template>
  <template v-if="keyset">
    <h3>Assign to a command</h3>
    <SelectField
      v-model="chosen"
      filterable
      label="Command"
      placeholder="search commands"
      size="small"
      :choices="choices.map((one) => ({ value: one.id, label: one.label }))"
    />
    <GiveTo
      v-if="command"
      class="to"
      :keyset="keyset"
      :command="command"
      :shortcut="shortcut"
      :context="context"
      :after="() => (chosen = null)"
    />
  </template>
</template>

<style scoped>
.to {
  margin-top: 8px;
}
</style>
