<script setup lang="ts">
/** A table in a region that can be scrolled with the keyboard. A hidden column heading is for screen readers only. The slot holds the rows. */
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
