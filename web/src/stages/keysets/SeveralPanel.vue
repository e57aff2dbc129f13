<script setup lang="ts">
import { computed, ref, toRef, watch } from 'vue';
import type { Modifier, Platform } from '@crib/core/keys';
import { moveRun, type Change } from '@crib/core/keyset';
import type { Reason } from '@crib/core/reach';
import { counted, say } from '@crib/core/words';
import type { Command, CustomKeyset, Edit } from '@crib/core/contract';
import KeyChip from '../../parts/KeyChip.vue';
import ProblemList from '../../parts/ProblemList.vue';
import type { Shown } from '../../words/chips.ts';
import { layoutsInHand } from '../../composables/in-hand.ts';
import { useHands } from '../../composables/useHands.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import ChangeReview from './ChangeReview.vue';
import HeldSelect from './HeldSelect.vue';
import { useChange } from './useChange.ts';
import { useReassign } from './useReassign.ts';
import FormField from '../../parts/FormField.vue';

/** Editing several commands together: each way is looked at row by row, then made in one step. */
const props = defineProps<{ keyset: CustomKeyset; commands: readonly Command[]; platform: Platform; how: Shown }>();
const workspace = useWorkspace();
const { luggage } = usePlace();
const { rest } = useHands();
const change = useChange(toRef(props, 'keyset'));
const { problems, busy, said } = change;
const reassign = useReassign();

type Way = 'clear' | 'put back' | 'modifiers' | 'find';
const way = ref<Way>('modifiers');
const held = ref('Shift');
const reason = ref('');
const ids = computed(() => props.commands.map((one) => one.id));
const platforms = computed(() => workspace.catalogue!.release.platforms);
watch(
  () => [ids.value.join(), way.value],
  () => {
    problems.value = [];
    reassign.stop();
    reassign.found.value = null;
  },
);

/** Where a command has keys on any platform; where it is at home, if it has none. */
const placesOf = (command: Command) => {
  const all = platforms.value.flatMap((on) =>
    workspace
      .effectiveOf(props.keyset.id, on)
      .of(command.id)
      .map((one) => one.context),
  );
  return all.length ? [...new Set(all)] : [command.home];
};
const plain = { platform: null, memoryAid: '' };
const made = computed<Change>(() => {
  const free = props.commands.filter((one) => !one.fixed);
  if (way.value === 'clear')
    return {
      put: free.flatMap((one) =>
        placesOf(one).map((context): Edit => ({
          ...plain,
          command: one.id,
          context,
          action: 'clear',
          shortcuts: [],
          reason: reason.value,
        })),
      ),
      remove: [],
    };
  if (way.value === 'put back') {
    const mine = props.keyset.edits.filter((edit) => ids.value.includes(edit.command));
    return { put: [], remove: mine.map(({ command, context, platform }) => ({ command, context, platform })) };
  }
  if (way.value === 'modifiers') {
    const to = { by: 'modifiers' as const, held: held.value.split('+').filter(Boolean) as Modifier[] };
    return moveRun(change.setting.value, { members: free.map((one) => one.id), to, reason: reason.value }).change;
  }
  const { found } = reassign;
  return {
    put: (found.value?.wishes ?? []).flatMap((wish, at): Edit[] => {
      const given = found.value!.answer.given[at];
      return given
        ? [
            {
              ...plain,
              ...wish,
              action: 'set',
              shortcuts: [given.shortcut],
              reason: reason.value || told(given.reasons),
            },
          ]
        : [];
    }),
    remove: [],
  };
});
const told = (reasons: readonly Reason[]) => reasons.map((one) => say(one.said)).join(', ');
const lost = computed(() => reassign.found.value?.answer.given.filter((one) => !one).length ?? 0);
function find() {
  const wishes = props.commands.filter((one) => !one.fixed).map((one) => ({ command: one.id, context: one.home }));
  reassign.find(
    props.keyset.id,
    wishes,
    rest.value,
    layoutsInHand.value.map((one) => one.id),
  );
}
const SAID: Record<Way, string> = {
  clear: 'Shortcuts removed.',
  'put back': 'Edits reset.',
  modifiers: 'Modifiers changed.',
  find: 'Shortcuts set.',
};
</script>

