<script setup lang="ts">
import { computed } from 'vue';
import SelectField from './SelectField.vue';

/** One thing in hand, as a switcher: its name, and by a press or a click the others, with a field to search them. */
const props = defineProps<{
  label: string;
  options: readonly { readonly value: string; readonly label: string }[];
  none?: string;
  strong?: boolean;
}>();
defineEmits<{ opened: [] }>();
const chosen = defineModel<string>({ required: true });
const shown = computed(() => props.options.find((one) => one.value === chosen.value)?.label ?? props.none ?? '');
</script>

<template>
  <SelectField
    v-model="chosen"
    class="hand-switch"
    :class="{ strong }"
    :style="{ width: `calc(${Math.min(34, Math.max(4, shown.length))}ch + 24px)` }"
    size="small"
    filterable
    default-first-option
    :fit-input-width="false"
    :label="label"
    :placeholder="none ?? ''"
    @visible-change="(open: boolean) => open && $emit('opened')"
    :choices="[none !== undefined && !strong ? { value: '', label: none } : null, ...options]"
  />
</template>

<style>
.hand-switch .el-select__wrapper {
  min-height: 26px;
  padding: 0;
  background: none;
  box-shadow: none !important;
  font-size: 13px;
}
.hand-switch.strong .el-select__wrapper {
  border-bottom: 1.5px solid var(--ink);
  font-weight: 650;
}
.hand-switch .el-select__wrapper.is-focused {
  box-shadow: 0 0 0 2px var(--tide) !important;
}
.hand-switch:not(.strong) .el-select__placeholder {
  color: var(--mid);
}
.hand-switch .el-select__selection {
  gap: 0;
}
</style>
