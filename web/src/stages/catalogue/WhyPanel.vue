<script setup lang="ts">
import PlaceSelect from '../../parts/PlaceSelect.vue';
import { computed, ref, watch } from 'vue';
import { say } from '@crib/core/words';
import { whyNothing, type UserState } from '@crib/core/keyset';
import type { Command, Keyset } from '@crib/core/contract';
import { show } from '../../words/chips.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** Why doesn’t my shortcut work? The checks in order, for a command in a keyset. */
const props = defineProps<{ command: Command; keyset: Keyset }>();
const workspace = useWorkspace();
const { platform } = usePlace();
const active = ref<number[]>([]);
const state = ref<UserState>('none');
const shortcut = ref('');
const has = computed(() => [
  ...new Set(
    workspace
      .effectiveOf(props.keyset.id, platform.value)
      .of(props.command.id)
      .map((held) => held.shortcut),
  ),
]);
watch(
  () => [props.command.id, props.keyset.id, platform.value],
  () => {
    active.value = [props.command.home];
    shortcut.value = has.value[0] ?? '';
  },
  { immediate: true },
);
const policy = computed(() => workspace.catalogue!.app.keyPolicy);
const steps = computed(() =>
  shortcut.value && active.value.length
    ? whyNothing({
        scene: {
          weighed: workspace.weighedOf(props.keyset.id),
          tree: workspace.tree!,
          policy: policy.value,
          decides: workspace.opened!.decides,
          keyboard: workspace.keyboardOn(platform.value),
          active: active.value,
          state: state.value,
        },
        policy: policy.value,
        systemKeys: workspace.catalogue!.systemKeys,
        shortcut: shortcut.value,
        command: props.command,
        label: (id) => workspace.commands.get(id)?.label ?? '',
        named: (name) => workspace.byName.get(name)?.label,
      })
    : [],
);
const MARKS = { fine: '○', look: '◇', cause: '△' } as const;
const WORDS = { fine: 'fine', look: 'check this', cause: 'likely cause' } as const;
</script>

<template>
  <h3>Why doesn’t my shortcut work?</h3>
  <p v-if="has.length === 0" class="mid">It has no shortcut in {{ keyset.name }}.</p>
  <template v-else>
    <FormField class="ask" label="Shortcut"
      ><SelectField
        v-model="shortcut"
        size="small"
        label="Shortcut"
        :choices="has.map((one) => ({ value: one, label: show(one, platform) }))"
    /></FormField>
    <FormField class="ask" label="Active context"
      ><PlaceSelect v-model="active" size="small" multiple label="Active context"
    /></FormField>
    <FormField v-if="policy.rootOnly || policy.diverted" class="ask" label="State"
      ><SelectField
        v-model="state"
        size="small"
        label="Program state"
        :choices="[
          { value: 'none', label: 'normal' },
          policy.rootOnly ? { value: 'root only', label: policy.rootOnly } : null,
          policy.diverted ? { value: 'diverted', label: policy.diverted } : null,
        ]"
    /></FormField>
    <ol class="steps" aria-live="polite">
      <li v-for="step in steps" :key="step.check" :class="step.verdict">
        <b aria-hidden="true">{{ MARKS[step.verdict] }}</b><span
          >{{ say(step.said) }} <small v-if="step.verdict !== 'fine'">{{ WORDS[step.verdict] }}</small></span
        >
      </li>
    </ol>
  </template>
</template>

<style scoped>
.ask {
  display: grid;
  grid-template-columns: 52px 1fr;
  align-items: center;
  margin-bottom: 6px;
  color: var(--mid);
  font-size: 12.5px;
}
.steps {
  margin: 8px 0 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 18px 1fr;
  margin-bottom: 4px;
}
li b {
  color: var(--tide);
}
.look b {
  color: var(--sun);
}
.cause {
  background: var(--flag-wash);
  color: var(--flag-ink);
}
.cause b {
  color: var(--flag);
}
small {
  font-weight: 700;
}
</style>
