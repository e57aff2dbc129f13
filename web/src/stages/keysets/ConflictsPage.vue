<script setup lang="ts">
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import { useVirtualizer } from '@tanstack/vue-virtual';
import { LAYOUTS, layoutById, platformName } from '@crib/core/keys';
import { CLASH_KINDS, type ClashKind } from '@crib/core/keyset';
import { counted } from '@crib/core/words';
import IndexLine from '../../parts/IndexLine.vue';
import KeyChip from '../../parts/KeyChip.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import KeysetIndex from './KeysetIndex.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import type { ClashAnswer, ClashQuestion, ToldGroup } from '../../workers/clashes.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** What gets in the way of what in a keyset, on the layouts that learners have; found in a worker. */
const workspace = useWorkspace();
const { route, kept, platform, style, layout, luggage, releaseLabel } = usePlace();
const id = computed(() => Number(route.params['keyset']));
const keyset = computed(() => workspace.keyset(id.value));
const asked = kept('layouts');
const layouts = computed<string[]>({
  get: () => {
    const known = asked.value.split(',').filter((one) => layoutById(one));
    return known.length ? known : [layout.value];
  },
  set: (list) => (asked.value = list.join(',')),
});
const kind = kept('kind');
const severity = kept('severity');
const at = kept('at');

