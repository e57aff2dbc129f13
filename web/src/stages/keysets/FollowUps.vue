<script setup lang="ts">
import { computed } from 'vue';
import type { Platform } from '@crib/core/keys';
import type { FollowUp, Setting } from '@crib/core/keyset';
import { show, type Shown } from '../../words/chips.ts';
import { useProposals } from './useProposals.ts';

/** Taking a press from its owner, and what becomes of the owner: one keystroke does both. */
const props = defineProps<{
  setting: Setting;
  owner: { readonly command: number; readonly context: number };
  /** The press that is taken. */
  taken: string;
  /** What the command has now, to swap. */
  own: string | null;
  platform: Platform;
  how: Shown;
  disabled: boolean;
}>();
const emit = defineEmits<{ follow: [up: FollowUp] }>();
const { proposalsFor } = useProposals(computed(() => props.setting));

const name = computed(() => props.setting.commands.get(props.owner.command)?.label ?? '');
const written = (stored: string) => show(stored, props.platform, props.how);
const choices = computed(() => {
  const best = proposalsFor(props.owner.command, props.owner.context, 3).find((one) => one.shortcut !== props.taken);
  const list: { says: string; up: FollowUp }[] = [];
  if (best)
    list.push({
      says: `Reassign it; give ${name.value} ${written(best.shortcut)}`,
      up: { kind: 'give', shortcut: best.shortcut },
    });
  if (props.own) list.push({ says: `Swap: ${name.value} gets ${written(props.own)}`, up: { kind: 'swap' } });
  list.push({ says: `Reassign it; ${name.value} gets no shortcut`, up: { kind: 'leave' } });
  return list;
});
function onKey(event: KeyboardEvent) {
  const choice = choices.value[Number(event.key) - 1];
  if (!choice || event.ctrlKey || event.altKey || event.metaKey || props.disabled) return;
  event.preventDefault();
  emit('follow', choice.up);
}
</script>

<template>
  <div class="ups" role="group" aria-label="The command that has it now" @keydown="onKey">
    <button
      v-for="(choice, at) in choices"
      :key="choice.says"
      type="button"
      class="btn up"
      :class="{ primary: at === 0 }"
      :disabled="disabled"
      @click="emit('follow', choice.up)"
    >
      <kbd aria-hidden="true">{{ at + 1 }}</kbd>{{ choice.says }}
    </button>
  </div>
</template>

<style scoped>
.ups {
  display: grid;
  gap: 4px;
  margin-top: 10px;
}
.up.btn:not(.plain) {
  display: grid;
  grid-template-columns: 18px 1fr;
  height: auto;
  min-height: 30px;
  padding-block: 4px;
  align-items: center;
  line-height: 1.25;
  text-align: left;
  white-space: normal;
}
kbd {
  font: 600 12px var(--mono);
}
</style>
