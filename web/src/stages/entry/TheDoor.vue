<script setup lang="ts">
/** The card at the door: what stands where nobody is signed in. */
defineProps<{ title: string }>();
const emit = defineEmits<{ submit: [] }>();
</script>

<template>
  <main class="door">
    <form class="card" @submit.prevent="emit('submit')">
      <p class="logo"><i>C</i>rib</p>
      <h1>{{ title }}</h1>
      <slot />
    </form>
  </main>
</template>

<style scoped>
.door {
  display: grid;
  grid-row: 1 / -1;
  place-items: center;
  height: 100%;
  padding: 24px;
}
.card {
  display: grid;
  gap: 14px;
  width: 380px;
  padding: 32px;
  border: 2px solid var(--ink);
  background: var(--sheet);
  clip-path: polygon(0 0, calc(100% - 22px) 0, 100% 22px, 100% 100%, 0 100%);
  position: relative;
}
.card::before {
  position: absolute;
  top: 8px;
  right: -7px;
  width: 32px;
  border-top: 2px solid var(--ink);
  content: '';
  transform: rotate(45deg);
}
.logo {
  font: 700 28px/1 var(--head);
}
.logo i {
  margin-right: 2px;
  padding: 1px 8px 4px;
  background: var(--ink);
  clip-path: polygon(0 0, calc(100% - 7px) 0, 100% 7px, 100% 100%, 0 100%);
  color: var(--paper);
  font-style: normal;
}
.card :slotted(label) {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
.card :slotted(.btn) {
  justify-self: start;
}
</style>
