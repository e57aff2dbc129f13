<script setup lang="ts">
import { RESTS } from '@crib/core/reach';
import { OWN_REST, useHands } from '../composables/useHands.ts';
import FormField from './FormField.vue';
import SelectField from './SelectField.vue';

/** Where the hands rest, as the address has it; a rest placed by hand is offered while it is in use. */
defineProps<{ label: string }>();
const { restName } = useHands();
</script>

<template>
  <FormField :label="label"
    ><SelectField
      v-model="restName"
      size="small"
      label="Hand position"
      style="width: 280px"
      :choices="[...RESTS.map((one) => one.name), restName === OWN_REST ? OWN_REST : null]"
  /></FormField>
</template>
