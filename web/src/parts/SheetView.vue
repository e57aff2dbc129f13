<script setup lang="ts">
import type { EditionBody, EditionRow } from '@crib/core/contract';
import type { Shown } from './chips.ts';
import { tell, type LearnerLanguage } from '@crib/core/words';
import KeyChip from './KeyChip.vue';

/** A composed sheet as it is read: the same on the learner's page, in the preview, and on paper. */
const props = defineProps<{ body: EditionBody; platform: string; how: Shown; language: LearnerLanguage }>();

/** A key is the school's own unless it was shipped as well; `shipped` is only said where something differs. */
function stateOf(row: EditionRow, key: string) {
  if (row.fixed) return 'fixed';
  const shipped = row.shipped[props.platform];
  return shipped && !shipped.includes(key) ? 'yours' : 'as shipped';
}
</script>

<template>
  <div class="sections">
    <section v-for="section in body.sections" :key="section.title" class="section">
      <h2>{{ section.title }}</h2>
      <dl>
        <div v-for="(row, at) in section.rows" :key="at" class="entry">
          <dt>
            <KeyChip
              v-for="key in row.keys[platform] ?? []"
              :key="key"
              :shortcut="key"
              :platform="platform"
              :how="how"
              :state="stateOf(row, key)"
              learner
            />
            <span v-if="!(row.keys[platform] ?? []).length" class="none">{{ tell(language, 'page.no key') }}</span>
          </dt>
          <dd>
            {{ row.label }}
            <small v-if="row.note">{{ row.note }}</small>
            <small v-if="row.memoryAid">{{ row.memoryAid }}</small>
          </dd>
        </div>
      </dl>
    </section>
  </div>
</template>

<style scoped>
.sections {
  columns: 3 240px;
  column-gap: 38px;
}
.section {
  margin-bottom: 18px;
}
h2 {
  margin: 0 0 4px;
  padding-bottom: 3px;
  border-bottom: 2px solid var(--ink);
  break-after: avoid;
  font: 650 16px var(--head);
}
dl {
  margin: 0;
}
.entry {
  display: grid;
  grid-template-columns: 118px minmax(0, 1fr);
  gap: 0 8px;
  padding: 5px 0;
  border-bottom: 1px solid var(--hair);
  break-inside: avoid;
}
dt {
  display: flex;
  flex-wrap: wrap;
  align-content: start;
  gap: 3px;
}
dd {
  margin: 0;
}
small {
  display: block;
  color: var(--mid);
  font-size: 12px;
}
.none {
  color: var(--mid);
}
@media print {
  .sections {
    columns: 3;
    column-gap: 6mm;
  }
  .entry {
    grid-template-columns: 24mm minmax(0, 1fr);
    gap: 0 1.5mm;
    padding: 0.8mm 0;
  }
  .section {
    margin-bottom: 3.5mm;
  }
}
</style>
