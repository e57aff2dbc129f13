<script setup lang="ts">
import { capital } from '../../words/capital.ts';
import { computed, shallowRef, watch } from 'vue';
import { actWords, type Act, type ActPage } from '@crib/core/contract';
import { counted } from '@crib/core/words';
import { ask } from '../../api/client.ts';
import { useAnswer } from '../../api/queries.ts';
import ProblemList from '../../parts/ProblemList.vue';
import StateNote from '../../parts/StateNote.vue';
import { dayOf, timeOf } from '../../words/moments.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useSession } from '../../stores/session.ts';
import SchoolFrame from './SchoolFrame.vue';
import { changesOf } from './changes.ts';
import { useDoing } from '../../composables/useDoing.ts';
import SelectField from '../../parts/SelectField.vue';
import PageHead from '../../parts/PageHead.vue';

/** What was done in the workspace: who, when, what and why, row by row; the reading-in of a list is taken back as a whole. */
const session = useSession();
const { kept, set, route } = usePlace();
const app = kept('of');
const who = kept('who');
const text = kept('text');
const { problems, said, busy, doing } = useDoing();

const question = () => ({ app: app.value, who: Number(who.value) || undefined, text: text.value });
const { answer: first, failed, load } = useAnswer('GET /api/acts', question, 'the last');
/** What was asked for beyond the first page, of the same list. */
const later = shallowRef<ActPage | null>(null);
watch(first, () => (later.value = null));
const acts = computed(() => first.value && [...first.value.acts, ...(later.value?.acts ?? [])]);
const next = computed(() => (later.value ?? first.value)?.next ?? null);
async function more() {
  const [of, before] = [first.value, later.value];
  const found = await ask('GET /api/acts', { ...question(), before: next.value! });
  if (first.value !== of || later.value !== before) return;
  later.value = { acts: [...(before?.acts ?? []), ...found.acts], next: found.next };
}
const { answer: programs } = useAnswer('GET /api/apps', () => ({}));
const apps = computed(() => programs.value ?? []);
const { answer: people } = useAnswer('GET /api/people', () => ({}));

const days = computed(() => {
  const byDay = new Map<string, Act[]>();
  for (const one of acts.value ?? []) byDay.set(dayOf(one.at), [...(byDay.get(dayOf(one.at)) ?? []), one]);
  return [...byDay];
});
const chosen = computed(() => (acts.value ?? []).find((one) => String(one.id) === route.query['act']) ?? null);
const { answer: rows, failed: unread } = useAnswer('GET /api/acts/:id/rows', () =>
  chosen.value ? { id: chosen.value.id } : null,
);
watch(
  () => chosen.value?.id,
  () => (problems.value = []),
);
const undo = () =>
  doing(async () => {
    await ask('POST /api/acts/:id/undo', { id: chosen.value!.id });
  }, 'Import undone.');
const nameOf = (slug: string | null) => apps.value.find((one) => one.slug === slug)?.name ?? slug ?? '';
const MOST = 80;
</script>

<template>
  <SchoolFrame>
    <template #index>
      <h3>Filter</h3>
      <div class="narrow">
        <SelectField
          :model-value="app"
          size="small"
          label="Program"
          placeholder="All programs"
          clearable
          @update:model-value="(now: string) => set({ of: now ?? '', act: '' })"
          :choices="apps.map((one) => ({ value: one.slug, label: one.name }))"
        />
        <SelectField
          :model-value="who"
          size="small"
          label="Who"
          placeholder="Anyone"
          clearable
          @update:model-value="(now: string) => set({ who: now ?? '', act: '' })"
          :choices="(people?.members ?? []).map((one) => ({ value: String(one.id), label: one.name }))"
        />
        <ElInput
          :model-value="text"
          size="small"
          aria-label="Search"
          placeholder="Search"
          clearable
          @change="(now: string) => set({ text: now, act: '' })"
        />
      </div>
    </template>
    <StateNote v-if="failed" first :problem="failed" @again="load" />
    <StateNote v-else-if="!acts" first loading />
    <template v-else>
      <PageHead
        >Activity log<template #beside><small>latest first</small></template></PageHead
      >
      <StateNote v-if="!acts.length" :title="app || who || text ? 'No matching activity' : 'No activity yet'">
        <p>Every change is recorded here with who, when and why. Entries are never altered.</p>
      </StateNote>
      <div v-else class="roll" tabindex="0" role="region" aria-label="Activity log">
        <section v-for="[day, list] in days" :key="day">
          <h2 class="day">{{ day }}</h2>
          <button
            v-for="one in list"
            :key="one.id"
            type="button"
            class="proposal act"
            :class="{ chosen: one.id === chosen?.id }"
            :aria-pressed="one.id === chosen?.id"
            @click="set({ act: String(one.id) })"
          >
            <span class="figures">{{ timeOf(one.at) }}</span>
            <span
              ><b>{{ one.who }}</b> {{ actWords(one.doing) }}<template v-if="one.about"> · {{ one.about }}</template
              ><small v-if="one.why" class="mid">{{ one.why }}</small></span
            >
            <span class="mid">{{ [nameOf(one.app), one.release].filter(Boolean).join(' ') }}</span>
          </button>
        </section>
        <button v-if="next" type="button" class="btn further" @click="more">Show older</button>
      </div>
    </template>
    <template #margin>
      <template v-if="chosen">
        <h2>{{ capital(actWords(chosen.doing)) }}</h2>
        <p class="under">{{ chosen.who }}, {{ dayOf(chosen.at) }} at {{ timeOf(chosen.at) }}</p>
        <p v-if="chosen.why">{{ chosen.why }}</p>
        <ProblemList :problems="unread ? [unread, ...problems] : problems" />
        <p role="status">{{ said }}</p>
        <div v-if="chosen.undoable && session.may('edit')" class="actions">
          <button type="button" class="btn primary" :disabled="busy" @click="undo">Undo this import</button>
        </div>
        <h3>{{ counted(chosen.rows, 'row') }}</h3>
        <div v-for="(one, at) in (rows ?? []).slice(0, MOST)" :key="at" class="row">
          <b>{{ changesOf(one).title }}</b>
          <p v-for="line in changesOf(one).lines" :key="line" class="mid">{{ line }}</p>
        </div>
        <p v-if="chosen.rows > MOST" class="mid">and {{ chosen.rows - MOST }} more</p>
      </template>
      <p v-else class="mid">Select an entry to see the values before and after.</p>
    </template>
  </SchoolFrame>
</template>

<style scoped>
.narrow {
  display: grid;
  gap: 8px;
  margin-right: 16px;
}
.roll {
  margin-top: 14px;
}
.day {
  margin: 14px 0 4px;
  color: var(--mid);
  font: 600 12px var(--mono);
}
.act {
  display: grid;
  grid-template-columns: 54px 1fr auto;
  gap: 12px;
  padding: 6px 8px;
}
.act.chosen {
  background: var(--tide-wash);
}
.act small {
  display: block;
}
.further {
  margin: 14px 0;
}
.row {
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
}
.row p {
  overflow-wrap: anywhere;
}
</style>
