<script setup lang="ts">
import { computed, ref } from 'vue';
import { acceptance, layerOver, settingWith } from '@crib/core/keyset';
import { say } from '@crib/core/words';
import { type Decision, type EditCost, type Outcome } from '@crib/core/release';
import KeyChip from '../../parts/KeyChip.vue';
import KeyField from '../../parts/KeyField.vue';
import PastCost from './PastCost.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useProposals } from '../keysets/useProposals.ts';
import type { useCarry } from './useCarry.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** One edit on its way: what stands there before and after, its reason, and what can be done with it. */
const props = defineProps<{ outcome: Outcome; carrying: ReturnType<typeof useCarry>; cost: EditCost | null }>();
const emit = defineEmits<{ decide: [decision: Decision]; done: [] }>();
const { style, platform } = usePlace();
const { onto, source, target, question, made, to, decisionOf } = props.carrying;

const on = computed(() => props.outcome.edit.platform ?? platform.value);
const was = computed(() => source.value!.commands.find((one) => one.id === props.outcome.edit.command)!);
const decision = computed(() => decisionOf(props.outcome));
const gone = computed(() => props.outcome.targets.length === 0);
const choice = ref<number | null>(props.outcome.put?.command ?? props.outcome.targets[0] ?? null);
const where = ref<number | null>(props.outcome.context);
const keys = ref('');
const field = ref<InstanceType<typeof KeyField> | null>(null);
const first = ref<HTMLElement | null>(null);
const commands = computed(() =>
  target.value!.commands.filter(
    (one) =>
      !one.fixed &&
      (!props.outcome.targets.length || props.outcome.targets.length < 2 || props.outcome.targets.includes(one.id)),
  ),
);
const places = computed(() => onto.value!.tree.inOrder);
const proposals = useProposals(
  computed(() => {
    const { now } = question.value!;
    return settingWith(now, layerOver(now.weighed.stack, made.value?.edits ?? []));
  }),
);
const free = computed(() => (choice.value && where.value ? proposals.proposalsFor(choice.value, where.value, 4) : []));
const refused = computed(() => (keys.value ? acceptance(question.value!.now.policy, keys.value) : null));

function other(shortcut: string | null) {
  const more = {
    ...(choice.value !== null && { command: choice.value }),
    ...(where.value !== null && { context: where.value }),
  };
  emit('decide', { what: 'other', ...more, ...(shortcut && { shortcuts: [shortcut] }) });
  emit('done');
}
const canKeep = computed(() => props.outcome.put !== null && props.outcome.kind !== 'not accepted');
const simple = (what: 'keep' | 'follow' | 'later') => (emit('decide', { what }), emit('done'));
defineExpose({ focus: () => (field.value ? field.value.focus() : first.value?.focus()) });
</script>

<template>
  <h2 ref="first" tabindex="-1">{{ was.label }}</h2>
  <p class="under">{{ say(outcome.said) }}</p>
  <template v-if="outcome.edit.reason">
    <h3>Reason (kept as is)</h3>
    <p class="reason">{{ outcome.edit.reason }}</p>
  </template>
  <h3>Decision</h3>
  <div class="pair">
    <span
      ><KeyChip
        v-for="one in outcome.edit.shortcuts"
        :key="one"
        :shortcut="one"
        :platform="on"
        :how="style"
        state="yours"
      />
      {{
        outcome.owners.length
          ? `keep your shortcut; ${outcome.owners.map((one) => target!.commands.find((each) => each.id === one.held.command)?.label).join(', ')} loses it`
          : 'keep your shortcut'
      }}</span
    ><button
      type="button"
      class="btn"
      :class="{ primary: decision.what === 'keep' }"
      :disabled="!canKeep"
      @click="simple('keep')"
    >
      Keep mine
    </button>
  </div>
  <div class="pair">
    <span>use the {{ to!.label }} default (drop this edit)</span
    ><button type="button" class="btn" :class="{ primary: decision.what === 'follow' }" @click="simple('follow')">
      Use new default
    </button>
  </div>
  <div class="pair">
    <span>decide later (listed as undecided)</span
    ><button type="button" class="btn" :class="{ primary: decision.what === 'later' }" @click="simple('later')">
      Decide later
    </button>
  </div>
  <h3>Something else</h3>
  <FormField v-if="gone || outcome.targets.length > 1" class="choose" label="Command"
    ><SelectField
      v-model="choice"
      filterable
      size="small"
      placeholder="choose a command"
      :choices="commands.map((one) => ({ value: one.id, label: one.label }))"
  /></FormField>
  <FormField v-if="outcome.context === null || outcome.kind === 'context moved'" class="choose" label="Where it works"
    ><SelectField
      v-model="where"
      size="small"
      placeholder="choose a context"
      :choices="places.map((one) => ({ value: one.id, label: one.name }))"
  /></FormField>
  <button
    v-if="choice !== null && where !== null && (gone || outcome.context === null || outcome.targets.length > 1)"
    type="button"
    class="btn"
    @click="other(null)"
  >
    Assign the same shortcut
  </button>
  <template v-if="choice !== null && where !== null">
    <KeyField
      ref="field"
      v-model="keys"
      :platform="on"
      :target="outcome.edit.platform"
      :how="style"
      :typed-letters="target!.app.keyPolicy.typedLetters"
      title="Another shortcut"
    />
    <p v-if="refused" class="wrong" role="alert">{{ say(refused) }}</p>
    <button v-else-if="keys" type="button" class="btn primary" @click="other(keys)">Assign this shortcut</button>
    <template v-if="free.length">
      <h3>Free in {{ to!.label }}</h3>
      <div v-for="one in free" :key="one.shortcut" class="pair">
        <span
          ><KeyChip :shortcut="one.shortcut" :platform="on" :how="style" state="yours" />
          {{
            one.reasons
              .slice(0, 2)
              .map((each) => say(each.said))
              .join(', ')
          }}</span
        >
        <button type="button" class="btn" @click="other(one.shortcut)">Use</button>
      </div>
    </template>
  </template>
  <PastCost :cost="cost" />
</template>

<style scoped>
.reason {
  padding-left: 10px;
  border-left: 2px solid var(--rule);
}
.choose {
  display: grid;
  gap: 3px;
  margin-bottom: 8px;
}
.wrong {
  color: var(--flag-ink);
}
</style>
