<script setup lang="ts">
import { show, type Shown } from './chips.ts';
import { computed, ref } from 'vue';
import {
  MOST_STROKES,
  parseStored,
  readShortcuts,
  writeStored,
  type Platform,
  type ReadResult,
  type Stroke,
} from '@crib/core/keys';
import KeyChip from './KeyChip.vue';
import { strokeOf } from './pressing.ts';
import { useWorkspace } from '../stores/workspace.ts';

/**
 * Takes shortcuts by pressing or by typing their names. Tab and Shift+Tab leave it; “next press is literal” lets them
 * be taken once.
 */
const props = withDefaults(
  defineProps<{ modelValue: string; platform: Platform; how: Shown; typedLetters: boolean; title?: string }>(),
  { title: 'Press the new keys' },
);
const emit = defineEmits<{ 'update:modelValue': [stored: string] }>();

const workspace = useWorkspace();
const several = ref(false);
const literal = ref(false);
const held = ref(false);
const typed = ref('');
const reading = ref<ReadResult | null>(null);
const pressField = ref<HTMLElement | null>(null);

const said = computed(() => (props.modelValue ? `${show(props.modelValue, props.platform)} taken` : ''));

function take(stroke: Stroke) {
  const present = several.value && props.modelValue ? parseStored(props.modelValue).strokes : [];
  const strokes = present.length < MOST_STROKES ? [...present, stroke] : [stroke];
  reading.value = null;
  typed.value = '';
  emit('update:modelValue', writeStored({ strokes, manner: 'pressed' }));
}

function onKey(event: KeyboardEvent) {
  if (event.key === 'Tab' && !literal.value) return;
  event.preventDefault();
  event.stopPropagation();
  if (event.repeat) return;
  const stroke = strokeOf(event, props.platform, workspace.catalogue?.app.keyPolicy.binds);
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
  reading.value = result?.kind === 'read' && result.shortcuts.length === 1 ? null : result;
  if (result?.kind === 'read' && result.shortcuts.length === 1)
    emit('update:modelValue', writeStored(result.shortcuts[0]!));
  else emit('update:modelValue', '');
}
defineExpose({ focus: () => pressField.value?.focus() });
</script>

<template>
  <div class="field">
    <div class="title">
      <b id="press-label">{{ title }}</b><span id="press-help">Tab leaves</span>
    </div>
    <div
      ref="pressField"
      class="press"
      role="application"
      tabindex="0"
      aria-labelledby="press-label"
      aria-describedby="press-help"
      @keydown="onKey"
      @keyup="held = false"
      @blur="held = false"
    >
      <KeyChip v-if="modelValue" :shortcut="modelValue" :platform="platform" :how="how" state="yours" large />
      <span v-else class="mid">{{ held ? 'and the key' : 'press here' }}</span>
    </div>
    <p class="sr-only" aria-live="polite">{{ said }}</p>
    <div class="switches">
      <button type="button" class="btn plain" role="switch" :aria-checked="several" @click="several = !several">
        several strokes: {{ several ? 'on' : 'off' }}
      </button>
      <button
        type="button"
        class="btn plain"
        role="switch"
        :aria-checked="literal"
        @click="((literal = !literal), pressField?.focus())"
      >
        next press is literal: {{ literal ? 'on' : 'off' }}
      </button>
    </div>
    <ElInput
      :model-value="typed"
      aria-label="Or type the keys"
      placeholder="or type them: Ctrl+Shift+Y"
      @update:model-value="onTyped"
    />
    <p v-if="reading?.kind === 'error'" class="wrong" role="alert">{{ reading.problem.sentence }}</p>
    <div v-else-if="reading?.kind === 'choice'" class="wrong" role="alert">
      {{ reading.sentence }}
      <template v-for="one in reading.readings" :key="one.sentence">
        <button
          v-if="one.shortcuts.length === 1"
          type="button"
          class="btn plain"
          @click="((reading = null), emit('update:modelValue', writeStored(one.shortcuts[0]!)))"
        >
          {{ one.sentence }}
        </button>
      </template>
    </div>
    <p v-else-if="reading" class="wrong">One shortcut at a time: set the first, then add the other.</p>
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
.wrong {
  color: var(--flag-ink);
}
</style>
