<script setup lang="ts">
import { computed, shallowRef } from 'vue';
import { RELATIONS, matchesOf, placeProposals, standings, type Relation } from '@crib/core/crosswalk';
import type { WordSectionSaid } from '@crib/core/contract';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import MigrationIndex from './MigrationIndex.vue';
import NoteField from './NoteField.vue';
import { useCrosswalk } from './useCrosswalk.ts';
import { RELATION_WORDS } from './words.ts';
import SelectField from '../../parts/SelectField.vue';
import LineTable from '../../parts/LineTable.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** Which place of one program answers to which of the other: proposed by name and by where counterparts are, and judged. */
const { kept, set } = usePlace();
const { crosswalk, from, to, problem, load } = useCrosswalk();
const problems = shallowRef<readonly Problem[]>([]);
const words = shallowRef<readonly WordSectionSaid[] | null>(null);
ask('GET /api/words').then(
  (found) => (words.value = found),
  (error: unknown) => (problems.value = problemsOf(error)),
);
const at = kept('row');
const rows = computed(() => from.value?.tree.inOrder ?? []);
const selected = computed(() => rows.value.find((one) => String(one.id) === at.value) ?? rows.value[0] ?? null);
const standing = computed(() => standings(crosswalk.value?.contexts ?? [], 'source'));
const counterparts = computed(() => matchesOf(crosswalk.value?.commands ?? []));
const proposals = computed(() =>
  from.value && to.value && words.value
    ? placeProposals(from.value, to.value, counterparts.value, words.value)
    : new Map<number, never[]>(),
);
const name = (id: number) => to.value?.tree.inOrder.find((one) => one.id === id)?.name ?? 'not in this release';
const noteOf = (source: number) => crosswalk.value?.contexts.find((one) => one.source === source)?.note ?? '';
const judged = computed(() => rows.value.filter((one) => standing.value(one.id).kind !== 'unjudged').length);

async function say(
  source: number,
  matches: readonly { target: number | null; relation: Relation | 'none'; note: string }[],
) {
  problems.value = [];
  try {
    crosswalk.value = await ask(
      'PUT /api/crosswalks/:id/judgements',
      { id: crosswalk.value!.id },
      {
        of: 'context',
        judged: [{ source, matches }],
      },
    );
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
function change(source: number, part: { target?: number | null; relation?: Relation; note?: string }) {
  const [match] = standing.value(source).matches;
  const now = { target: match?.target ?? null, relation: match?.relation ?? 'exact', note: noteOf(source), ...part };
  void say(source, [now.target === null ? { ...now, relation: 'none' } : now]);
}
const evidence = ({ names, agree, of }: { names: number; agree: number; of: number }) =>
  [agree && `${agree} of ${of} mapped commands are there`, names >= 0.5 && 'similar name'].filter(Boolean).join(', ');
</script>

<template>
  <ReleaseGate>
    <StageFrame>
      <template #index><MigrationIndex :crosswalk="crosswalk" /></template>
      <StateNote v-if="problem" first :problem="problem" @again="load" />
      <StateNote v-else-if="!crosswalk || !from || !to" first loading />
      <template v-else>
        <PageHead
          >Contexts<template #beside
            ><small
              >{{ crosswalk.from.name }} and {{ crosswalk.to.name }} · {{ judged }} of {{ rows.length }} mapped</small
            ></template
          ></PageHead
        >
        <ProblemList :problems="problems" />
        <LineTable label="Contexts" :columns="[`In ${crosswalk.from.name}`, 'Relation', `In ${crosswalk.to.name}`]">
          <tr v-for="one in rows" :key="one.id" :class="{ chosen: one === selected }">
            <th scope="row">
              <button
                type="button"
                class="btn plain"
                :style="{ marginLeft: `${16 * from.tree.depth(one.id)}px` }"
                :aria-pressed="one === selected"
                @click="set({ row: String(one.id) }, true)"
              >
                {{ one.name }}
              </button>
            </th>
            <td class="mid word">
              {{
                standing(one.id).kind === 'counterparts'
                  ? RELATION_WORDS[standing(one.id).matches[0]!.relation]
                  : standing(one.id).kind === 'none'
                    ? 'no equivalent'
                    : 'unjudged'
              }}
            </td>
            <td>
              <template v-if="standing(one.id).kind === 'counterparts'">{{
                standing(one.id)
                  .matches.map((match) => name(match.target))
                  .join(', ')
              }}</template>
              <span v-else-if="standing(one.id).kind === 'unjudged' && proposals.get(one.id)?.[0]" class="mid"
                >{{ name(proposals.get(one.id)![0]!.target) }}?</span
              >
            </td>
          </tr>
        </LineTable>
      </template>
      <template #margin>
        <template v-if="selected && from && to">
          <h2>{{ selected.name }}</h2>
          <p class="under">{{ from.tree.path(selected.id) }}</p>
          <h3>Suggestions</h3>
          <p v-if="!proposals.get(selected.id)?.length" class="mid">No similar context.</p>
          <button
            v-for="one in proposals.get(selected.id) ?? []"
            :key="one.target"
            type="button"
            class="proposal"
            @click="change(selected.id, { target: one.target })"
          >
            <b>{{ name(one.target) }}</b><small>{{ evidence(one) }}</small>
          </button>
          <h3>Mapped</h3>
          <FormField class="line" label="Corresponds to"
            ><SelectField
              :model-value="standing(selected.id).matches[0]?.target"
              filterable
              size="small"
              placeholder="choose a context"
              @update:model-value="(target: number) => change(selected!.id, { target })"
              :choices="to.tree.inOrder.map((one) => ({ value: one.id, label: to!.tree.path(one.id) }))"
          /></FormField>
          <FormField v-if="standing(selected.id).matches.length" class="line" label="Relation"
            ><SelectField
              :model-value="standing(selected.id).matches[0]!.relation"
              size="small"
              label="Relation"
              @update:model-value="(relation: Relation) => change(selected!.id, { relation })"
              :choices="RELATIONS.map((one) => ({ value: one, label: RELATION_WORDS[one] }))"
          /></FormField>
          <FormField v-if="standing(selected.id).kind !== 'unjudged'" class="line" label="Note"
            ><NoteField :note="noteOf(selected.id)" title="Note" @keep="(note) => change(selected!.id, { note })"
          /></FormField>
          <div class="actions">
            <button type="button" class="btn" @click="change(selected.id, { target: null })">No equivalent</button>
            <button
              v-if="standing(selected.id).kind !== 'unjudged'"
              type="button"
              class="btn plain"
              @click="say(selected.id, [])"
            >
              Undo mapping
            </button>
          </div>
        </template>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.word {
  font: 12.5px var(--mono);
}
small {
  display: block;
  color: var(--mid);
  font-size: 12.5px;
}
.line {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 8px;
  align-items: center;
  margin-bottom: 6px;
  color: var(--mid);
  font-size: 12.5px;
}
</style>
