<script setup lang="ts">
/** The three columns of every stage: the index, the work, and the margin that belongs to what is selected. */
defineProps<{ wide?: boolean }>();
</script>

<template>
  <div class="stage" :class="{ wide }">
    <nav v-if="$slots['index']" class="index" aria-label="Sidebar"><slot name="index" /></nav>
    <main id="work" class="work" tabindex="-1"><slot /></main>
    <aside v-if="$slots['margin']" class="margin" aria-label="Details"><slot name="margin" /></aside>
  </div>
</template>

<style>
.stage {
  display: grid;
  grid-template-columns: 200px minmax(0, 1fr) 316px;
  min-height: 0;
  background: var(--sheet);
}
.stage.wide {
  grid-template-columns: 200px minmax(0, 1fr);
}
.index {
  overflow-y: auto;
  border-right: 1px solid var(--rule);
  background: var(--paper);
  padding: 16px 0 16px 20px;
  font-size: 13.5px;
}
.index h2 {
  font-size: 17px;
}
.index h2 + p {
  margin-bottom: 12px;
}
.index h2:not(:has(+ p)) {
  margin-bottom: 8px;
}
.margin h2:not(:has(+ .under)) {
  margin-bottom: 10px;
}
.index .btn {
  height: auto;
  min-height: 24px;
  white-space: normal;
}
.index .btn.plain {
  border-bottom: 0;
  line-height: 1.35;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.index .views {
  margin-bottom: 12px;
}
.index h3,
.margin h3 {
  margin: 16px 0 6px;
  color: var(--mid);
  font: 600 11px var(--mono);
}
.work {
  display: flex;
  min-height: 0;
  flex-direction: column;
  padding: 14px 18px 0;
  overflow: hidden;
  outline: none;
}
.tools {
  display: flex;
  /* Wraps rather than shrinks: what stands below would cover its second line. */
  flex: none;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px 14px;
  min-height: 32px;
  margin: 10px 0 8px;
  color: var(--mid);
  font-size: 13px;
}
.tools .end {
  display: flex;
  gap: 8px;
  margin-left: auto;
}
.foot {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 18px;
  margin-top: auto;
  padding: 9px 0;
  border-top: 1px solid var(--rule);
  color: var(--mid);
  font-size: 12.5px;
}
.margin {
  overflow-y: auto;
  border-left: 1px solid var(--rule);
  background: var(--paper);
  padding: 16px 20px;
  font-size: 13.5px;
}
.margin h3 {
  border-top: 1px solid var(--rule);
  padding-top: 10px;
}
.margin .under {
  margin-bottom: 12px;
  color: var(--mid);
  font-size: 12.5px;
}
.margin .pair {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  padding: 3px 0;
}
.margin .pair > :last-child {
  text-align: right;
}
.margin .btn:not(.plain) {
  height: 30px;
  padding: 0 9px;
  font-size: 13.5px;
}
.actions {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-top: 12px;
}
</style>
