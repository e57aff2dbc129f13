<script setup lang="ts">
import { computed } from 'vue';
import { TYPISTS, runFigures, type Typist } from '@crib/core/reach';
import { useHands } from '../../composables/useHands.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import RestSelect from '../../parts/RestSelect.vue';

/** One run with each keyset: what it asks of the hands, and how long it takes. */
const props = defineProps<{ steps: readonly number[] }>();
const workspace = useWorkspace();
const { platform } = usePlace();
const { rest, typistName, typist } = useHands();
const TYPIST_WORDS: Record<Typist, string> = {
  skilled: 'skilled, 55 words per minute',
  average: 'average, 40 words per minute',
};

const lines = computed(() =>
  (workspace.catalogue?.keysets ?? []).map((keyset) => ({
    keyset,
    figures: runFigures(
      { steps: [...props.steps] },
      {
        effective: workspace.effectiveOf(keyset.id, platform.value),
        commands: workspace.commands,
        keyboard: workspace.keyboardOn(platform.value),
        rest: rest.value,
        typist: typist.value,
      },
    ),
  })),
);
const best = computed(() => Math.min(...lines.value.map((line) => line.figures.seconds)));
const share = (part: number, whole: number) => (whole ? `${Math.round((100 * part) / whole)}%` : '–');
</script>

<template>
  <section v-if="steps.length" class="compared">
    <h2>Keysets compared</h2>
    <div class="tools">
      <RestSelect label="Hand position" />
      <FormField label="Typing speed"
        ><SelectField
          v-model="typistName"
          size="small"
          label="Typing speed"
          style="width: 220px"
          :choices="Object.keys(TYPISTS).map((one) => ({ value: one, label: TYPIST_WORDS[one as Typist] }))"
      /></FormField>
    </div>
    <table>
      <thead>
        <tr>
          <th scope="col">Keyset</th>
          <th scope="col">Mouse-free steps</th>
          <th scope="col">Finger travel</th>
          <th scope="col">Hand moves</th>
          <th scope="col">Time</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ keyset, figures } in lines" :key="keyset.id">
          <th scope="row">{{ keyset.name }}</th>
          <td class="figures">{{ share(figures.withoutMouse, figures.steps) }}</td>
          <td class="figures">{{ Math.round(figures.travel) }} mm</td>
          <td class="figures">{{ figures.leaves }}</td>
          <td class="figures">
            <b v-if="figures.seconds === best">{{ figures.seconds.toFixed(1) }} s</b>
            <template v-else>{{ figures.seconds.toFixed(1) }} s</template>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="mid under">
      Distances for a key pitch of ¾ inch; times by the keystroke-level model (Card, Moran and Newell 1980). Commands
      without a shortcut are counted via the menu.
    </p>
  </section>
</template>

<style scoped>
.compared {
  margin-top: 22px;
  padding-bottom: 20px;
}
.under {
  margin-top: 8px;
  font-size: 12.5px;
}
</style>
