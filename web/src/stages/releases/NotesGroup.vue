<script setup lang="ts">
import { isOwn, type StandingGroup, type StandingLine } from '@crib/core/release';
import { platformName } from '@crib/core/keys';
import { say } from '@crib/core/words';
import { appliesOn } from '@crib/core/sheet';
import KeyChip from '../../parts/KeyChip.vue';
import type { Shown } from '../../words/chips.ts';

/** A group of change notes: its lines in their order, each to be moved, left out, worded or given a reason. */
const props = defineProps<{ group: StandingGroup; platform: string; how: Shown; first: boolean; last: boolean }>();
const emit = defineEmits<{ change: [lines: readonly StandingLine[]]; title: [title: string]; shift: [by: number] }>();

const put = (at: number, more: Partial<StandingLine>) =>
  emit(
    'change',
    props.group.lines.map((line, index) => (index === at ? { ...line, ...more } : line)),
  );
function move(at: number, by: number) {
  const to = at + by;
  if (to < 0 || to >= props.group.lines.length) return;
  const list = [...props.group.lines];
  list.splice(to, 0, ...list.splice(at, 1));
  emit('change', list);
}
const drop = (at: number) =>
  emit(
    'change',
    props.group.lines.filter((_, index) => index !== at),
  );
function add() {
  const key = `own ${Date.now().toString(36)}`;
  emit('change', [...props.group.lines, { key, out: false, reason: '', text: '', line: null, stale: false }]);
}
/** Alt with an arrow moves the line one is in. */
function onKey(event: KeyboardEvent, at: number) {
  if (!event.altKey || !/^Arrow(Up|Down)$/.test(event.key)) return;
  event.preventDefault();
  const row = (event.currentTarget as HTMLElement).parentElement;
  const by = event.key === 'ArrowUp' ? -1 : 1;
  move(at, by);
  requestAnimationFrame(() => (row?.children[at + by]?.querySelector('button, input') as HTMLElement | null)?.focus());
}
/** The platforms a line is for, where that is not the one in hand. */
const elsewhere = ({ line }: StandingLine) => {
  if (!line || appliesOn(lineKeys(line), props.platform)) return '';
  const on = Object.keys({ ...line.before, ...line.after }).filter((one) => appliesOn(lineKeys(line), one));
  return `on ${on.map(platformName).join(', ')}`;
};
const lineKeys = ({ before, after }: NonNullable<StandingLine['line']>) => ({
  before: { ...before } as Record<string, string[]>,
  after: { ...after } as Record<string, string[]>,
});
const name = (line: StandingLine) => line.line?.subject || line.text || 'new line';
/** A line is one paragraph, however it is pasted. */
const valueOf = (event: Event) => (event.target as HTMLInputElement).value.replace(/\n/g, ' ');
</script>

<template>
  <section class="group">
    <header>
      <input
        class="title"
        :value="group.title"
        maxlength="120"
        aria-label="Title of the group"
        @change="(event) => emit('title', valueOf(event))"
      />
      <button
        type="button"
        class="sign"
        :aria-label="`Move ${group.title} up`"
        :disabled="first"
        @click="emit('shift', -1)"
      >
        ↑
      </button>
      <button
        type="button"
        class="sign"
        :aria-label="`Move ${group.title} down`"
        :disabled="last"
        @click="emit('shift', 1)"
      >
        ↓
      </button>
    </header>
    <ol>
      <li
        v-for="(line, at) in group.lines"
        :key="line.key"
        :class="{ out: line.out || line.stale }"
        @keydown="(event) => onKey(event, at)"
      >
        <span class="keys-cell">
          <small v-if="elsewhere(line)" class="mid">{{ elsewhere(line) }}</small>
          <KeyChip
            v-for="key in line.line?.before[platform] ?? []"
            :key="`b ${key}`"
            :shortcut="key"
            :platform="platform"
            :how="how"
          />
          <template v-if="line.line?.after[platform]?.length">
            <span aria-hidden="true">→</span>
            <KeyChip
              v-for="key in line.line.after[platform]"
              :key="`a ${key}`"
              :shortcut="key"
              :platform="platform"
              :how="how"
              state="new here"
            />
          </template>
        </span>
        <span class="what">
          <b>{{ line.line?.subject }}</b>{{ ' ' }}
          <textarea
            v-if="isOwn(line.key)"
            :value="line.text"
            rows="1"
            maxlength="1000"
            placeholder="your own text"
            aria-label="Text of the line"
            @keydown.enter.prevent="(event) => (event.target as HTMLElement).blur()"
            @change="(event) => put(at, { text: valueOf(event) })"
          ></textarea>
          <span v-else-if="line.stale" class="stale">no longer true: remove it, or move its reason</span>
          <span v-else> {{ line.text || (line.line ? say(line.line.said) : '') }}</span>
          <textarea
            class="reason"
            :value="line.reason"
            rows="1"
            maxlength="1000"
            placeholder="reason (printed)"
            :aria-label="`Why: ${name(line)}`"
            @keydown.enter.prevent="(event) => (event.target as HTMLElement).blur()"
            @change="(event) => put(at, { reason: valueOf(event) })"
          ></textarea>
        </span>
        <span class="signs">
          <button
            type="button"
            class="sign"
            :aria-label="`Move ${name(line)} up`"
            :disabled="at === 0"
            @click="move(at, -1)"
          >
            ↑
          </button>
          <button
            type="button"
            class="sign"
            :aria-label="`Move ${name(line)} down`"
            :disabled="at === group.lines.length - 1"
            @click="move(at, 1)"
          >
            ↓
          </button>
          <button v-if="isOwn(line.key) || line.stale" type="button" class="btn plain" @click="drop(at)">Remove</button>
          <button v-else type="button" class="btn plain" :aria-pressed="line.out" @click="put(at, { out: !line.out })">
            {{ line.out ? 'Include' : 'Exclude' }}
          </button>
        </span>
      </li>
    </ol>
    <button type="button" class="btn plain" @click="add">Add line</button>
  </section>
</template>

<style scoped>
.group {
  margin-bottom: 22px;
}
header {
  display: flex;
  align-items: center;
  gap: 6px;
  border-bottom: 2px solid var(--ink);
}
.title {
  flex: 1;
  padding: 2px 0;
  border: 0;
  background: none;
  color: inherit;
  font: 650 17px var(--head);
}
ol {
  margin: 0 0 6px;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: minmax(120px, 190px) minmax(0, 1fr) auto;
  gap: 4px 16px;
  align-items: baseline;
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
}
.keys-cell {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 5px;
}
.out .what b,
.out .what > span {
  color: var(--mid);
  text-decoration: line-through;
}
.what .stale {
  color: var(--flag-ink);
  text-decoration: none !important;
}
.what textarea {
  display: block;
  field-sizing: content;
  resize: none;
  width: 100%;
  margin-top: 3px;
  padding: 1px 0 1px 10px;
  border: 0;
  border-left: 2px solid var(--rule);
  background: none;
  color: inherit;
  font: inherit;
}
.what textarea::placeholder {
  color: var(--mid);
}
.signs {
  display: flex;
  align-items: baseline;
  gap: 6px;
}
.sign {
  padding: 2px 5px;
  border: 0;
  background: none;
  color: inherit;
  font: 600 14px var(--text);
  cursor: pointer;
}
.sign:disabled {
  color: var(--mid);
  cursor: default;
}
</style>
