<script setup lang="ts">
import { show } from '../../words/chips.ts';
import { platformName, type Platform } from '@crib/core/keys';
import type { ListReport } from '@crib/core/contract';

/** What taking a list in would change; what it no longer names stays, unless it is ticked. */
defineProps<{ report: ListReport; platform: Platform }>();
const drop = defineModel<number[]>({ required: true });
</script>

<template>
  <h2>What will change</h2>
  <div class="pair">
    <span>Commands new to the program</span><b class="figures">{{ report.counts.newToApp }}</b>
  </div>
  <div v-if="report.counts.newCommands > report.counts.newToApp" class="pair">
    <span>Commands new to this release</span
    ><b class="figures">{{ report.counts.newCommands - report.counts.newToApp }}</b>
  </div>
  <div v-if="report.counts.families" class="pair">
    <span>Families (one shortcut per member)</span><b class="figures">{{ report.counts.families }}</b>
  </div>
  <div v-if="report.counts.groups" class="pair">
    <span>Alternatives and slots</span><b class="figures">{{ report.counts.groups }}</b>
  </div>
  <div v-if="report.counts.choosers" class="pair">
    <span>Context-dependent shortcuts</span><b class="figures">{{ report.counts.choosers }}</b>
  </div>
  <div v-if="report.counts.folded" class="pair">
    <span>Rows combined for all platforms</span><b class="figures">{{ report.counts.folded }}</b>
  </div>
  <div v-if="report.counts.doubled" class="pair">
    <span>Repeated rows, skipped</span><b class="figures">{{ report.counts.doubled }}</b>
  </div>
  <div class="pair">
    <span>Commands renamed or reworded</span><b class="figures">{{ report.counts.changedCommands }}</b>
  </div>
  <div class="pair">
    <span>New shortcuts</span><b class="figures">{{ report.counts.newBindings }}</b>
  </div>
  <div class="pair">
    <span>Unchanged shortcuts</span><b class="figures">{{ report.counts.sameBindings }}</b>
  </div>
  <div class="pair">
    <span>Commands not in this list (kept)</span><b class="figures">{{ report.counts.unlisted }}</b>
  </div>
  <template v-if="report.newContexts.length">
    <h3>New contexts</h3>
    <p>{{ report.newContexts.join(', ') }}</p>
  </template>
  <template v-if="report.changed.length">
    <h3>Changed text</h3>
    <p v-for="one in report.changed.slice(0, 30)" :key="one.label">
      {{ one.label }}:
      <span v-for="change in one.changes" :key="change.field" class="mid"
        >{{ change.field }} was “{{ change.old }}”, now “{{ change.now }}”
      </span>
    </p>
  </template>
  <template v-if="report.gone.length">
    <h3>Missing from this list</h3>
    <p class="under">Kept unless you tick them for deletion.</p>
    <ElCheckboxGroup v-model="drop" class="gone">
      <ElCheckbox v-for="one in report.gone" :key="one.id" :value="one.id">
        {{ one.label }}, {{ show(one.shortcut, one.platform ?? platform)
        }}{{ one.platform ? ` on ${platformName(one.platform)}` : '' }}
      </ElCheckbox>
    </ElCheckboxGroup>
    <div class="actions">
      <button type="button" class="btn" @click="drop = drop.length ? [] : report.gone.map((one) => one.id)">
        {{ drop.length ? 'Clear all' : 'Select all' }}
      </button>
    </div>
  </template>
</template>

<style scoped>
.gone {
  display: grid;
  gap: 4px;
}
</style>
