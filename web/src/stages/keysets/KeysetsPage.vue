<script setup lang="ts">
import { computed, reactive, ref, shallowRef, watch } from 'vue';
import { clashes } from '@crib/core/keyset';
import type { Problem } from '@crib/core/error';
import { counted } from '@crib/core/words';
import { ask, problemsOf } from '../../api/client.ts';
import { fetchAnswer } from '../../api/queries.ts';
import IndexLine from '../../parts/IndexLine.vue';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { useSaving } from '../../composables/useSaving.ts';
import LoadKeyset from './LoadKeyset.vue';
import SelectField from '../../parts/SelectField.vue';
import LineTable from '../../parts/LineTable.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

const workspace = useWorkspace();
const { router, appSlug, releaseLabel, luggage } = usePlace();

const lines = computed(() =>
  (workspace.catalogue?.keysets ?? []).map((keyset) => {
    const found = clashes(workspace.settingOf(keyset.id));
    const count = (severity: string) => found.filter((clash) => clash.severity === severity).length;
    const base = keyset.kind === 'custom' ? workspace.keyset(keyset.baseId)?.name : 'nothing';
    const unreasoned = keyset.kind === 'custom' ? keyset.edits.filter((edit) => !edit.reason).length : 0;
    return {
      keyset,
      base,
      errors: count('error'),
      warnings: count('warning'),
      notes: count('note'),
      unreasoned,
    };
  }),
);

const shippedSets = computed(() => (workspace.catalogue?.keysets ?? []).filter((one) => one.kind === 'shipped'));
const saving = useSaving();
const shipping = ref(false);
const loading = ref(false);
const extra = reactive({ name: '', copyOf: 0, imitates: 0 });
/** Releases of all apps that a keyset can imitate. */
const releases = shallowRef<{ id: number; title: string }[]>([]);
watch(shipping, async (on) => {
  if (!on || releases.value.length) return;
  const apps = await fetchAnswer('GET /api/apps', {});
  const all = await Promise.all(apps.map((app) => fetchAnswer('GET /api/apps/:slug', { slug: app.slug })));
  releases.value = all.flatMap((app) => app.releases.map(({ id, label }) => ({ id, title: `${app.name} ${label}` })));
});
async function ship() {
  const { name, copyOf, imitates } = extra;
  const body = { releaseId: workspace.catalogue!.release.id, name, copyOf: copyOf || null, imitates: imitates || null };
  if (await saving.send('POST /api/apps/:slug/shipped', { slug: appSlug.value }, body, 'Built-in keyset added.'))
    shipping.value = false;
}
/** Another default: at once in an open release; a sealed one is corrected, with the reason and the day. */
const correcting = ref({ id: 0, reason: '' });
async function makeDefault(id: number) {
  const { release } = workspace.catalogue!;
  if (!release.sealedAt)
    return saving.send('PUT /api/keysets/:id', { id }, { isDefault: true }, 'Default keyset changed.');
  if (correcting.value.id !== id || !correcting.value.reason) return (correcting.value = { id, reason: '' });
  const body = { what: 'default' as const, keyset: id, reason: correcting.value.reason };
  const done = await saving.send('POST /api/releases/:id/corrections', { id: release.id }, body, 'Correction saved.');
  if (done) correcting.value = { id: 0, reason: '' };
}
const imitated = (id: number | null) => releases.value.find((one) => one.id === id)?.title ?? 'another release';

