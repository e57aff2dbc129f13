<script setup lang="ts">
import { computed, ref } from 'vue';
import type { Catalogue } from '@crib/core/contract';
import { useLineage } from '../../stores/lineage.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** Ties a command of the older release to one of the newer by hand: what nothing pointed to. */
const props = defineProps<{ old: Catalogue; now: Catalogue }>();
const emit = defineEmits<{ say: [old: number, now: number] }>();
const lineage = useLineage();
const was = ref<number | null>(null);
const is = ref<number | null>(null);
const between = computed(() => lineage.between(props.old, props.now));
const gone = computed(() => props.old.commands.filter((one) => between.value.commands.forward(one.id).length === 0));
const fresh = computed(() => props.now.commands.filter((one) => between.value.commands.back(one.id).length === 0));
function say() {
  if (was.value === null || is.value === null) return;
  emit('say', was.value, is.value);
  [was.value, is.value] = [null, null];
}
</script>

<template>
  <h3>Link manually</h3>
  <form class="make" @submit.prevent="say">
    <FormField :label="`Gone since ${old.release.label}`"
      ><SelectField
        v-model="was"
        filterable
        size="small"
        label="Removed command"
        :placeholder="`${gone.length} commands`"
        :choices="gone.map((one) => ({ value: one.id, label: one.label }))"
    /></FormField>
    <FormField :label="`New in ${now.release.label}`"
      ><SelectField
        v-model="is"
        filterable
        size="small"
        label="New command"
        :placeholder="`${fresh.length} commands`"
        :choices="fresh.map((one) => ({ value: one.id, label: one.label }))"
    /></FormField>
    <button type="submit" class="btn" :disabled="was === null || is === null">Link commands</button>
  </form>
</template>
