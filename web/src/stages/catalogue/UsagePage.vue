<script setup lang="ts">
import { computed } from 'vue';
import { readUses, usesADay } from '@crib/core/catalogue';
import { counted } from '@crib/core/words';
import KeyChip from '../../parts/KeyChip.vue';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { useDraft } from '../../composables/useDraft.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import PastPanel from './PastPanel.vue';
import CatalogueIndex from './CatalogueIndex.vue';
import { useSaving } from '../../composables/useSaving.ts';
import SelectField from '../../parts/SelectField.vue';
import LineTable from '../../parts/LineTable.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** How often commands are used, by source: what lists to work off, and what is worth a nearer key, are counted by. */
const workspace = useWorkspace();
const { appSlug, kept, platform, style, luggage } = usePlace();
const { problems, said, busy, send } = useSaving();

const uses = computed(() => workspace.catalogue?.uses ?? []);
const sources = computed(() => [...new Set(uses.value.map((one) => one.source))]);
const lines = computed(() =>
  [...usesADay(uses.value)]
    .flatMap(([id, count]) => {
      const command = workspace.commands.get(id);
      return command ? [{ command, count, said: uses.value.filter((one) => one.command === id) }] : [];
    })
    .sort((a, b) => b.count - a.count),
);
const keyOf = (id: number) =>
  workspace.shipped ? workspace.effectiveOf(workspace.shipped.id, platform.value).of(id)[0]?.shortcut : undefined;

const chosen = kept('source');
/** What the chosen source says, as lines to be written on. */
const { form, sending } = useDraft(
  `uses of ${appSlug.value}`,
  () => chosen.value,
  () => ({
    source: chosen.value,
    text: uses.value
      .filter((one) => one.source === chosen.value)
      .flatMap((one) => {
        const command = workspace.commands.get(one.command);
        return command ? [`${command.name}, ${one.often ?? one.perDay}`] : [];
      })
      .join('\n'),
  }),
);
const read = computed(() => readUses(form.text, workspace.catalogue?.commands ?? []));
async function save() {
  const body = { source: form.source, uses: read.value.uses };
  const done = sending();
  if (
    !(await send(
      'PUT /api/apps/:slug/uses',
      { slug: appSlug.value },
      body,
      `${counted(body.uses.length, 'count')} saved.`,
    ))
  )
    return;
  done();
  chosen.value = body.source;
}
</script>

<template>
  <ReleaseGate>
    <StageFrame>
      <template #index>
        <CatalogueIndex />
      </template>
      <PageHead
        >Usage<template #beside
          ><small>{{ counted(lines.length, 'command') }}, {{ counted(sources.length, 'source') }}</small></template
        ></PageHead
      >
      <StateNote v-if="!lines.length" title="No usage data yet">
        <p>
          Enter usage in the panel, one command per line. Crib uses it to find frequent commands without a shortcut.
        </p>
      </StateNote>
      <LineTable v-else label="Usage" :columns="['Command', 'Built-in shortcut', 'Uses per day', 'Source']">
        <tr v-for="one in lines" :key="one.command.id">
          <th scope="row">
            <RouterLink :to="{ name: 'command', params: { command: one.command.name }, query: luggage }">{{
              one.command.label
            }}</RouterLink>
          </th>
          <td>
            <KeyChip
              v-if="keyOf(one.command.id)"
              :shortcut="keyOf(one.command.id)!"
              :platform="platform"
              :how="style"
            />
            <span v-else class="mid">none</span>
          </td>
          <td class="figures">{{ one.count }}</td>
          <td class="mid">
            {{ one.said.map((use) => `${use.source}${use.often ? `: ${use.often}` : ''}`).join('; ') }}
          </td>
        </tr>
      </LineTable>
      <template #margin>
        <form class="make" @submit.prevent="save">
          <h2>Usage from one source</h2>
          <p class="under">Replaces earlier data from this source.</p>
          <FormField v-if="sources.length" label="Source to edit"
            ><SelectField
              v-model="chosen"
              placeholder="New source"
              :choices="[{ value: '', label: 'New source' }, ...sources]"
          /></FormField>
          <FormField label="Source"
            ><ElInput v-model="form.source" maxlength="120" required placeholder="counted in our office"
          /></FormField>
          <FormField label="One command per line"
            ><ElInput
              v-model="form.text"
              type="textarea"
              :rows="12"
              placeholder="Place sounding, 212&#10;Trace shoreline, daily"
          /></FormField>
          <ProblemList :problems="[...read.problems.slice(0, 6), ...problems]" />
          <p role="status">{{ said }}</p>
          <div class="actions">
            <button
              type="submit"
              class="btn primary"
              :disabled="busy || !form.source.trim() || read.problems.length > 0 || !(read.uses.length || chosen)"
            >
              Save {{ counted(read.uses.length, 'count') }}
            </button>
          </div>
        </form>
        <PastPanel @count="(found) => (form.text = found)" />
      </template>
    </StageFrame>
  </ReleaseGate>
</template>
