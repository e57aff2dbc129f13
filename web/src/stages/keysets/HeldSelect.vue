<script setup lang="ts">
import type { Platform } from '@crib/core/keys';
import { HELD_CHOICES, heldName } from './modifiers.ts';
import SelectField from '../../parts/SelectField.vue';

/** Chooses the modifiers that a run of keys is held with, or one thing more. */
defineProps<{ platform: Platform; label?: string; also?: string; alsoSays?: string }>();
const held = defineModel<string>({ required: true });
</script>

<template>
  <SelectField
    v-model="held"
    size="small"
    :label="label ?? 'Modifiers'"
    :choices="[
      also === undefined ? null : { value: also, label: alsoSays ?? also },
      ...HELD_CHOICES.map((one) => ({ value: one, label: heldName(one, platform) })),
    ]"
  />
</template>
