<script setup lang="ts" generic="Item">
import { VueDraggable } from 'vue-draggable-plus';

/** A list whose order is changed by dragging or by its arrows. */
const props = defineProps<{ name: (item: Item) => string; keyOf: (item: Item) => string | number; ruled?: boolean }>();
const items = defineModel<Item[]>({ required: true });
function shift(at: number, by: number) {
  const list = [...items.value];
  list.splice(at + by, 0, ...list.splice(at, 1));
  items.value = list;
}
const takeOut = (at: number) => (items.value = items.value.filter((_, index) => index !== at));
const nameOf = (item: Item) => props.name(item);
</script>

<template>
  <VueDraggable v-model="items" tag="ol" :animation="100" class="order" :class="{ ruled }">
    <li v-for="(item, at) in items" :key="keyOf(item)">
      <slot :item="item" :at="at"
        ><span>{{ nameOf(item) }}</span></slot
      >
      <button type="button" :aria-label="`Move ${nameOf(item)} up`" :disabled="at === 0" @click="shift(at, -1)">
        ↑
      </button>
      <button
        type="button"
        :aria-label="`Move ${nameOf(item)} down`"
        :disabled="at === items.length - 1"
        @click="shift(at, 1)"
      >
        ↓
      </button>
      <button type="button" :aria-label="`Remove ${nameOf(item)}`" @click="takeOut(at)">✕</button>
    </li>
  </VueDraggable>
</template>

<style scoped>
.order {
  margin: 0;
  padding: 0;
  list-style: none;
}

.ruled {
  border-top: 1.5px solid var(--ink);
}
li {
  display: flex;
  min-height: 30px;
  align-items: center;
  gap: 12px;
  border-bottom: 1px solid var(--hair);
  padding: 0 8px;
  cursor: grab;
}
.ruled li {
  height: 34px;
}
li > :first-child {
  flex: 1;
}
button {
  padding: 2px 4px;
  border: 0;
  background: none;
  color: inherit;
  font: 600 14px var(--text);
  cursor: pointer;
}
button:disabled {
  color: var(--mid);
  cursor: default;
}
</style>
