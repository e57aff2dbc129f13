<script setup lang="ts">
import { nextTick, ref, useTemplateRef, watch } from 'vue';
import { onClickOutside } from '@vueuse/core';

/**
 * A disclosure: a button that opens a box below it. The `name` slot is the button’s content. Escape closes the box and returns
 * focus to the button; clicking elsewhere or tabbing out closes it too. The box is aligned with the right edge of the button,
 * or with the left edge if it would be cut off.
 */
defineProps<{ plain?: boolean }>();
const open = defineModel<boolean>({ default: false });
const whole = useTemplateRef<HTMLElement>('whole');
const button = useTemplateRef<HTMLElement>('button');
const box = useTemplateRef<HTMLElement>('box');
const side = ref<'left' | 'right'>('right');
watch(open, async (now) => {
  side.value = 'right';
  await nextTick();
  const around = whole.value?.closest('aside, main') ?? document.body;
  if (now && box.value && box.value.getBoundingClientRect().left < around.getBoundingClientRect().left)
    side.value = 'left';
});
/** Selects inside the box open their lists elsewhere in the document. */
const LISTS = '.el-popper';
onClickOutside(whole, () => (open.value = false), { ignore: [LISTS] });
function left({ relatedTarget: to }: FocusEvent) {
  if (to instanceof Element && !whole.value?.contains(to) && !to.closest(LISTS)) open.value = false;
}
function escape() {
  if (open.value) button.value?.focus();
  open.value = false;
}
</script>

<template>
  <span ref="whole" class="opening" @keydown.esc="escape" @focusout="left">
    <button ref="button" type="button" class="btn" :class="{ plain }" :aria-expanded="open" @click="open = !open">
      <slot name="name"></slot>
    </button>
    <div v-if="open" ref="box" class="box" :class="side"><slot></slot></div>
  </span>
</template>

<style scoped>
.opening {
  position: relative;
}
.box {
  position: absolute;
  top: calc(100% + 8px);
  z-index: 5;
  display: grid;
  justify-items: start;
  gap: 10px;
  min-width: max-content;
  padding: 14px 16px;
  border: 1.5px solid var(--ink);
  background: var(--sheet);
}
.left {
  left: 0;
}
.right {
  right: 0;
}
</style>
