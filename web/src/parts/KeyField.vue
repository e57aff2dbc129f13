<script setup lang="ts">
import { show, type Shown } from '../words/chips.ts';
import { computed, ref, shallowRef, useId, watch } from 'vue';
import {
  MOST_STROKES,
  machineOfText,
  meantFor,
  readShortcuts,
  writeStored,
  type Platform,
  type ReadResult,
  type Shortcut,
  type Stroke,
} from '@crib/core/keys';
import { meantSaid, say } from '@crib/core/words';
import KeyChip from './KeyChip.vue';
import { machineInHand, strokeOf } from '../keyboard/pressing.ts';
import { useWorkspace } from '../stores/workspace.ts';

/**
 * Takes shortcuts by pressing or by typing their names. What is pressed on one machine is meant for a platform, or for
 * all: modifiers go by their part, and what they became is said. Tab and Shift+Tab leave the field; “next press is
 * literal” lets them be taken once.
 */
const props = withDefaults(
  defineProps<{
    modelValue: string;
    platform: Platform;
    /** The platform the keys are for: null is all of them; the one that is shown, when nothing is said. */
    target?: Platform | null;
    how: Shown;
    typedLetters: boolean;
    title?: string;
  }>(),
  { title: 'Press the new shortcut', target: undefined },
);
const emit = defineEmits<{ 'update:modelValue': [stored: string] }>();

const workspace = useWorkspace();
const id = useId();
const several = ref(false);
const literal = ref(false);
const held = ref(false);
const typed = ref('');
const reading = ref<ReadResult | null>(null);
const pressField = ref<HTMLElement | null>(null);
const aim = computed(() => (props.target === undefined ? props.platform : props.target));

/** What was pressed or typed, and on which machine, before it is turned to what it means for the platform. */
const taken = shallowRef<{ readonly shortcut: Shortcut; readonly machine: Platform } | null>(null);
const asPressed = ref(false);
const meant = computed(() => taken.value && meantFor(taken.value.shortcut, taken.value.machine, aim.value));
const platforms = computed(() => workspace.catalogue?.release.platforms ?? [props.platform]);
const became = computed(() => {
  const { value: pressed } = taken;
  if (!pressed || !meant.value?.changed) return '';
  if (!asPressed.value)
    return say(meantSaid(meant.value, pressed.shortcut, pressed.machine, aim.value, platforms.value));
  const on = aim.value === null ? platforms.value : [aim.value];
  return say({
    said: 'meant.literal',
    with: { keys: { keys: writeStored(pressed.shortcut), on: on[0]! }, platforms: { platforms: on } },
  });
});
const said = computed(() =>
  props.modelValue ? `${show(props.modelValue, props.platform)} recorded${became.value && `. ${became.value}`}` : '',
);

let sent = '';
function send() {
  const shortcut = asPressed.value ? taken.value?.shortcut : meant.value?.shortcut;
  sent = shortcut ? writeStored(shortcut) : '';
  emit('update:modelValue', sent);
}
function put(shortcut: Shortcut | null, machine: Platform = machineInHand) {
  taken.value = shortcut && { shortcut, machine };
  send();
}
function turn() {
  asPressed.value = !asPressed.value;
  send();
}
watch(aim, () => taken.value && send());
// What was put there from elsewhere is as it is.
watch(
  () => props.modelValue,
  (now) => {
    if (now !== sent) taken.value = null;
  },
);

function take(stroke: Stroke) {
  const present = several.value && taken.value?.machine === machineInHand ? taken.value.shortcut.strokes : [];
  const strokes = present.length < MOST_STROKES ? [...present, stroke] : [stroke];
  reading.value = null;
  typed.value = '';
  const shortcut: Shortcut = { strokes, manner: 'pressed' };
  const again = taken.value && writeStored(taken.value.shortcut) === writeStored(shortcut);
  // The same keys once more are meant as they are pressed.
  asPressed.value = Boolean(again && meant.value?.changed && !asPressed.value);
  put(shortcut);
}

