<script setup lang="ts">
import { computed, reactive, shallowRef } from 'vue';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

const workspace = useWorkspace();
const { router, appSlug, releaseLabel, luggage } = usePlace();
const sheets = computed(() => (workspace.app?.sheets ?? []).filter((sheet) => workspace.keyset(sheet.keysetId)));
const form = reactive({ title: '', keysetId: null as number | null });
const problems = shallowRef<readonly Problem[]>([]);

async function make() {
  problems.value = [];
  try {
    const keysetId = form.keysetId ?? workspace.custom.at(-1)?.id ?? workspace.shipped!.id;
    const sheet = await ask(
      'POST /api/apps/:slug/sheets',
      { slug: appSlug.value },
      {
        title: form.title,
        keysetId,
      },
    );
    await workspace.reload();
    await router.push({
      name: 'sheet',
      params: { app: appSlug.value, release: releaseLabel.value, sheet: sheet.id },
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
        <p class="mid">{{ releaseLabel }}</p>
      </template>
      <PageHead
        >Sheets<template #beside
          ><small>{{ releaseLabel }}</small></template
        ></PageHead
      >
      <StateNote v-if="sheets.length === 0" title="No sheets yet">
        <p>Create one in the panel, then add commands to its sections.</p>
      </StateNote>
      <ul v-else class="sheets">
        <li v-for="sheet in sheets" :key="sheet.id">
          <RouterLink :to="{ name: 'sheet', params: { sheet: sheet.id }, query: luggage }">{{
            sheet.title
          }}</RouterLink>
          <span class="mid">{{ workspace.keyset(sheet.keysetId)?.name }}</span>
          <span class="figures mid">{{ sheet.editions ? `edition ${sheet.editions}` : 'not published' }}</span>
        </li>
      </ul>
      <template #margin>
        <form class="make" @submit.prevent="make">
          <h2>New sheet</h2>
          <FormField label="Title"><ElInput v-model="form.title" maxlength="120" required /></FormField>
          <FormField label="Keyset"
            ><SelectField
              v-model="form.keysetId"
              :placeholder="workspace.custom.at(-1)?.name ?? workspace.shipped?.name ?? ''"
              :choices="catalogue.keysets.map((keyset) => ({ value: keyset.id, label: keyset.name }))"
          /></FormField>
          <ProblemList :problems="problems" />
          <div class="actions"><button class="btn primary" type="submit">Create sheet</button></div>
        </form>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.sheets {
  margin: 16px 0 0;
  padding: 0;
  border-top: 1.5px solid var(--ink);
  list-style: none;
}
.sheets li {
  display: grid;
  grid-template-columns: 2fr 1fr 120px;
  align-items: center;
  height: 34px;
  border-bottom: 1px solid var(--hair);
}
.sheets a {
  font-weight: 500;
}
</style>