<template>
  <h2>Edit {{ commands.length }} commands</h2>
  <p class="under">Saved and undone as one change.</p>
  <div class="ways" role="radiogroup" aria-label="Action">
    <label
      v-for="[value, name] in [
        ['modifiers', 'Change modifiers'],
        ['clear', 'Remove shortcuts'],
        ['put back', 'Reset'],
        ['find', 'Find the best free shortcuts'],
      ] as const"
      :key="value"
    >
      <input v-model="way" type="radio" name="way" :value="value" />{{ name }}
    </label>
  </div>
  <FormField v-if="way === 'modifiers'" class="pick" label="Modifiers"
    ><HeldSelect v-model="held" :platform="platform"
  /></FormField>
  <template v-if="way === 'find'">
    <div class="actions">
      <button v-if="!reassign.busy.value" type="button" class="btn" @click="find">Find shortcuts</button>
      <button v-else type="button" class="btn" @click="reassign.stop()">Stop searching</button>
    </div>
    <p role="status">{{ reassign.failed.value }}</p>
    <template v-if="reassign.found.value">
      <div v-for="(wish, at) in reassign.found.value.wishes" :key="wish.command" class="pair">
        <span>{{ workspace.commands.get(wish.command)?.label }}</span>
        <KeyChip
          v-if="reassign.found.value.answer.given[at]"
          :shortcut="reassign.found.value.answer.given[at]!.shortcut"
          :platform="platform"
          :how="how"
        />
        <span v-else>none free</span>
      </div>
      <p class="mid">
        Best total score: {{ Math.round(reassign.found.value.answer.total) }} (hand travel and memorability, weighted by
        use){{ lost ? `; ${counted(lost, 'command')} left without a shortcut` : '' }}.
      </p>
    </template>
  </template>
  <FormField class="reason" label="Reason"
    ><ElInput v-model="reason" type="textarea" :rows="2" maxlength="1000" aria-label="Reason for all of these edits"
  /></FormField>
  <ChangeReview
    v-if="made.put.length || made.remove.length"
    :setting="change.setting.value"
    :change="made"
    :platform="platform"
    :how="how"
  />
  <p v-else-if="way === 'put back'" class="mid">None of these commands has edits.</p>
  <ProblemList :problems="problems" />
  <p role="status" class="said">{{ said }}</p>
  <div class="actions">
    <button
      type="button"
      class="btn primary"
      :disabled="busy || !(made.put.length + made.remove.length)"
      @click="change.make(made, SAID[way], reason)"
    >
      Apply to {{ counted(made.put.length + made.remove.length, 'command') }}
    </button>
    <RouterLink
      class="btn"
      :to="{ name: 'move', params: { keyset: keyset.id }, query: { ...luggage, members: ids.join() } }"
      >Move together</RouterLink
    >
  </div>
</template>

<style scoped>
.ways {
  display: grid;
  gap: 2px;
  margin-bottom: 8px;
}
.ways label {
  display: flex;
  align-items: center;
  gap: 8px;
}
.ways input {
  appearance: none;
  width: 14px;
  height: 14px;
  margin: 0;
  border: 1.5px solid var(--ink);
  border-radius: 50%;
  background: var(--sheet);
}
.ways input:checked {
  border-color: var(--tide);
  background: var(--tide);
  box-shadow: inset 0 0 0 2.5px var(--sheet);
}
.reason {
  display: grid;
  gap: 2px;
  margin: 10px 0;
  color: var(--mid);
  font-size: 12.5px;
}
.said {
  min-height: 20px;
  color: var(--tide);
  font-weight: 600;
}
</style>
