<script setup lang="ts">
import { computed } from 'vue';
import type { Platform } from '@crib/core/keys';
import { consequences, type Change, type Setting } from '@crib/core/keyset';
import { counted } from '@crib/core/words';
import WhatFollows from './WhatFollows.vue';
import { show, type Shown } from '../../words/chips.ts';

/** What a change of several edits would do: each edit in a line, then what follows from all of them together. */
const props = defineProps<{ setting: Setting; change: Change; platform: Platform; how: Shown }>();
const outcome = computed(() => consequences(props.setting, props.change));
const label = (command: number) => props.setting.commands.get(command)?.label ?? 'deleted command';
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
    does: 'inherited',
    where: '',
  })),
]);
const MOST = 60;
</script>

<template>
  <h3>{{ counted(lines.length, 'edit') }}</h3>
  <div v-for="line in lines.slice(0, MOST)" :key="line.key" class="pair">
    <span>{{ line.label }}</span><span class="figures">{{ line.does }}{{ line.where }}</span>
  </div>
  <p v-if="lines.length > MOST" class="mid">and {{ lines.length - MOST }} more</p>
  <WhatFollows :outcome="outcome"><template #free>No other command is affected</template></WhatFollows>
</template>
