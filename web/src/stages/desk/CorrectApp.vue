<script setup lang="ts">
import { KNOWN_PLATFORMS, platformName } from '@crib/core/keys';
import type { AppOverview } from '@crib/core/contract';
import DeleteThing from '../../parts/DeleteThing.vue';
import ProblemList from '../../parts/ProblemList.vue';
import { useDraft } from '../../composables/useDraft.ts';
import { useSaving } from '../../composables/useSaving.ts';
import FormField from '../../parts/FormField.vue';

/** Mends what was said of an app and its open releases, and deletes either. */
const props = defineProps<{ app: AppOverview }>();
const emit = defineEmits<{ done: []; changed: [] }>();
const { problems, said, busy, send } = useSaving();
const { form, sending } = useDraft(
  'program',
  () => props.app.id,
  () => ({ name: props.app.name, role: props.app.role, platforms: props.app.platforms }),
);
const { form: labels, sending: sendingLabels } = useDraft(
  'releases of',
  () => props.app.id,
  () =>
    Object.fromEntries(
      props.app.releases.map((one) => [one.id, { label: one.label, releasedOn: one.releasedOn ?? '' }]),
    ) as Record<number, { label: string; releasedOn: string }>,
);
async function save() {
  const done = sending();
  if (!(await send('PUT /api/apps/:slug', { slug: props.app.slug }, form, 'Program saved.'))) return;
  done();
  emit('changed');
}
async function correct(id: number) {
  const { label, releasedOn } = labels[id]!;
  const body = { label, releasedOn: releasedOn || null };
  const done = sendingLabels();
  if (!(await send('PUT /api/releases/:id', { id }, body, `${label} updated.`))) return;
  done();
  emit('changed');
}
</script>

<template>
  <form class="make" @submit.prevent="save">
    <h2>{{ app.name }}</h2>
    <FormField label="Name"><ElInput v-model="form.name" maxlength="80" required /></FormField>
    <fieldset>
      <legend>Platforms</legend>
      <ElCheckboxGroup v-model="form.platforms">
        <ElCheckbox
          v-for="platform in new Set([...KNOWN_PLATFORMS, ...app.platforms])"
          :key="platform"
          :value="platform"
          :label="platformName(platform)"
        />
      </ElCheckboxGroup>
    </fieldset>
    <div class="actions">
      <button type="submit" class="btn primary" :disabled="busy || form.platforms.length === 0">Save</button>
      <button type="button" class="btn" @click="$emit('done')">Close</button>
      <DeleteThing kind="app" :id="app.id" :name="app.name" @deleted="($emit('changed'), $emit('done'))" />
    </div>
  </form>
  <form v-for="one in app.releases" :key="one.id" class="make release" @submit.prevent="correct(one.id)">
    <h3>Release {{ one.label }}</h3>
    <template v-if="!one.sealedAt">
      <FormField label="Version"><ElInput v-model="labels[one.id]!.label" maxlength="40" required /></FormField>
      <FormField label="Release date"><ElInput v-model="labels[one.id]!.releasedOn" type="date" /></FormField>
    </template>
    <p v-else class="mid">Sealed: version and date can no longer change.</p>
    <div class="actions">
      <button v-if="!one.sealedAt" type="submit" class="btn" :disabled="busy">Save {{ one.label }}</button>
      <DeleteThing kind="release" :id="one.id" :name="`${app.name} ${one.label}`" @deleted="$emit('changed')" />
    </div>
  </form>
  <ProblemList :problems="problems" />
  <p role="status">{{ said }}</p>
</template>
