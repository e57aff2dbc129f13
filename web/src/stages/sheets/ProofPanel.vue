<script setup lang="ts">
import { computed } from 'vue';
import type { Finding } from '@crib/core/sheet';
import type { SheetSection } from '@crib/core/contract';
import { say } from '@crib/core/words';
import { useWorkspace } from '../../stores/workspace.ts';

/** What a learner would trip over: each with its fix, or with the reason why it stays. */
const props = defineProps<{
  findings: readonly Finding[];
  because: ReadonlyMap<string, string>;
  sections: readonly SheetSection[];
}>();
const emit = defineEmits<{
  fix: [finding: Finding];
  because: [key: string, text: string];
  choose: [section: number];
}>();
const workspace = useWorkspace();
const groups = computed(() =>
  [
    { title: 'Errors', list: props.findings.filter((one) => one.wrong) },
    { title: 'Notices', list: props.findings.filter((one) => !one.wrong) },
  ].filter((one) => one.list.length),
);
function where({ at }: Finding): string {
  const titled = (section: number) => props.sections[section]?.title || 'Untitled section';
  switch (at.part) {
    case 'title':
      return 'In the title';
    case 'intro':
      return 'In the introduction';
    case 'sheet':
      return 'On the whole sheet';
    case 'heading':
      return `In the heading “${titled(at.section)}”`;
    case 'row':
      return `${titled(at.section)}, ${workspace.commands.get(at.command)?.label ?? ''}`;
  }
}
</script>

<template>
  <h2>Check</h2>
  <p class="under">
    {{ findings.length ? 'Fix the errors, or give a reason to keep them.' : 'No errors or warnings.' }}
  </p>
  <template v-for="group in groups" :key="group.title">
    <h3>{{ group.title }}</h3>
    <div v-for="one in group.list" :key="one.key" class="finding" :class="{ wrong: one.wrong }">
      <p class="mid">
        <button v-if="'section' in one.at" type="button" class="btn plain" @click="emit('choose', one.at.section)">
          {{ where(one) }}</button><template v-else>{{ where(one) }}</template>
      </p>
      <p>{{ say(one.said) }}</p>
      <div v-if="one.fix" class="actions">
        <button type="button" class="btn" @click="emit('fix', one)">
          {{ { text: 'Fix', dropping: 'Remove here', 'showing places': 'Show contexts' }[one.fix.by] }}
        </button>
      </div>
      <ElInput
        v-if="one.wrong"
        :model-value="because.get(one.key) ?? ''"
        size="small"
        maxlength="240"
        placeholder="or keep it: reason"
        :aria-label="`Why it stays: ${say(one.said)}`"
        @update:model-value="(text) => emit('because', one.key, String(text))"
      />
    </div>
  </template>
</template>

<style scoped>
.finding {
  padding: 6px 0 10px 10px;
  border-bottom: 1px solid var(--hair);
  border-left: 3px solid var(--rule);
}
.finding.wrong {
  border-left-color: var(--flag);
}
.finding p {
  margin: 0 0 4px;
}
</style>
