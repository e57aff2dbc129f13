<script setup lang="ts">
import { computed } from 'vue';
import type { Plan } from '@crib/core/crosswalk';
import { LAYOUTS } from '@crib/core/keys';
import { layerOver, settingAfter, settingWith, type Opened } from '@crib/core/keyset';
import { canonicalText, keyboardOf } from '@crib/core/press';
import { proposer, type PressPool } from '@crib/core/reach';
import { say } from '@crib/core/words';
import KeyChip from '../../parts/KeyChip.vue';
import { useHands } from '../../composables/useHands.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import type { PlanRow } from './planRows.ts';

/** What else is to be known of a line of the plan: where its key is another's, on which layouts it fails, other free keys. */
const props = defineProps<{ plan: Plan; to: Opened; row: PlanRow; pool: PressPool }>();
const workspace = useWorkspace();
const { platform, style } = usePlace();
const { rest } = useHands();
const after = computed(() => {
  const base = props.to.setting(props.to.shipped!.id, workspace.keyboardsFor(props.to.catalogue.release.platforms));
  return settingAfter(settingWith(base, layerOver(base.weighed.stack, [])), { put: props.plan.edits, remove: [] });
});
/** Narrower places in which another command has the key, once the plan is in force. */
const hidden = computed(() => {
  const { weighed, tree, commands } = after.value;
  const found = props.row.now.flatMap((key) =>
    weighed
      .near(key)
      .filter(
        ({ held, how }) =>
          how === 'meet' &&
          held.command !== props.row.target &&
          tree.relation(props.row.context, held.context) === 'narrower',
      ),
  );
  const lines = found.map(({ held }) => ({
    place: tree.get(held.context).name,
    command: commands.get(held.command)?.label ?? '',
  }));
  return [...new Map(lines.map((one) => [`${one.place} ${one.command}`, one])).values()];
});
const unpressed = computed(() =>
  LAYOUTS.filter((layout) =>
    props.row.now.some((key) => canonicalText(key, keyboardOf(layout, platform.value)) === null),
  ),
);
/** Free keys that it could have instead, for a command that makes way. */
const others = computed(() => {
  const command = props.row.kind === 'kept' ? undefined : after.value.commands.get(props.row.target);
  if (!command) return [];
  const list = proposer(after.value, { rest: rest.value, uses: props.to.uses(), pool: props.pool }).proposals(
    command,
    props.row.context,
  );
  return list.slice(0, 4);
});
</script>

<template>
  <template v-if="row.now.length">
    <h3>In other contexts</h3>
    <p v-if="!hidden.length" class="mid">Not used by another command in a sub-context.</p>
    <p v-for="one in hidden" :key="`${one.place} ${one.command}`">In {{ one.place }} it runs {{ one.command }}.</p>
    <h3>On other layouts</h3>
    <p class="mid">
      {{
        unpressed.length
          ? `Cannot be typed on ${unpressed.map((one) => one.name).join(', ')}.`
          : `Can be typed on all ${LAYOUTS.length} layouts.`
      }}
    </p>
  </template>
  <template v-if="others.length">
    <h3>Other free shortcuts</h3>
    <p v-for="one in others" :key="one.shortcut" class="other">
      <KeyChip :shortcut="one.shortcut" :platform="platform" :how="style" />
      <span class="mid">{{ one.reasons.map((reason) => say(reason.said)).join(', ') }}</span>
    </p>
  </template>
</template>

<style scoped>
.other {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 8px;
  align-items: start;
  margin: 0;
  padding: 4px 0;
  font-size: 12.5px;
}
</style>
