<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import { fit, measurer, pageHtml, stripsIn, type SheetLayout } from '@crib/core/sheet';
import type { ChangesBody, EditionBody } from '@crib/core/contract';
import type { Platform, Style } from '@crib/core/keys';
import { paperFaces } from '../../fonts/faces.ts';
import DrawnPage from './DrawnPage.vue';

/** The pages of a sheet or of change notes as they are printed: one layout, drawn; what stands there can be chosen. */
const props = defineProps<{
  body: EditionBody | ChangesBody;
  platform: Platform;
  how: Style;
  zoom: number;
  section: number | null;
  /** Strips and labels of the sheet in place of its pages. */
  strips?: boolean;
  /** The page that is looked at, from one. */
  page?: number;
}>();
const emit = defineEmits<{ choose: [section: number, row: number | null]; layout: [layout: SheetLayout] }>();
paperFaces();
const platforms = computed(() =>
  props.body.format === 'crib-sheet' && props.body.look.sideBySide ? props.body.platforms : [props.platform],
);
/** Shown for one platform: the one in hand. */
const strips = computed(() =>
  props.strips && props.body.format === 'crib-sheet'
    ? stripsIn({ ...props.body, platforms: [props.platform] }, props.how)[0]
    : null,
);
/** Most of a sheet stays as it is from one letter to the next: it is measured once. */
const measure = measurer();
const layout = computed(
  () =>
    strips.value ?? fit(props.body, { platforms: platforms.value, how: props.how }, `${location.origin}/s/…`, measure),
);
watch(layout, (now) => emit('layout', now), { immediate: true });
const pages = computed(() =>
  layout.value.pages.map((page, at) => ({
    over: page.over,
    html: pageHtml(layout.value, page, { title: `${props.body.title}, page ${at + 1}` }),
  })),
);
const desk = ref<HTMLElement | null>(null);
function choose(event: Event) {
  const group = (event.target as Element).closest<HTMLElement>('[data-section]');
  if (!group) return;
  const { section, row } = group.dataset;
  emit('choose', Number(section), row === undefined ? null : Number(row));
}
watch(
  () => props.section,
  (section) =>
    nextTick(() => desk.value?.querySelector(`[data-section="${section}"]`)?.scrollIntoView({ block: 'nearest' })),
);
watch(
  () => props.page,
  (page) => page && desk.value?.querySelectorAll('.paper')[page - 1]?.scrollIntoView({ block: 'start' }),
);
</script>

<template>
  <div ref="desk" class="desk" tabindex="0" role="region" aria-label="Preview of the page" @click="choose">
    <div
      v-for="(leaf, at) in pages"
      :key="at"
      class="paper"
      :class="{ over: leaf.over }"
      :style="{ '--u': `${zoom / 75}px` }"
    >
      <p v-if="leaf.over" class="says">Over the page limit.</p>
      <DrawnPage :html="leaf.html" />
    </div>
  </div>
</template>

<style scoped>
.desk {
  display: grid;
  flex: 1;
  gap: 16px;
  place-content: start safe center;
  min-height: 0;
  margin: 0 -18px;
  padding: 20px;
  overflow: auto;
  background: var(--desk);
}
.paper :deep([data-section]) {
  cursor: pointer;
}
.over {
  outline: 2px solid var(--flag);
}
.says {
  margin: 0;
  padding: 4px 8px;
  background: var(--flag-wash);
  color: var(--flag);
  font-size: 12.5px;
}
</style>
