<template>
  <main id="work" class="nowhere">
    <h1>Nothing is kept at this address</h1>
    <p>It may have been mistyped, or it has moved.</p>
    <RouterLink class="btn" to="/">To the desk</RouterLink>
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