const answer = shallowRef<ClashAnswer | null>(null);
const failed = ref('');
const busy = ref(false);
let worker: Worker | null = null;
/** A question on its way is dropped when another comes: its worker is ended. */
function find() {
  worker?.terminate();
  if (!workspace.catalogue || !keyset.value) return;
  busy.value = true;
  failed.value = '';
  worker = new Worker(new URL('../../workers/clashes.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<ClashAnswer>) => {
    answer.value = data;
    busy.value = false;
  };
  worker.onerror = () => {
    failed.value = 'Conflicts could not be checked. Try again.';
    busy.value = false;
  };
  const question: ClashQuestion = { catalogue: workspace.catalogue, keyset: id.value, layouts: layouts.value };
  worker.postMessage(JSON.parse(JSON.stringify(question)));
}
function stop() {
  worker?.terminate();
  busy.value = false;
}
watch(() => [workspace.catalogue, id.value, layouts.value.join()], find, { immediate: true });
onBeforeUnmount(() => worker?.terminate());

const groups = computed(() => answer.value?.groups ?? []);
const count = (test: (group: ToldGroup) => boolean) => groups.value.filter(test).length;
const shown = computed(() =>
  groups.value.filter(
    (one) => (!kind.value || one.kind === kind.value) && (!severity.value || one.severity === severity.value),
  ),
);
const matterOf = (group: ToldGroup) =>
  `${group.kind} ${group.shortcut} ${group.contexts.join('+')} ${group.platforms.join('+')}`;
const keyOf = (group: ToldGroup) => `${matterOf(group)} ${group.layouts.length}`;
/** The same matter stays selected when it is found on more layouts, or on fewer. */
const selected = computed(() => {
  const matter = at.value.replace(/ \d+$/, '');
  return (
    shown.value.find((one) => keyOf(one) === at.value) ?? shown.value.find((one) => matterOf(one) === matter) ?? null
  );
});
const kinds = computed(() => CLASH_KINDS.filter((one) => count((group) => group.kind === one) > 0));
const to = (name: 'kind' | 'severity', value: string) => ({
  query: { ...route.query, [name]: value || undefined, at: undefined },
});
const label = (command: number) => workspace.commands.get(command)?.label ?? '';
const MARK = { error: '■', warning: '△', note: '○' } as const;
const KIND_WORDS: Record<ClashKind, string> = {
  fixed: 'Blocked by a fixed shortcut',
  'platform fold': 'Same shortcut on one platform',
  'same place': 'Duplicate in one context',
  together: 'Duplicate in overlapping contexts',
  'not accepted': 'Not accepted by the program',
  system: 'Reserved by system or other programs',
  typing: 'Needed for typing',
  waits: 'Delayed (sequence)',
  'cannot be pressed': 'Cannot be typed on a layout',
  'types a character': 'Types a character',
  chooses: 'Context-dependent shortcut',
  hidden: 'Overridden',
  lopsided: 'Incomplete pair',
};
const scroller = ref<HTMLElement | null>(null);
const virtual = useVirtualizer(
  computed(() => ({
    count: shown.value.length,
    getScrollElement: () => scroller.value,
    estimateSize: () => 34,
    overscan: 8,
  })),
);
function onKey(event: KeyboardEvent) {
  const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (!step || shown.value.length === 0) return;
  event.preventDefault();
  const now = selected.value ? shown.value.indexOf(selected.value) : -1;
  const next = shown.value[Math.max(0, Math.min(shown.value.length - 1, now + step))]!;
  at.value = keyOf(next);
  virtual.value.scrollToIndex(shown.value.indexOf(next));
}
const where = (group: ToldGroup) => group.contexts.map((one) => workspace.tree!.get(one).name).join(', ');
</script>

<template>
  <ReleaseGate>
    <StateNote v-if="!keyset" whole title="Keyset not found">
      <RouterLink class="btn" :to="{ name: 'keysets', query: luggage }">Back to keysets</RouterLink>
    </StateNote>
    <StageFrame v-else>
      <template #index>
        <h2>{{ keyset.name }}</h2>
        <p class="mid views">on {{ workspace.app?.name }} {{ releaseLabel }}</p>
        <KeysetIndex :keyset="id" :custom="keyset.kind === 'custom'" />
        <h3>Severity</h3>
        <IndexLine :to="to('severity', '')" :on="severity === ''" :count="groups.length">All</IndexLine>
        <IndexLine
          v-for="one in ['error', 'warning', 'note'] as const"
          :key="one"
          :to="to('severity', one)"
          :on="severity === one"
          :count="count((group) => group.severity === one)"
          >{{ { error: 'Errors', warning: 'Warnings', note: 'Notices' }[one] }}</IndexLine
        >
        <h3>Kind</h3>
        <IndexLine :to="to('kind', '')" :on="kind === ''">Any</IndexLine>
        <IndexLine
          v-for="one in kinds"
          :key="one"
          :to="to('kind', one)"
          :on="kind === one"
          :count="count((group) => group.kind === one)"
          >{{ KIND_WORDS[one] }}</IndexLine
        >
      </template>
      <PageHead
        >Conflicts<template #beside
          ><small>{{ keyset.name }}</small
          ><small v-if="answer"
            >{{ counted(groups.length, 'conflict')
            }}{{ answer.total > groups.length ? ` (${counted(answer.total, 'instance')})` : '' }}</small
          ></template
        ></PageHead
      >
      <div class="tools">
        <FormField label="Layouts"
          ><SelectField
            v-model="layouts"
            size="small"
            multiple
            collapse-tags
            filterable
            label="Layouts"
            style="width: 220px"
            :choices="LAYOUTS.map((one) => ({ value: one.id, label: one.name }))"
        /></FormField>
        <button type="button" class="btn plain" @click="layouts = LAYOUTS.map((one) => one.id)">
          All {{ LAYOUTS.length }}
        </button>
        <span v-if="busy" role="status"
          >Checking… <button type="button" class="btn plain" @click="stop">Stop</button></span
        >
        <span class="end">
          <RouterLink class="btn" :to="{ name: 'keyset', params: { keyset: id }, query: luggage }"
            >Show edits</RouterLink
          >
        </span>
      </div>
      <StateNote v-if="failed" :problem="{ code: 'internal', sentence: failed }" @again="find" />
      <StateNote v-else-if="answer && shown.length === 0" title="No conflicts">
        <p>Choose other layouts, or another kind.</p>
      </StateNote>
      <div
        v-else
        ref="scroller"
        class="roll found"
        role="listbox"
        tabindex="0"
        aria-label="Conflicts"
        :aria-activedescendant="selected ? `clash-${shown.indexOf(selected)}` : undefined"
        @keydown="onKey"
      >
        <div :style="{ height: `${virtual.getTotalSize()}px` }" class="body" role="presentation">
          <template v-for="item in virtual.getVirtualItems()" :key="item.index">
            <div
              v-if="shown[item.index]"
              :id="`clash-${item.index}`"
              role="option"
              class="row"
              :aria-selected="selected === shown[item.index]"
              :class="[shown[item.index]!.severity, { chosen: selected === shown[item.index] }]"
              :style="{ transform: `translateY(${item.start}px)` }"
              @click="at = keyOf(shown[item.index]!)"
            >
              <b aria-hidden="true">{{ MARK[shown[item.index]!.severity] }}</b>
              <span
                ><KeyChip
                  :shortcut="shown[item.index]!.shortcut"
                  :platform="shown[item.index]!.platforms[0] ?? platform"
                  :how="style"
              /></span>
              <span>{{ KIND_WORDS[shown[item.index]!.kind] }}</span>
              <span class="who">{{ shown[item.index]!.parties.map((held) => label(held.command)).join(', ') }}</span>
              <span class="mid">{{ where(shown[item.index]!) }}</span>
            </div>
          </template>
        </div>
      </div>
      <div class="foot">
        <span><b>■</b> error</span><span><b>△</b> warning</span><span><b>○</b> notice</span><span>↑ ↓ select</span>
      </div>
      <template #margin>
        <template v-if="selected">
          <h2>{{ KIND_WORDS[selected.kind] }}</h2>
          <p class="under">
            {{ selected.severity }} · {{ selected.platforms.map(platformName).join(', ') }} ·
            {{
              selected.layouts.length > 3
                ? `${selected.layouts.length} layouts`
                : selected.layouts.map((one) => layoutById(one)?.name).join(', ')
            }}
          </p>
          <p v-for="sentence in selected.sentences" :key="sentence" class="sentence">{{ sentence }}</p>
          <p v-if="selected.more" class="mid">and {{ selected.more }} similar</p>
          <h3>Change one of these shortcuts</h3>
          <div v-for="held in selected.parties.slice(0, 20)" :key="`${held.command} ${held.context}`" class="pair">
            <RouterLink
              :to="{
                name: 'keyset',
                params: { keyset: id },
                query: { ...luggage, row: workspace.commands.get(held.command)?.name },
              }"
              >{{ label(held.command) }}</RouterLink
            >
            <KeyChip :shortcut="held.shortcut" :platform="selected.platforms[0] ?? platform" :how="style" />
          </div>
        </template>
        <template v-else>
          <h2>Nothing selected</h2>
          <p class="under">Select a conflict to see both commands here.</p>
        </template>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.found:focus-visible {
  outline-offset: -2px;
}
.body {
  position: relative;
}
.row {
  position: absolute;
  top: 0;
  left: 0;
  display: grid;
  grid-template-columns: 20px 170px 150px 1fr 150px;
  gap: 8px;
  width: 100%;
  height: 34px;
  align-items: center;
  border-bottom: 1px solid var(--hair);
  padding: 0 8px;
  cursor: default;
}
.row > span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.error b {
  color: var(--flag);
}
.warning b {
  color: var(--sun);
}
.note b {
  color: var(--tide);
}
.who {
  font-weight: 500;
}
.sentence {
  margin-bottom: 8px;
}
</style>
