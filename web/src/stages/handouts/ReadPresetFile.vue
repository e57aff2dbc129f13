<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import type { Recipe } from '@crib/core/contract';
import { platformName } from '@crib/core/keys';
import { planPreset, readPreset } from '@crib/core/preset';
import { counted } from '@crib/core/words';
import { ask, problemsOf } from '../../api/client.ts';
import KeyChip from '../../parts/KeyChip.vue';
import ProblemList from '../../parts/ProblemList.vue';
import { useDoing } from '../../composables/useDoing.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import FormField from '../../parts/FormField.vue';

/** A file that the program wrote itself, read by a recipe: what it stands on, what it changes, and what nobody knows. */
const props = defineProps<{ recipe: Recipe }>();
const workspace = useWorkspace();
const { router, platform, style, luggage } = usePlace();
const bytes = shallowRef<Uint8Array | null>(null);
const name = ref('');
const { problems, busy, doing } = useDoing();
const WHAT = {
  command: 'unknown command',
  context: 'unknown context',
  keys: 'unknown shortcut',
};

async function take(event: Event) {
  const [file] = (event.target as HTMLInputElement).files ?? [];
  if (!file) return;
  name.value = file.name.replace(/\.\w+$/, '').slice(0, 60);
  bytes.value = new Uint8Array(await file.arrayBuffer());
}
const found = computed(() => {
  const { catalogue } = workspace;
  if (!bytes.value || !catalogue) return null;
  try {
    const read = readPreset(props.recipe, bytes.value, catalogue, platform.value);
    return {
      read,
      plan: planPreset(props.recipe, read, catalogue, platform.value, workspace.keyboardOn(platform.value)),
      wrong: null,
    };
  } catch (error) {
    return { read: null, plan: null, wrong: problemsOf(error)[0]! };
  }
});
watch(found, () => (problems.value = []));
const label = (command: number) => workspace.commands.get(command)?.label ?? '';
const place = (context: number) => workspace.tree?.get(context).name ?? '';
/** The edits as a keyset over what the file stands on; only for the platform of the file. */
const make = () =>
  doing(async () => {
    const plan = found.value!.plan!;
    const edits = plan.edits.map(({ command, context, shortcuts }) => ({
      command,
      context,
      platform: platform.value,
      action: shortcuts.length ? ('set' as const) : ('clear' as const),
      shortcuts,
      reason: `From ${name.value}.`,
      memoryAid: '',
    }));
    const made = await ask(
      'POST /api/apps/:slug/keysets',
      { slug: workspace.app!.slug },
      {
        name: name.value.trim(),
        baseId: plan.base.id,
        edits,
        why: `Imported from ${name.value}.`,
      },
    );
    await workspace.reload();
    await router.push({ name: 'keyset', params: { keyset: made.id }, query: luggage.value });
  });
</script>

<template>
  <section>
    <h2>Import a preset file</h2>
    <p class="mid">
      Import a file exported on {{ platformName(platform) }}; differences from the built-in shortcuts become a custom
      keyset.
    </p>
    <label class="btn pick">Choose a file<input class="sr-only" type="file" @change="take" /></label>
    <ProblemList :problems="found?.wrong ? [found.wrong] : problems" />
    <template v-if="found?.plan && found.read">
      <p role="status">
        Based on {{ found.plan.base.name }}: {{ found.plan.same }} unchanged,
        {{ counted(found.plan.edits.length, 'difference') }}, {{ counted(found.plan.questions.length, 'question') }}.
      </p>
      <table v-if="found.plan.edits.length">
        <thead>
          <tr>
            <th scope="col">Command</th>
            <th scope="col">Where it works</th>
            <th scope="col">Shortcut in the file</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in found.plan.edits.slice(0, 100)" :key="`${one.command} ${one.context}`">
            <th scope="row">{{ label(one.command) }}</th>
            <td>{{ place(one.context) }}</td>
            <td>
              <KeyChip v-for="key in one.shortcuts" :key="key" :shortcut="key" :platform="platform" :how="style" />
              <span v-if="!one.shortcuts.length" class="mid">none</span>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="found.plan.edits.length > 100" class="mid">and {{ found.plan.edits.length - 100 }} more</p>
      <template v-if="found.plan.questions.length">
        <h3>Not recognised</h3>
        <p v-for="one in found.plan.questions.slice(0, 50)" :key="one.from">
          Line {{ one.line }}:
          <template v-for="(each, at) in one.unknown" :key="at"
            >{{ at ? ', ' : '' }}“{{ each.said }}”, {{ WHAT[each.what] }}</template
          >.
        </p>
      </template>
      <form v-if="found.plan.edits.length" class="make" @submit.prevent="make">
        <FormField label="Keyset name"><ElInput v-model="name" maxlength="60" /></FormField>
        <div class="actions">
          <button type="submit" class="btn primary" :disabled="busy || !name.trim()">Create keyset</button>
        </div>
      </form>
    </template>
  </section>
</template>

<style scoped>
section {
  margin-top: 18px;
  padding-top: 12px;
  border-top: 1px solid var(--rule);
}
.make {
  max-width: 360px;
}
</style>
