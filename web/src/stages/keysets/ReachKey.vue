<script setup lang="ts">
import { computed } from 'vue';
import type { Keyset } from '@crib/core/contract';
import { roomIn, type Rest, type RoomCell } from '@crib/core/reach';
import type { Keyboard } from '@crib/core/press';
import KeyChip from '../../parts/KeyChip.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import GivePress from './GivePress.vue';

/** A key of the chart: who has it with each modifier, and its free presses, one of which a command can be given. */
const props = defineProps<{ keyset: Keyset; code: string; keyboard: Keyboard; rest: Rest }>();
const workspace = useWorkspace();
const { kept, platform, style, luggage } = usePlace();
/** The press that would be given; the first free one unless another was chosen. */
const asked = kept('give');
const cells = computed(() => {
  const { weighed, takers, tree } = workspace.settingOf(props.keyset.id);
  const { keyboard, rest, code } = props;
  return roomIn({ weighed, takers, tree, keyboard, rest, codes: [code] })(tree.root.id).rows.flatMap(
    (row) => row.cells,
  );
});
const free = computed(() => cells.value.filter((cell) => cell.state === 'free'));
const given = computed(() => free.value.find((cell) => cell.press === asked.value) ?? free.value[0] ?? null);
const holders = (cell: RoomCell) =>
  [...new Set(cell.by.map((held) => workspace.commands.get(held.command)?.label ?? ''))].slice(0, 3).join(', ');
</script>

<template>
  <h2>The key <KeyChip v-if="cells[0]" :shortcut="cells[0].shortcut" :platform="platform" :how="style" /></h2>
  <p class="under">{{ free.length }} of {{ cells.length }} combinations are free</p>
  <div v-for="cell in cells.filter((one) => one.by.length || one.taker)" :key="cell.press" class="pair">
    <KeyChip :shortcut="cell.shortcut" :platform="platform" :how="style" />
    <span>{{ holders(cell) || cell.taker }}</span>
  </div>
  <template v-if="given">
    <h3>Free</h3>
    <div class="free" role="group" aria-label="Free combinations">
      <button
        v-for="cell in free"
        :key="cell.press"
        type="button"
        :aria-pressed="cell.press === given.press"
        @click="asked = cell.press"
      >
        <KeyChip :shortcut="cell.shortcut" :platform="platform" :how="style" />
      </button>
    </div>
    <GivePress :shortcut="given.shortcut" :context="workspace.tree!.root.id" />
  </template>
  <div class="actions">
    <RouterLink class="btn" :to="{ name: 'key', params: { code }, query: luggage }"
      >All shortcuts on this key</RouterLink
    >
  </div>
</template>

<style scoped>
.actions {
  margin-bottom: 20px;
}
.free {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.free button {
  padding: 3px 4px;
  border: 0;
  border-bottom: 2px solid transparent;
  background: none;
  cursor: pointer;
}
.free button[aria-pressed='true'] {
  border-bottom-color: var(--tide);
}
</style>