function onKey(event: KeyboardEvent) {
  if (event.key === 'Tab' && !literal.value) return;
  event.preventDefault();
  event.stopPropagation();
  if (event.repeat) return;
  const stroke = strokeOf(event, workspace.catalogue?.app.keyPolicy.binds);
  held.value = stroke === null;
  if (!stroke) return;
  literal.value = false;
  take(stroke);
}

function onTyped(text: string | number) {
  typed.value = String(text);
  const result = typed.value.trim()
    ? readShortcuts(typed.value, { platform: props.platform, typedLetters: props.typedLetters })
    : null;
  const one = result?.kind === 'read' && result.shortcuts.length === 1 ? result.shortcuts[0]! : null;
  reading.value = one ? null : result;
  asPressed.value = false;
  put(one, machineOfText(typed.value, machineInHand, aim.value));
}
function choose(shortcut: Shortcut) {
  reading.value = null;
  put(shortcut, machineOfText(typed.value, machineInHand, aim.value));
}
defineExpose({ focus: () => pressField.value?.focus() });
</script>

<template>
  <div class="field">
    <div class="title">
      <b :id="`${id}-label`">{{ title }}</b><span :id="`${id}-help`">Press Tab to leave</span>
    </div>
    <div
      ref="pressField"
      class="press"
      role="application"
      tabindex="0"
      :aria-labelledby="`${id}-label`"
      :aria-describedby="`${id}-help`"
      @keydown="onKey"
      @keyup="held = false"
      @blur="held = false"
    >
      <KeyChip v-if="modelValue" :shortcut="modelValue" :platform="platform" :how="how" state="yours" large />
      <span v-else class="mid">{{ held ? '…and now a key' : 'press here' }}</span>
    </div>
    <p v-if="became" class="became">
      <span>{{ became }}</span>
      <button type="button" class="btn plain" title="Or press the same keys again" @click="turn">
        {{ asPressed ? 'Adapt to all platforms' : 'Keep exactly as pressed' }}
      </button>
    </p>
    <p class="sr-only" aria-live="polite">{{ said }}</p>
    <!-- What follows from the press, and taking it: the next thing that Tab comes to. -->
    <slot />
    <div class="switches">
      <button type="button" class="btn plain" role="switch" :aria-checked="several" @click="several = !several">
        Key sequence: {{ several ? 'on' : 'off' }}
      </button>
      <button
        type="button"
        class="btn plain"
        role="switch"
        :aria-checked="literal"
        @click="((literal = !literal), pressField?.focus())"
      >
        Capture Tab: {{ literal ? 'on' : 'off' }}
      </button>
    </div>
    <ElInput
      :model-value="typed"
      aria-label="Or type the shortcut"
      placeholder="or type it, e.g. Ctrl+Shift+Y"
      @update:model-value="onTyped"
    />
    <p v-if="reading?.kind === 'error'" class="wrong" role="alert">{{ reading.problem.sentence }}</p>
    <div v-else-if="reading?.kind === 'choice'" class="wrong" role="alert">
      {{ reading.sentence }}
      <template v-for="one in reading.readings" :key="one.sentence">
        <button v-if="one.shortcuts.length === 1" type="button" class="btn plain" @click="choose(one.shortcuts[0]!)">
          {{ one.sentence }}
        </button>
      </template>
    </div>
    <p v-else-if="reading" class="wrong">One shortcut at a time. Set the first, then add the second.</p>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  gap: 6px;
}
.title,
.switches {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
.title span,
.switches {
  color: var(--mid);
}
.switches .btn {
  border-color: var(--rule);
  color: var(--mid);
  font-size: 12.5px;
  font-weight: 400;
  line-height: 1.3;
}
.press {
  display: flex;
  min-height: 58px;
  align-items: center;
  justify-content: center;
  border: 2px solid var(--tide);
  background: var(--sheet);
}
.became {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 8px;
}
.became .btn {
  flex: none;
}
.wrong {
  color: var(--flag-ink);
}
</style>
