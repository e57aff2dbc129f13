<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { RELATIONS, evidenceOf, type Match, type Proposed, type Relation, type Standing } from '@crib/core/crosswalk';
import type { Command } from '@crib/core/contract';
import type { Opened } from '@crib/core/keyset';
import { percent, say as sentence } from '@crib/core/words';
import KeyChip from '../../parts/KeyChip.vue';
import { usePlace } from '../../composables/usePlace.ts';
import JudgedMatch from './JudgedMatch.vue';
import { RELATION_WORDS } from './words.ts';
import SelectField from '../../parts/SelectField.vue';

/** The proposals for a command with what speaks for them, another counterpart by name, and what was judged. */
const props = defineProps<{
  command: Command;
  to: Opened;
  standing: Standing;
  proposed: Proposed | null;
  /** Whether they are worked out from all that was judged; they still change otherwise. */
  settled: boolean;
  as: Relation;
  /** Whether what is taken next stands beside what was judged. */
  also: boolean;
  keysOf: (id: number) => readonly string[];
  taken: (id: number) => boolean;
}>();
const emit = defineEmits<{
  take: [id: number];
  relate: [relation: Relation];
  say: [kind: 'none' | 'later'];
  back: [];
  also: [];
  amend: [matches: readonly Match[]];
}>();
const { platform, style } = usePlace();
const other = ref<number | null>(null);
watch(
  () => props.command.id,
  () => (other.value = null),
);
const label = (id: number) => props.to.commands.get(id)?.label ?? 'not in this release';
const amend = (index: number, now: Match | null) =>
  emit('amend', props.standing.matches.toSpliced(index, 1, ...(now ? [now] : [])));
const facts = computed(() => [props.command.category, props.command.menu].filter(Boolean).join(' · '));
</script>

<template>
  <h2>{{ command.label }}</h2>
  <p class="under">{{ facts }}</p>
  <template v-if="standing.kind !== 'unjudged'">
    <h3>Mapped</h3>
    <p v-if="standing.kind === 'none'">No equivalent.</p>
    <p v-else-if="standing.kind === 'later'">Skipped.</p>
    <JudgedMatch
      v-for="(one, index) in standing.matches"
      :key="`${one.sourceState} ${one.target} ${one.targetState}`"
      :match="one"
      :command="command"
      :target="to.commands.get(one.target)"
      @amend="(now) => amend(index, now)"
    />
    <div class="actions">
      <button
        v-if="standing.kind === 'counterparts'"
        type="button"
        class="btn"
        :aria-pressed="also"
        @click="emit('also')"
      >
        Add a second match
      </button>
      <button type="button" class="btn plain" @click="emit('back')">Undo mapping</button>
    </div>
  </template>
  <h3>Suggestions</h3>
  <p v-if="!proposed" class="mid" role="status">Searching…</p>
  <p v-else-if="!proposed.proposals.length" class="mid">No similar command.</p>
  <div v-else class="proposals" :aria-busy="!settled">
    <button
      v-for="(one, index) in proposed.proposals"
      :key="one.target"
      type="button"
      class="proposal"
      @click="emit('take', one.target)"
    >
      <kbd class="chip">{{ index + 1 }}</kbd>
      <span
        ><b>{{ label(one.target) }}</b
        ><small>{{
          evidenceOf(one.features)
            .map((each) => sentence(each))
            .join(', ')
        }}</small
        ><small v-if="taken(one.target)">already matched to another command</small></span
      >
      <span class="keys"
        ><KeyChip v-for="key in keysOf(one.target)" :key="key" :shortcut="key" :platform="platform" :how="style"
      /></span>
    </button>
    <p class="mid">The first match is {{ percent(proposed.likelihood) }} likely.</p>
  </div>
  <h3>Accept as</h3>
  <div class="relations" role="group" aria-label="Relation">
    <button
      v-for="one in RELATIONS"
      :key="one"
      type="button"
      class="btn"
      :aria-pressed="as === one"
      @click="emit('relate', one)"
    >
      {{ RELATION_WORDS[one] }}
    </button>
  </div>
  <h3>Another command</h3>
  <SelectField
    v-model="other"
    filterable
    size="small"
    label="Another command"
    placeholder="search commands"
    :choices="to.catalogue.commands.map((one) => ({ value: one.id, label: one.label }))"
  />
  <div class="actions">
    <button type="button" class="btn" :disabled="other === null" @click="emit('take', other!)">Accept</button>
    <button type="button" class="btn" @click="emit('say', 'none')">No equivalent</button>
    <button type="button" class="btn" @click="emit('say', 'later')">Skip</button>
  </div>
</template>

<style scoped>
.proposal {
  display: grid;
  grid-template-columns: 24px 1fr auto;
  gap: 8px;
  align-items: start;
}
small {
  display: block;
  color: var(--mid);
  font-size: 12.5px;
}
.relations {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.relations .btn[aria-pressed='true'] {
  background: var(--tide-wash);
  border-color: var(--tide);
}
.keys {
  display: grid;
  gap: 3px;
  justify-items: end;
}
</style>
