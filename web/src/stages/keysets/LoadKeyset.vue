<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import { problem } from '@crib/core/error';
import { keysOf, placeKey } from '@crib/core/keyset';
import { planStackFile, type FilePlan } from '@crib/core/preset';
import type { CustomKeyset, Edit } from '@crib/core/contract';
import { counted } from '@crib/core/words';
import ProblemList from '../../parts/ProblemList.vue';
import { ask, problemsOf } from '../../api/client.ts';
import { show } from '../../words/chips.ts';
import { useDoing } from '../../composables/useDoing.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import FormField from '../../parts/FormField.vue';

/** Loading a keyset from a file: what it would change is looked at first. */
const emit = defineEmits<{ done: [] }>();
const workspace = useWorkspace();
const { router, appSlug, releaseLabel, platform, style, luggage } = usePlace();
const plan = shallowRef<FilePlan | null>(null);
const { problems, busy, doing } = useDoing();
const name = ref('');
const file = ref('');
const MOST_BYTES = 10_000_000;

async function choose(event: Event) {
  const chosen = (event.target as HTMLInputElement).files?.[0];
  plan.value = null;
  problems.value = [];
  if (!chosen) return;
  file.value = chosen.name;
  try {
    if (chosen.size > MOST_BYTES)
      problems.value = [
        problem('file-too-large', 'The file is larger than 10 MB, too large for a keyset. Choose another file.'),
      ];
    else {
      plan.value = planStackFile(await chosen.text(), workspace.stored!);
      name.value = plan.value.present ? `${plan.value.name}, from file`.slice(0, 80) : plan.value.name;
    }
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
const base = computed(() => workspace.keyset(plan.value?.baseId));
const label = (command: number) => workspace.commands.get(command)?.label ?? '';
const written = (edit: Edit | undefined) =>
  edit
    ? keysOf(edit)
        .map((one) => show(one, platform.value, style.value))
        .join(' or ') || edit.action
    : 'inherited';
const go = (id: number) =>
  router.push({
    name: 'keyset',
    params: { app: appSlug.value, release: releaseLabel.value, keyset: id },
    query: luggage.value,
  });
const act = (work: () => Promise<number>) =>
  doing(async () => {
    const id = await work();
    await workspace.reload();
    emit('done');
    await go(id);
  });
const why = computed(() => `Imported from ${file.value}.`);
const asNew = () =>
  act(async () => {
    const { baseId, edits, note } = plan.value!;
    const body = { name: name.value, baseId, edits, note, why: why.value };
    return (await ask('POST /api/apps/:slug/keysets', { slug: appSlug.value }, body)).id;
  });
const inPlace = () =>
  act(async () => {
    const { id } = plan.value!.present!;
    const { revision } = workspace.keyset(id) as CustomKeyset;
    await ask('POST /api/keysets/:id/state', { id }, { revision, edits: plan.value!.edits, why: why.value });
    return id;
  });
</script>

<template>
  <h2>Import a keyset</h2>
  <p class="under">Choose a file with a keyset saved by Crib. You will see the changes first.</p>
  <label class="btn primary"
    >Choose a file<input class="sr-only" type="file" accept=".json,application/json" @change="choose"
  /></label>
  <ProblemList :problems="problems" />
  <template v-if="plan">
    <h3>{{ plan.name }}</h3>
    <p>{{ counted(plan.edits.length, 'edit') }} on {{ base?.name }}.</p>
    <p v-for="note in plan.notes" :key="note">{{ note }}</p>
    <template v-if="plan.present">
      <h3>Differences from the current keyset</h3>
      <p v-if="!plan.present.differences.length" class="mid">No differences.</p>
      <div v-for="one in plan.present.differences.slice(0, 40)" :key="placeKey(one.place)" class="pair">
        <span>{{ label(one.place.command) }}</span>
        <span class="figures"
          ><s class="mid">{{ written(one.old) }}</s> {{ written(one.now) }}</span
        >
      </div>
      <p v-if="plan.present.differences.length > 40" class="mid">and {{ plan.present.differences.length - 40 }} more</p>
      <div v-if="plan.present.differences.length" class="actions">
        <button type="button" class="btn" :disabled="busy" @click="inPlace">Replace current keyset</button>
      </div>
    </template>
    <FormField class="make" label="Name of the new keyset"><ElInput v-model="name" maxlength="80" /></FormField>
    <div class="actions">
      <button type="button" class="btn primary" :disabled="busy || !name.trim()" @click="asNew">
        Save as new keyset
      </button>
    </div>
  </template>
  <div class="actions"><button type="button" class="btn" @click="emit('done')">Cancel</button></div>
</template>

<style scoped>
.btn:focus-within {
  outline: 2px solid var(--tide);
  outline-offset: 2px;
}
</style>
