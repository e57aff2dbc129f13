<script setup lang="ts">
import { computed, ref } from 'vue';
import { ask, problemsOf } from '../../api/client.ts';
import type { Problem } from '@crib/core/error';
import ProblemList from '../../parts/ProblemList.vue';
import LedgerTools from '../../parts/LedgerTools.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import TheLedger from '../../parts/TheLedger.vue';
import { usePlace } from '../../stores/place.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import ChipLegend from '../../parts/ChipLegend.vue';
import AddPlace from './AddPlace.vue';
import CommandStory from './CommandStory.vue';
import PlaceIndex from './PlaceIndex.vue';
import { useLedger } from './useLedger.ts';

const workspace = useWorkspace();
const { kept, platform, style, releaseLabel, luggage } = usePlace();

/** Opens on the shipped keyset beside the last custom one. */
const chosen = kept('columns');
const columnIds = computed<number[]>({
  get: () => {
    const known = new Set((workspace.catalogue?.keysets ?? []).map((keyset) => keyset.id));
    const asked = chosen.value
      .split(',')
      .map(Number)
      .filter((id) => known.has(id));
    const opening = [workspace.shipped?.id, workspace.custom.at(-1)?.id].filter((id) => id !== undefined);
    return asked.length ? asked : opening;
  },
  set: (ids) => (chosen.value = ids.join(',')),
});
const { columns, found, shown, rows, press, selected, select, title, clear } = useLedger(columnIds);
const margin = ref<HTMLElement | null>(null);

const sealing = ref(false);
const problems = ref<readonly Problem[]>([]);
async function seal() {
  try {
    await ask('POST', `/api/releases/${workspace.catalogue!.release.id}/seal`);
    await workspace.reload();
    sealing.value = false;
  } catch (error) {
    problems.value = problemsOf(error);
  }
}
</script>

<template>
  <ReleaseGate v-slot="{ catalogue, tree }">
    <StageFrame>
      <template #index>
        <PlaceIndex
          :title="workspace.app?.name ?? ''"
          :under="`${releaseLabel}, ${catalogue.release.sealedAt ? 'sealed' : 'open'}`"
          :commands="found"
        />
      </template>

      <h1>
        {{ title }}<small>{{ shown.length }} of {{ catalogue.commands.length }} commands</small>
      </h1>
      <div class="tools">
        <LedgerTools>
          <label
            >Columns
            <ElSelect v-model="columnIds" size="small" multiple collapse-tags aria-label="Columns" style="width: 190px">
              <ElOption v-for="keyset in catalogue.keysets" :key="keyset.id" :value="keyset.id" :label="keyset.name" />
            </ElSelect>
          </label>
        </LedgerTools>
        <span class="end">
          <button
            v-if="!catalogue.release.sealedAt && catalogue.commands.length"
            type="button"
            class="btn"
            @click="sealing = true"
          >
            Seal {{ releaseLabel }}
          </button>
          <RouterLink v-if="!catalogue.release.sealedAt" class="btn primary" :to="{ name: 'reading', query: luggage }"
            >Read a list in</RouterLink
          >
        </span>
      </div>
      <StateNote v-if="catalogue.commands.length === 0" :title="`${releaseLabel} has no commands yet`">
        <p>Read the program’s list of shortcuts in: from a CSV or TSV file, or pasted.</p>
        <RouterLink class="btn primary" :to="{ name: 'reading', query: luggage }">Read a list in</RouterLink>
      </StateNote>
      <StateNote
        v-else-if="rows.length === 0"
        :title="press ? 'Nothing answers to these keys here' : 'No command is called so'"
      >
        <p>
          {{ press ? 'They are free in the columns shown, on this platform.' : 'Try fewer letters, or another place.' }}
        </p>
        <button type="button" class="btn" @click="clear()">Show all commands</button>
      </StateNote>
      <TheLedger
        v-else
        :label="title"
        :rows="rows"
        :columns="columns"
        :selected="selected?.id ?? null"
        :platform="platform"
        :how="style"
        :tree="tree"
        @select="select"
        @enter="margin?.focus()"
      />
      <ChipLegend />

      <template #margin>
        <div ref="margin" tabindex="-1">
          <CommandStory v-if="selected" :command="selected" :how="style">
            <div class="actions">
              <RouterLink
                v-for="keyset in workspace.custom"
                :key="keyset.id"
                class="btn"
                :to="{
                  name: 'keyset',
                  params: { keyset: keyset.id },
                  query: { ...luggage, row: selected.name },
                }"
              >
                Change it in {{ keyset.name }}
              </RouterLink>
            </div>
          </CommandStory>
          <template v-else>
            <h2>Nothing selected</h2>
            <p class="under">
              Choose a command, and its story stands here: its keys on each platform, where they come from, why they
              were changed.
            </p>
            <AddPlace v-if="!catalogue.release.sealedAt" :release="catalogue.release.id" :tree="tree" />
          </template>
        </div>
      </template>
    </StageFrame>
  </ReleaseGate>

  <ElDialog v-model="sealing" :title="`Seal ${releaseLabel} for good?`" width="420">
    <p>
      What {{ releaseLabel }} ships can then no longer be written to. Custom keysets on it stay open. This cannot be
      undone.
    </p>
    <ProblemList :problems="problems" />
    <template #footer>
      <button type="button" class="btn" @click="sealing = false">Leave it open</button>
      <button type="button" class="btn primary" style="margin-left: 8px" @click="seal">Seal it</button>
    </template>
  </ElDialog>
</template>
