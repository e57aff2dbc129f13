<script setup lang="ts">
import type { Match } from '@crib/core/crosswalk';
import type { Command } from '@crib/core/contract';
import NoteField from './NoteField.vue';
import { RELATION_WORDS } from './words.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** A counterpart that was judged: of the whole command or of one of its states, with what the trainer notes of it. */
const props = defineProps<{ match: Match; command: Command; target: Command | undefined }>();
const emit = defineEmits<{ amend: [match: Match | null] }>();
const change = (part: Partial<Match>) => emit('amend', { ...props.match, ...part });
</script>

<template>
  <div class="judged">
    <p>
      <b>{{ RELATION_WORDS[match.relation] }}</b>: {{ target?.label ?? 'not in this release'
      }}<button type="button" class="btn plain" @click="emit('amend', null)">Remove</button>
    </p>
    <FormField v-if="command.states.length" class="line" label="When in state"
      ><SelectField
        :model-value="match.sourceState ?? ''"
        size="small"
        :label="`State of ${command.label}`"
        @update:model-value="(sourceState: string) => change({ sourceState })"
        :choices="[{ value: '', label: 'any state' }, ...command.states]"
    /></FormField>
    <FormField v-if="target?.states.length" class="line" label="Result state"
      ><SelectField
        :model-value="match.targetState ?? ''"
        size="small"
        :label="`State of ${target.label}`"
        @update:model-value="(targetState: string) => change({ targetState })"
        :choices="[{ value: '', label: 'any state' }, ...target.states]"
    /></FormField>
    <FormField class="line" label="Note"
      ><NoteField
        :note="match.note ?? ''"
        :title="`Note on ${target?.label ?? 'the equivalent'}`"
        @keep="(note) => change({ note })"
    /></FormField>
  </div>
</template>

<style scoped>
.judged {
  display: grid;
  gap: 6px;
  padding: 6px 0 8px;
  border-bottom: 1px solid var(--hair);
}
.judged p {
  margin: 0;
}
.line {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 8px;
  align-items: center;
  color: var(--mid);
  font-size: 12.5px;
}
.btn.plain {
  margin-left: 8px;
}
</style>
