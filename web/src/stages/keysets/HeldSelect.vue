<script setup lang="ts">
import type { Platform } from '@crib/core/keys';
import { HELD_CHOICES, heldName } from './modifiers.ts';

/** Chooses the modifiers that a run of keys is held with, or one thing more. */
defineProps<{ platform: Platform; label?: string; also?: string; alsoSays?: string }>();
const held = defineModel<string>({ required: true });
</script>

<template>
  <ElSelect v-model="held" size="small" :aria-label="label ?? 'Modifiers to hold'">
    <ElOption v-if="also !== undefined" :value="also" :label="alsoSays ?? also" />
    <ElOption v-for="one in HELD_CHOICES" :key="one" :value="one" :label="heldName(one, platform)" />
  </ElSelect>
</template>
