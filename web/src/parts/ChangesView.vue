<script setup lang="ts">
import { computed } from 'vue';
import type { ChangeLine, ChangesBody } from '@crib/core/contract';
import { appliesOn } from '@crib/core/sheet';
import type { Shown } from './chips.ts';
import { tell, type LearnerLanguage } from '@crib/core/words';
import KeyChip from './KeyChip.vue';

/** Change notes as they are read: the same on the learner’s page, in the preview, and on paper. */
const props = defineProps<{
  body: Pick<ChangesBody, 'groups'>;
  platform: string;
  how: Shown;
  language: LearnerLanguage;
}>();
const keys = (by: ChangeLine['before']) => by[props.platform] ?? [];
/** What is so on the reader’s platform. */
const groups = computed(() =>
  props.body.groups
    .map((group) => ({ ...group, lines: group.lines.filter((line) => appliesOn(line, props.platform)) }))
    .filter((group) => group.lines.length),
);
</script>

<template>
  <section v-for="group in groups" :key="group.title" class="group">
    <h2>{{ group.title }}</h2>
    <ul>
      <li v-for="(line, at) in group.lines" :key="at">
        <span class="keys-cell">
          <KeyChip v-for="key in keys(line.before)" :key="key" :shortcut="key" :platform="platform" :how="how" />
          <template v-if="keys(line.after).length">
            <span aria-hidden="true">→</span><span class="sr-only">{{ tell(language, 'page.now') }}</span>
            <KeyChip
              v-for="key in keys(line.after)"
              :key="key"
              :shortcut="key"
              :platform="platform"
              :how="how"
              state="new here"
            />
          </template>
        </span>
        <span class="what">
          <b v-if="line.subject">{{ line.subject }}</b> {{ line.text
          }}<small v-if="line.where && line.where !== 'Everywhere'">{{ line.where }}</small>
          <em v-if="line.reason">{{ line.reason }}</em>
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.group {
  margin-bottom: 22px;
}
h2 {
  margin: 0;
  padding-bottom: 4px;
  border-bottom: 2px solid var(--ink);
  font: 650 17px var(--head);
  break-after: avoid;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: minmax(150px, 230px) minmax(0, 1fr);
  gap: 4px 18px;
  align-items: baseline;
  padding: 7px 0;
  border-bottom: 1px solid var(--hair);
  break-inside: avoid;
}
.keys-cell {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 5px;
}
small {
  margin-left: 6px;
  color: var(--mid);
  font-size: 12.5px;
}
em {
  display: block;
  margin-top: 2px;
  padding-left: 10px;
  border-left: 2px solid var(--rule);
  color: var(--mid);
  font-style: normal;
}
@media (max-width: 560px) {
  li {
    grid-template-columns: 1fr;
  }
}
</style>
