<script setup lang="ts">
import { computed } from 'vue';
import type { Platform } from '@crib/core/keys';
import { consequences, type Change, type Setting } from '@crib/core/keyset';
import { show, type Shown } from '../../parts/chips.ts';

/** What a change of several edits would do: each edit in a line, then what follows from all of them together. */
const props = defineProps<{ setting: Setting; change: Change; platform: Platform; how: Shown }>();
const outcome = computed(() => consequences(props.setting, props.change));
const label = (command: number) => props.setting.commands.get(command)?.label ?? 'a command that is gone';
const lines = computed(() => [
  ...props.change.put.map((edit) => ({
    key: `${edit.command} ${edit.context} ${edit.platform}`,
    label: label(edit.command),
    does: edit.shortcuts.length
      ? edit.shortcuts.map((one) => show(one, props.platform, props.how)).join(' or ')
      : 'cleared',
    where: edit.platform ? `, ${edit.platform}` : '',
  })),
  ...props.change.remove.map((place) => ({
    key: `${place.command} ${place.context} ${place.platform}`,
    label: label(place.command),
    does: 'as below',
    where: '',
  })),
]);
const MOST = 60;
</script>

<template>
  <h3>{{ lines.length }} edits</h3>
  <div v-for="line in lines.slice(0, MOST)" :key="line.key" class="pair">
    <span>{{ line.label }}</span><span class="figures">{{ line.does }}{{ line.where }}</span>
  </div>
  <p v-if="lines.length > MOST" class="mid">and {{ lines.length - MOST }} more</p>
  <h3>What follows</h3>
  <ul class="follows" aria-live="polite">
    <li v-for="one in outcome.refusals" :key="one.sentence">
      <b class="no" aria-hidden="true">■</b>{{ one.sentence }}
    </li>
    <li v-for="one in outcome.consequences.slice(0, MOST)" :key="one.sentence">
      <b class="no" aria-hidden="true">△</b>{{ one.sentence }}
    </li>
    <li v-if="!outcome.refusals.length && !outcome.consequences.length">
      <b class="ok" aria-hidden="true">○</b>Nobody loses a key by it
    </li>
  </ul>
</template>

<style scoped>
.follows {
  margin: 0;
  padding: 0;
  list-style: none;
}
.follows li {
  margin-bottom: 4px;
  line-height: 1.35;
}
.follows b {
  margin-right: 8px;
}
.ok {
  color: var(--tide);
}
.no {
  color: var(--flag);
}
</style>
