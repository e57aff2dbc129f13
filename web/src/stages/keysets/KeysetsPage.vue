<script setup lang="ts">
import { computed, reactive, shallowRef } from 'vue';
import { clashes } from '@crib/core/keyset';
import type { Problem } from '@crib/core/error';
import { ask, problemsOf } from '../../api/client.ts';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { usePlace } from '../../stores/place.ts';
import { useWorkspace } from '../../stores/workspace.ts';

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

const form = reactive({ name: '', note: '', baseId: null as number | null });
const problems = shallowRef<readonly Problem[]>([]);
async function make() {
  problems.value = [];
  try {
    const { name, note } = form;
    const baseId = form.baseId ?? workspace.shipped?.id;
    const { id } = await ask<{ id: number }>('POST', `/api/apps/${appSlug.value}/keysets`, {
      name,
      note,
      baseId,
    });
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
        <p class="mid">{{ releaseLabel }}</p>
      </template>
      <h1>Keysets on {{ releaseLabel }}</h1>
      <div class="lines">
        <table>
          <thead>
            <tr>
              <th scope="col">Keyset</th>
              <th scope="col">Stands on</th>
              <th scope="col">Holds</th>
              <th scope="col">Clashes</th>
              <th scope="col">Waits</th>
              <th scope="col">Hidden</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="{ keyset, base, errors, warnings, notes, unreasoned } in lines" :key="keyset.id">
              <th scope="row">
                <RouterLink :to="{ name: 'keyset', params: { keyset: keyset.id }, query: luggage }">{{
                  keyset.name
                }}</RouterLink>
              </th>
              <td>{{ base }}</td>
              <td>
                <template v-if="keyset.kind === 'shipped'"
                  >{{ keyset.bindings.length }} shortcuts{{ catalogue.release.sealedAt ? ', sealed' : '' }}</template
                >
                <template v-else
                  >{{ keyset.edits.length }} edits,
                  {{ unreasoned ? `${unreasoned} without a reason` : 'all with a reason' }}</template
                >
              </td>
              <td class="figures">{{ errors }}</td>
              <td class="figures">{{ warnings }}</td>
              <td class="figures">{{ notes }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <div class="foot">
        <span
          >Clashes are errors; a key that waits, or is hidden in a narrower place, works as the program means it.</span
        >
      </div>
      <template #margin>
        <form class="make" @submit.prevent="make">
          <h2>Make a custom keyset</h2>
          <p class="under">It holds only what you change; everything else shows through from below.</p>
          <label>Name<ElInput v-model="form.name" maxlength="80" required /></label>
          <label
            >On top of
            <ElSelect v-model="form.baseId" :placeholder="workspace.shipped?.name ?? ''" aria-label="On top of">
              <ElOption v-for="keyset in catalogue.keysets" :key="keyset.id" :value="keyset.id" :label="keyset.name" />
            </ElSelect>
          </label>
          <label>What it is for<ElInput v-model="form.note" type="textarea" :rows="3" maxlength="1000" /></label>
          <ProblemList :problems="problems" />
          <div class="actions"><button class="btn primary" type="submit">Make it</button></div>
        </form>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>
