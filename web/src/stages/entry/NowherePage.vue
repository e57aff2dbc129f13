<template>
  <main id="work" class="nowhere">
    <h1>Page not found</h1>
    <p>Check the address, or go back to your desk.</p>
    <RouterLink class="btn" to="/">Back to the desk</RouterLink>
  </main>
</template>

<style scoped>
.nowhere {
  display: grid;
  align-content: start;
  justify-items: start;
  gap: 14px;
  padding: 64px 40px;
  background: var(--sheet);
}
</style>
