<script setup lang="ts">
import { computed, ref, toRef } from 'vue';
import { capture, platformName } from '@crib/core/keys';
import type { UserState } from '@crib/core/keyset';
import { counted } from '@crib/core/words';
import IndexLine from '../../parts/IndexLine.vue';
import KeyChip from '../../parts/KeyChip.vue';
import PlaceSelect from '../../parts/PlaceSelect.vue';
import ProblemList from '../../parts/ProblemList.vue';
import { pressedKey } from '../../keyboard/machine.ts';
import { useTryOutLog } from '../../composables/useTryOutLog.ts';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import BenchChart from './BenchChart.vue';
import TryOutSheet from './TryOutSheet.vue';
import { useTryOut } from './useTryOut.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** A stand-in for the taught program: it loads the bytes of a preset, takes real presses, and says what fires and why. */
const workspace = useWorkspace();
const { kept, set, platform, style, luggage, releaseLabel } = usePlace();
const asked = kept('edition');
const wanted = kept('recipe');
const { recipes, chosen, editions, sheet, loaded, take, problems, plan, bench } = useTryOut(asked, wanted);
const where = kept('where');
const state = ref<UserState>('none');
const context = computed({
  get: () => Number(where.value) || (workspace.tree?.inOrder[1]?.id ?? workspace.tree?.root.id ?? 0),
  set: (one: number) => (where.value = String(one)),
});
const scene = computed(() => bench.value?.scene(context.value, state.value) ?? null);
const policy = computed(() => workspace.catalogue?.app.keyPolicy);

const { entries, fired, stroke, letGo, pointed } = useTryOutLog(scene, toRef(workspace, 'opened'), plan, () => ({
  types: 'types',
  waits: 'waits for the next key',
  several: 'ambiguous',
  nothing: 'nothing',
  free: 'not assigned',
  given: (place) => `from the preset file, in ${place}`,
  shipped: (place) => `built in, in ${place}`,
  only: (label, place) => `${label} has them, but only in ${place}`,
}));
function onKey(event: KeyboardEvent) {
  if (!bench.value || !scene.value || event.key === 'Tab' || event.repeat) return;
  const { layout, platform: machine } = bench.value.keyboard;
  const made = capture(pressedKey(event), { layout, machine, binds: bench.value.binds });
  if (!made) return;
  event.preventDefault();
  stroke(made);
}
</script>

<template>
  <ReleaseGate>
    <StageFrame>
      <template #index>
        <h2>{{ workspace.app?.name }}</h2>
        <p class="mid">{{ releaseLabel }}</p>
        <IndexLine :to="{ name: 'handouts', query: luggage }">All handouts</IndexLine>
        <h3>Loaded file</h3>
        <IndexLine :on="!asked" @click="set({ edition: '' }, true)">None (built-in shortcuts)</IndexLine>
        <IndexLine
          v-for="one in editions"
          :key="one.address"
          :on="asked === one.address"
          @click="set({ edition: one.address }, true)"
          >{{ one.title }}, edition {{ one.number }}</IndexLine
        >
        <FormField v-if="recipes.length > 1" class="read" label="Preset format"
          ><SelectField
            :model-value="chosen?.name"
            size="small"
            label="Preset format"
            @update:model-value="(recipe: string) => set({ recipe }, true)"
            :choices="recipes"
        /></FormField>
        <label class="btn file"
          >Load your own file<input
            class="sr-only"
            type="file"
            @change="
              (event) => {
                const file = (event.target as HTMLInputElement).files?.[0];
                if (file) void take(file);
              }
            "
        /></label>
      </template>
      <PageHead
        >Try-out<template #beside
          ><small>{{
            loaded
              ? `${loaded}: ${counted(plan?.edits.length ?? 0, 'shortcut')} changed from the built-in ones`
              : `${workspace.app?.name} built-in shortcuts, ${platformName(platform)}`
          }}</small></template
        ></PageHead
      >
      <div class="tools">
        <FormField class="in" label="Context"><PlaceSelect v-model="context" size="small" label="Context" /></FormField>
        <FormField label="State"
          ><SelectField
            v-model="state"
            size="small"
            label="Program state"
            style="width: 230px"
            :choices="[
              { value: 'none', label: 'normal' },
              policy?.rootOnly ? { value: 'root only', label: policy.rootOnly } : null,
              policy?.diverted ? { value: 'diverted', label: policy.diverted } : null,
            ]"
        /></FormField>
      </div>
      <ProblemList :problems="problems" />
      <div
        class="press"
        tabindex="0"
        role="application"
        aria-label="Press keys here. Press Tab to leave."
        @keydown="onKey"
        @keyup="letGo"
        @blur="letGo"
        @wheel.prevent="(event) => pointed(event.deltaY < 0 ? 'WheelUp' : 'WheelDown', event)"
        @dblclick="(event) => pointed('DoubleClick', event)"
        @contextmenu.prevent="(event) => pointed('RightClick', event)"
      >
        <BenchChart :fired="fired" />
        <p class="hint">Click here, then press keys as you would in the program. Press Tab to leave.</p>
      </div>
      <div class="log" role="log" tabindex="0" aria-label="Result of each key press">
        <ol>
          <li v-for="one in entries" :key="one.n">
            <KeyChip :shortcut="one.shortcut" :platform="platform" :how="style" />
            <b>{{ one.what }}</b>
            <span class="mid">{{ one.why }}</span>
          </li>
        </ol>
      </div>
      <template #margin><TryOutSheet :sheet="sheet" :bench="bench" /></template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.press {
  position: relative;
  flex: 0 0 300px;
  border: 2px solid var(--ink);
  background: var(--sheet);
}
.press:focus-visible {
  outline: 3px solid var(--tide);
}
.hint {
  position: absolute;
  bottom: 0;
  left: 10px;
  margin: 4px 0;
  color: var(--mid);
  font-size: 12.5px;
}
.log {
  min-height: 0;
  margin: 10px 0;
  overflow: auto;
}
.log ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
.log li {
  display: grid;
  grid-template-columns: 150px 200px 1fr;
  gap: 12px;
  align-items: baseline;
  padding: 4px 0;
  border-bottom: 1px solid var(--hair);
}
.read {
  display: grid;
  gap: 4px;
  margin: 10px 16px 0 0;
  color: var(--mid);
}
.file {
  display: inline-flex;
  width: fit-content;
  margin: 10px 16px 0 0;
  white-space: normal;
}
.file:focus-within {
  outline: 2px solid var(--tide);
  outline-offset: 2px;
}
.in .el-select {
  width: 230px;
}
</style>