const form = reactive({ name: '', note: '', mine: false, baseId: null as number | null });
const problems = shallowRef<readonly Problem[]>([]);
async function make() {
  problems.value = [];
  try {
    const { name, note, mine } = form;
    const baseId = form.baseId ?? workspace.shipped!.id;
    const { id } = await ask(
      'POST /api/apps/:slug/keysets',
      { slug: appSlug.value },
      {
        name,
        note,
        mine,
        baseId,
      },
    );
    await workspace.reload();
    await router.push({
      name: 'keyset',
      params: { app: appSlug.value, release: releaseLabel.value, keyset: id },
      query: luggage.value,
    });
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
</script>

<template>
  <ReleaseGate v-slot="{ catalogue }">
    <StageFrame>
      <template #index>
        <h2>{{ workspace.app?.name }}</h2>
        <p class="mid views">{{ releaseLabel }}</p>
        <IndexLine :to="{ name: 'proposals', query: luggage }">Proposals</IndexLine>
      </template>
      <PageHead
        >Keysets<template #beside
          ><small>{{ releaseLabel }}</small></template
        ></PageHead
      >
      <LineTable label="Keysets" :columns="['Keyset', 'Based on', 'Contents', 'Errors', 'Warnings', 'Notices']">
        <tr v-for="{ keyset, base, errors, warnings, notes, unreasoned } in lines" :key="keyset.id">
          <th scope="row">
            <RouterLink :to="{ name: 'keyset', params: { keyset: keyset.id }, query: luggage }">{{
              keyset.name
            }}</RouterLink>
          </th>
          <td>{{ base }}</td>
          <td>
            <template v-if="keyset.kind === 'shipped'"
              >{{ counted(keyset.bindings.length, 'shortcut') }}{{ catalogue.release.sealedAt ? ', sealed' : ''
              }}{{ keyset.isDefault ? ', the default' : ''
              }}{{ keyset.imitates ? `, imitates ${imitated(keyset.imitates)}` : '' }}
              <button v-if="!keyset.isDefault" type="button" class="btn plain" @click="makeDefault(keyset.id)">
                {{ correcting.id === keyset.id && correcting.reason ? 'Save' : 'Make default' }}</button><ElInput
                v-if="correcting.id === keyset.id && catalogue.release.sealedAt"
                v-model="correcting.reason"
                size="small"
                maxlength="1000"
                aria-label="Reason for changing the default"
                placeholder="Reason for changing the default"
            /></template>
            <template v-else
              >{{ keyset.owner ? `Only ${keyset.owner.name} · ` : '' }}{{ counted(keyset.edits.length, 'edit') }} ·
              {{ unreasoned ? `${unreasoned} need a reason` : 'all explained' }}</template
            >
          </td>
          <td class="figures">
            <RouterLink :to="{ name: 'conflicts', params: { keyset: keyset.id }, query: luggage }">{{
              errors
            }}</RouterLink>
          </td>
          <td class="figures">{{ warnings }}</td>
          <td class="figures">{{ notes }}</td>
        </tr>
      </LineTable>
      <div class="foot">
        <span>Counts are for the selected layout. Open Conflicts to check all layouts.</span>
      </div>
      <template #margin>
        <LoadKeyset v-if="loading" @done="loading = false" />
        <form v-else-if="shipping" class="make" @submit.prevent="ship">
          <h2>Add a built-in keyset</h2>
          <p class="under">A release can have several; one is the default.</p>
          <FormField label="Name"><ElInput v-model="extra.name" maxlength="80" required /></FormField>
          <FormField label="Start from"
            ><SelectField
              v-model="extra.copyOf"
              :choices="[
                { value: 0, label: 'nothing' },
                ...shippedSets.map((keyset) => ({ value: keyset.id, label: keyset.name })),
              ]"
          /></FormField>
          <FormField label="Emulates"
            ><SelectField
              v-model="extra.imitates"
              :choices="[
                { value: 0, label: 'nothing' },
                ...releases.map((one) => ({ value: one.id, label: one.title })),
              ]"
          /></FormField>
          <ProblemList :problems="saving.problems.value" />
          <div class="actions">
            <button class="btn primary" type="submit">Add keyset</button>
            <button class="btn" type="button" @click="shipping = false">Cancel</button>
          </div>
        </form>
        <form v-else class="make" @submit.prevent="make">
          <h2>New custom keyset</h2>
          <p class="under">It stores only your changes; everything else comes from the keyset it is based on.</p>
          <FormField label="Name"><ElInput v-model="form.name" maxlength="80" required /></FormField>
          <FormField label="Based on"
            ><SelectField
              v-model="form.baseId"
              :placeholder="workspace.shipped?.name ?? ''"
              :choices="catalogue.keysets.map((keyset) => ({ value: keyset.id, label: keyset.name }))"
          /></FormField>
          <FormField label="Purpose"
            ><ElInput v-model="form.note" type="textarea" :rows="3" maxlength="1000"
          /></FormField>
          <ElCheckbox v-model="form.mine" label="Only I can edit it" />
          <ProblemList :problems="problems" />
          <div class="actions">
            <button class="btn primary" type="submit">Create keyset</button>
            <button class="btn" type="button" @click="loading = true">Import from file</button>
            <button v-if="!catalogue.release.sealedAt" class="btn" type="button" @click="shipping = true">
              Add a built-in keyset instead
            </button>
          </div>
        </form>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>
