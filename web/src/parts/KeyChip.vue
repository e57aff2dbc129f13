<script setup lang="ts">
import { computed } from 'vue';
import type { Platform } from '@crib/core/keys';
import type { ChipState } from '@crib/core/keyset';
import { chipTexts, type Shown } from '../words/chips.ts';

/** A shortcut as card-corner chips, one a stroke; its state is told by form and words, not by colour alone. */
const props = defineProps<{
  shortcut: string;
  platform: Platform;
  how?: Shown;
  state?: ChipState;
  large?: boolean;
}>();
const SAYS: Partial<Record<ChipState, string>> = {
  yours: 'yours',
  fixed: 'fixed',
  'new here': 'new',
  'new meaning': 'runs another command now',
};
const says = computed(() => props.state && SAYS[props.state]);
const written = computed(() => chipTexts(props.shortcut, props.platform, props.how ?? 'words'));
</script>

<template>
  <span class="keys" :class="{ large }">
    <kbd
      v-for="(stroke, index) in written.strokes"
      :key="index"
      class="chip"
      :class="[state?.replace(' ', '-'), { impossible: written.impossible }]"
      :title="written.impossible ? 'cannot be typed on the selected layout' : undefined"
      >{{ stroke }}</kbd
    >
    <span v-if="written.manner" class="manner">{{ written.manner }}</span>
    <span v-if="written.impossible" class="sr-only">, cannot be typed on the selected layout</span>
    <span v-if="says" class="sr-only">, {{ says }}</span>
  </span>
</template>

<style>
.keys {
  display: inline-flex;
  flex: none;
  align-items: center;
  gap: 5px;
}
.chip {
  display: inline-block;
  vertical-align: middle;
  height: 21px;
  padding: 0 8px 0 7px;
  background: var(--key);
  clip-path: polygon(0 0, calc(100% - 5px) 0, 100% 5px, 100% 100%, 0 100%);
  color: var(--ink);
  font: 560 12.5px/20px var(--mono);
  white-space: nowrap;
}
.chip.yours {
  background: var(--ink);
  color: var(--paper);
}
.chip.fixed {
  background: none;
  box-shadow: inset 0 0 0 1.5px var(--mid);
  clip-path: none;
  color: var(--mid);
}
.chip.new-here {
  background: var(--sun-wash);
  box-shadow: inset 0 -2px 0 var(--sun-line);
  color: var(--sun-ink);
}
.chip.new-meaning {
  background: var(--flag-wash);
  box-shadow: inset 0 -2px 0 var(--flag);
  color: var(--flag-ink);
}
.chip.impossible {
  text-decoration: line-through;
  text-decoration-thickness: 1.5px;
}
.manner {
  color: var(--mid);
  font: 400 12px var(--mono);
}
.keys.large .chip {
  height: 34px;
  padding: 0 13px;
  font-size: 20px;
  line-height: 33px;
}
</style>
