<script setup lang="ts">
/**
 * A table of lines under one another, in a region that scrolls by keyboard. A column is its heading; one that needs none to be
 * seen still has it read aloud. The rows are the slot.
 */
defineProps<{ label: string; columns: readonly (string | { readonly hidden: string })[] }>();
</script>

<template>
  <div class="lines" tabindex="0" role="region" :aria-label="label">
    <table>
      <thead>
        <tr>
          <th v-for="one in columns" :key="typeof one === 'string' ? one : one.hidden" scope="col">
            <template v-if="typeof one === 'string'">{{ one }}</template>
            <span v-else class="sr-only">{{ one.hidden }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <slot></slot>
      </tbody>
    </table>
  </div>
</template>
