<script setup lang="ts">
import { computed, reactive, shallowRef } from 'vue';
import type { Problem } from '@crib/core/error';
import { platformName } from '@crib/core/keys';
import { counted, say } from '@crib/core/words';
import { ask, problemsOf } from '../../api/client.ts';
import KeyChip from '../../parts/KeyChip.vue';
import ProblemList from '../../parts/ProblemList.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import type { useCarry } from './useCarry.ts';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** The last page of carrying forward: the set as it will be, and what in it is open. */
const props = defineProps<{ carrying: ReturnType<typeof useCarry> }>();
const workspace = useWorkspace();
const { router, appSlug, platform, style, luggage, set } = usePlace();
const { keyset, to, base, from, onto, source, target, made, decisions, outcomes, decisionOf } = props.carrying;
const form = reactive({ name: keyset.value!.name, note: keyset.value!.note });
const problems = shallowRef<readonly Problem[]>([]);
const labels = computed(() => new Map(target.value!.commands.map((one) => [one.id, one.label])));
const tree = computed(() => onto.value!.tree);
const waiting = computed(() =>
  (made.value?.open ?? []).map(({ outcome, why }) => ({
    command: source.value!.commands.find((one) => one.id === outcome.edit.command)?.label ?? '',
    where: from.value!.tree.get(outcome.edit.context).name,
    platform: outcome.edit.platform,
    action: outcome.edit.action,
    shortcuts: outcome.edit.shortcuts,
    reason: outcome.edit.reason,
    why: say(why),
  })),
);
const followed = computed(() => outcomes.value.filter((one) => decisionOf(one).what === 'follow').length);

async function finish() {
  problems.value = [];
  try {
    const { name, note } = form;
    const body = {
      name,
      note,
      baseId: base.value!.id,
      revision: keyset.value!.revision,
      edits: made.value!.edits,
      open: waiting.value,
    };
    const { id } = await ask('POST /api/keysets/:id/carry', { id: keyset.value!.id }, body);
    decisions.value.forget();
    const release = to.value!.label;
    await workspace.open(appSlug.value, release);
    await router.push({ name: 'keyset', params: { app: appSlug.value, release, keyset: id }, query: luggage.value });
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
</script>

<template>
  <PageHead
    >Carry forward<template #beside
      ><small
        >{{ keyset!.name }} on {{ to!.label }} · {{ counted(made!.edits.length, 'edit') }},
        {{ waiting.length }} undecided, {{ followed }} dropped</small
      ></template
    ></PageHead
  >
  <div class="lines">
    <form class="make form" @submit.prevent="finish">
      <FormField label="Name"><ElInput v-model="form.name" maxlength="80" /></FormField>
      <FormField label="Note"><ElInput v-model="form.note" maxlength="1000" /></FormField>
      <p class="mid">Based on {{ base!.name }}. The old keyset stays on {{ source!.release.label }}, unchanged.</p>
      <ProblemList :problems="problems" />
      <div class="actions">
        <button type="button" class="btn" @click="set({ step: '' })">Back to the list</button>
        <button type="submit" class="btn primary">Create keyset for {{ to!.label }}</button>
      </div>
    </form>
    <template v-if="waiting.length">
      <h2>Undecided</h2>
      <p class="mid">Not included yet. They stay listed as undecided in the new keyset.</p>
      <table>
        <thead>
          <tr>
            <th scope="col">Command</th>
            <th scope="col">Shortcut</th>
            <th scope="col">Why it is undecided</th>
            <th scope="col">Reason</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(one, at) in waiting" :key="at">
            <th scope="row">{{ one.command }}</th>
            <td>
              <KeyChip
                v-for="key in one.shortcuts"
                :key="key"
                :shortcut="key"
                :platform="one.platform ?? platform"
                :how="style"
                state="yours"
              />
            </td>
            <td>{{ one.why }}</td>
            <td class="mid">{{ one.reason }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <h2>In the new keyset</h2>
    <table>
      <thead>
        <tr>
          <th scope="col">Command</th>
          <th scope="col">Where it works</th>
          <th scope="col">Shortcut</th>
          <th scope="col">Reason</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(one, at) in made!.edits" :key="at">
          <th scope="row">{{ labels.get(one.command) }}</th>
          <td>{{ tree.get(one.context).name }}{{ one.platform ? `, ${platformName(one.platform)}` : '' }}</td>
          <td>
            <KeyChip
              v-for="key in one.shortcuts"
              :key="key"
              :shortcut="key"
              :platform="one.platform ?? platform"
              :how="style"
              state="yours"
            />
            <span v-if="!one.shortcuts.length" class="mid">{{ one.action }}</span>
          </td>
          <td class="mid">{{ one.reason }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="!made!.edits.length" class="mid">None: identical to {{ to!.label }}.</p>
  </div>
</template>

<style scoped>
.form {
  max-width: 520px;
  margin-bottom: 18px;
}
h2 {
  margin: 16px 0 4px;
}
td :deep(.keys) {
  margin-right: 5px;
}
td {
  padding-top: 5px;
  padding-bottom: 5px;
}
</style>
