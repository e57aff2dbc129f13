<script setup lang="ts">
import { computed } from 'vue';
import type { Platform } from '@crib/core/keys';
import type { Shown } from '../words/chips.ts';
import type { ContextTree } from '@crib/core/catalogue';
import type { Command } from '@crib/core/contract';
import KeyChip from './KeyChip.vue';
import type { LedgerColumn } from './ledger.ts';

/** What a command has in a column: chips, or the word that stands in their place. */
const props = defineProps<{
  command: Command;
  column: LedgerColumn;
  platform: Platform;
  how: Shown;
  tree: ContextTree;
}>();
const cell = computed(() => props.column.cell(props.command));
/** A column of another release has places of its own. */
const places = computed(() => props.column.tree ?? props.tree);

/** Where a shortcut works, said only when that is not where the command is at home. */
function elsewhere(contexts: readonly number[]): string {
  if (contexts.length === 1 && contexts[0] === props.command.home) return '';
  return contexts.map((id) => places.value.get(id).name).join(', ');
}
</script>

<template>
  <span v-if="cell.word === 'cleared'" class="dashed cleared">no shortcut</span>
  <span v-else-if="cell.word === 'none'" class="none">none</span>
  <span v-else-if="cell.word === 'not there'" class="none">not available</span>
  <template v-for="chip in cell.chips" v-else :key="chip.shortcut">
    <KeyChip :shortcut="chip.shortcut" :platform="column.platform ?? platform" :how="how" :state="chip.state" />
    <small v-if="elsewhere(chip.contexts)" class="where">{{ elsewhere(chip.contexts) }}</small>
  </template>
  <small v-if="cell.says" class="says">{{ cell.says }}</small>
  <small v-if="cell.blockedIn.length" class="where"
    >not in {{ cell.blockedIn.map((id) => places.get(id).name).join(', ') }}</small
  >
</template>

<style scoped>
.says {
  overflow: hidden;
  color: var(--flag-ink);
  font-size: 12px;
  text-overflow: ellipsis;
}
.none,
.where {
  color: var(--mid);
}
.where {
  overflow: hidden;
  font-size: 11.5px;
  text-overflow: ellipsis;
}
.dashed.cleared {
  border-color: var(--flag) !important;
  color: var(--flag-ink);
}
</style>
