<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import type { UserState } from '@crib/core/keyset';
import { benchWith, runSheet, type RunLine } from '@crib/core/preset';
import { useTryOutLog } from '../composables/useTryOutLog.ts';
import BenchChart from '../stages/handouts/BenchChart.vue';
import PressField from './PressField.vue';
import WherePick from './WherePick.vue';
import FilePick from './FilePick.vue';
import { useFile } from './useFile.ts';
import { useStudy } from './useStudy.ts';

/** The keys as a preset’s bytes have them: real presses on a small chart, and every line of the sheet. */
const { body, opened, keyboard, t, show, label } = useStudy();
const { name, offered, fetched, take, plan, problem, recipe, recipes, wanted } = useFile();
watch(offered, (list) => void fetched(list.find((one) => !one.back)?.name ?? ''), { immediate: true });
const { inOrder } = opened.value!.tree;
const context = ref((inOrder[1] ?? inOrder[0]!).id);
const state = ref<UserState>('none');
const bench = computed(() => benchWith(opened.value!, keyboard.value, plan.value));
const scene = computed(() => bench.value.scene(context.value, state.value));
const { entries, fired, stroke, letGo, pointed } = useTryOutLog(scene, opened, plan, () => ({
  types: t('bench.types'),
  waits: t('bench.waits'),
  several: t('bench.several'),
  nothing: t('bench.nothing'),
  free: t('bench.free'),
  given: (place) => t('bench.given', { place }),
  shipped: (place) => t('bench.as shipped', { place }),
  only: (command, place) => t('bench.only', { label: command, place }),
}));
const lines = shallowRef<readonly RunLine[] | null>(null);
watch([bench, body], () => (lines.value = null));
const of = (outcome: RunLine['outcome']) => lines.value?.filter((one) => one.outcome === outcome) ?? [];
const rowOf = (one: RunLine) => body.value!.sections[one.section]!.rows[one.row]!;
</script>

<template>
  <h1>{{ t('bench.title') }}</h1>
  <div class="row">
    <label
      >{{ t('bench.preset') }}
      <select :value="name" @change="fetched(($event.target as HTMLSelectElement).value)">
        <option value="">{{ t('bench.shipped') }}</option>
        <option v-for="one in offered" :key="one.name" :value="one.name">{{ one.name }}</option>
        <option v-if="name && !offered.some((one) => one.name === name)" :value="name">{{ name }}</option>
      </select></label
    >
    <FilePick
      :title="t('bench.file')"
      :recipes="recipes"
      :recipe="recipe"
      @take="take"
      @by="(name) => (wanted = name)"
    />
    <WherePick v-model:context="context" v-model:state="state" />
  </div>
  <p v-if="problem" role="alert">{{ problem }}</p>
  <p v-else role="status">
    {{ plan ? t('bench.loaded', { name, count: plan.edits.length }) : t('bench.shipped') }}
  </p>
  <div
    class="table"
    @wheel.prevent="(event) => pointed(event.deltaY < 0 ? 'WheelUp' : 'WheelDown', event)"
    @dblclick="(event) => pointed('DoubleClick', event)"
    @contextmenu.prevent="(event) => pointed('RightClick', event)"
  >
    <PressField :label="t('bench.title')" @stroke="stroke" @let-go="letGo"
      ><BenchChart :fired="fired" /><span class="hint">{{ t('press.here') }}</span></PressField
    >
  </div>
  <div role="log" tabindex="0" :aria-label="t('bench.did')">
    <ol class="log">
      <li v-for="one in entries" :key="one.n">
        <kbd>{{ show(one.shortcut) }}</kbd> <b>{{ one.what }}</b> <small>{{ one.why }}</small>
      </li>
    </ol>
  </div>
  <p>
    <button type="button" @click="lines = runSheet(body!, bench, opened!)">{{ t('bench.run') }}</button>
  </p>
  <p role="status" class="ran">
    {{
      lines
        ? t('bench.ran', { kept: of('kept').length, broken: of('broken').length, left: of('not pressed').length })
        : ''
    }}
  </p>
  <ul v-if="lines" class="lines">
    <li v-for="one in of('broken')" :key="`${one.section} ${one.row} ${one.shortcut}`" class="careful">
      {{
        t('bench.broken', {
          keys: show(one.shortcut),
          label: rowOf(one).label,
          instead: one.instead === null ? t('bench.nothing') : label(one.instead),
        })
      }}
    </li>
    <li v-for="one in of('not pressed')" :key="`${one.section} ${one.row} ${one.shortcut}`">
      <kbd>{{ show(one.shortcut) }}</kbd> {{ rowOf(one).label }}
    </li>
  </ul>
</template>
