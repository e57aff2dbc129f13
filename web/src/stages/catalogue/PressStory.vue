<script setup lang="ts">
import { computed } from 'vue';
import { keyOfPress } from '@crib/core/keyset';
import { canonicalOn, pressesText } from '@crib/core/press';
import KeyChip from '../../parts/KeyChip.vue';
import KeyPicker from '../../parts/KeyPicker.vue';
import type { Shown } from '../../words/chips.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';

/** What a press does in every context and keyset. */
const props = defineProps<{ press: string; how: Shown }>();
const workspace = useWorkspace();
const { route, set, platform } = usePlace();

const keyboard = computed(() => workspace.keyboardOn(platform.value));
const made = computed(() => (props.press ? canonicalOn(props.press, keyboard.value) : null));
const keysets = computed(() =>
  (workspace.catalogue?.keysets ?? []).map((keyset) => {
    const found = made.value ? workspace.weighedOf(keyset.id).answering(made.value, keyboard.value) : [];
    const lines = found
      .map(({ held, whole }) => ({
        whole,
        shortcut: held.shortcut,
        label: workspace.commands.get(held.command)?.label ?? '',
        name: workspace.commands.get(held.command)?.name ?? '',
        place: workspace.tree!.path(held.context),
        depth: workspace.tree!.depth(held.context),
      }))
      .sort((a, b) => a.depth - b.depth || a.label.localeCompare(b.label));
    return { id: keyset.id, name: keyset.name, lines };
  }),
);
</script>

<template>
  <template v-if="press">
    <h2>Used by</h2>
    <p class="under">{{ made ? 'in every context and keyset' : 'Cannot be typed on the selected layout.' }}</p>
    <p><KeyChip :shortcut="press" :platform="platform" :how="how" large /></p>
    <template v-for="keyset in keysets" :key="keyset.id">
      <h3>{{ keyset.name }}</h3>
      <p v-if="keyset.lines.length === 0" class="mid">free everywhere</p>
      <div v-for="line in keyset.lines" :key="`${line.name} ${line.place} ${line.shortcut}`" class="pair">
        <span
          ><button type="button" class="btn plain" @click="set({ row: line.name })">{{ line.label }}</button>
          <small class="mid">{{ line.place }}</small></span
        >
        <KeyChip v-if="!line.whole" :shortcut="line.shortcut" :platform="platform" :how="how" />
      </div>
    </template>
    <div v-if="made" class="actions">
      <RouterLink
        class="btn"
        :to="{
          name: 'key',
          params: { code: keyOfPress(pressesText(made)) },
          query: { ...route.query, press: undefined },
        }"
        >All shortcuts on this key</RouterLink
      >
    </div>
    <h3>Choose another shortcut</h3>
  </template>
  <template v-else>
    <h3>Choose keys from a list</h3>
    <p class="under">For shortcuts your browser or system intercepts, or if you have no keyboard.</p>
  </template>
  <KeyPicker :platform="platform" :going="press" @pick="(stored) => set({ press: stored, q: '', row: '' })" />
</template>

<style scoped>
.pair > span:first-child {
  text-align: left;
}
small {
  display: block;
}
</style>
