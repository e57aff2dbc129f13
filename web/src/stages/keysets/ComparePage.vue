<script setup lang="ts">
import { computed } from 'vue';
import { platformName } from '@crib/core/keys';
import { argue, arguedMarkdown } from '@crib/core/sheet';
import KeyChip from '../../parts/KeyChip.vue';
import StateNote from '../../parts/StateNote.vue';
import { download } from '../../api/download.ts';
import { useHands } from '../../composables/useHands.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import KeysetFrame from './KeysetFrame.vue';
import OtherKeyset from './OtherKeyset.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** Two keysets argued: a document for learners that sets them side by side, to print or to hand on as Markdown. */
const workspace = useWorkspace();
const { route, kept, platform, style } = usePlace();
const id = computed(() => Number(route.params['keyset']));
const keyset = computed(() => workspace.keyset(id.value));
const withAsked = kept('with');
const others = computed(() => (workspace.catalogue?.keysets ?? []).filter((one) => one.id !== id.value));
const other = computed(() => {
  const asked = others.value.find((one) => String(one.id) === withAsked.value);
  const mine = keyset.value;
  return asked ?? (mine?.kind === 'custom' ? workspace.keyset(mine.baseId) : undefined) ?? others.value[0];
});
const { rest, typist } = useHands();
const argued = computed(() =>
  keyset.value && other.value
    ? argue(workspace.opened!, [other.value, keyset.value], workspace.keyboards, {
        keyboard: workspace.keyboardOn(platform.value),
        rest: rest.value,
        typist: typist.value,
      })
    : null,
);
const print = () => window.print();
const save = () => download('side-by-side.md', 'text/markdown', arguedMarkdown(argued.value!, platform.value));
</script>

<template>
  <KeysetFrame>
    <template v-if="keyset">
      <StateNote v-if="!argued || !other" title="Only one keyset">
        <p>Create a second one to compare them.</p>
      </StateNote>
      <template v-else>
        <PageHead
          >Compare keysets<template #beside
            ><small>{{ argued.names[0] }} and {{ argued.names[1] }}</small
            ><small>{{ platformName(platform) }}</small></template
          ></PageHead
        >
        <div class="tools">
          <FormField label="Compare with"
            ><OtherKeyset
              :model-value="other.id"
              :besides="id"
              style="width: 200px"
              @update:model-value="(one) => (withAsked = String(one))"
          /></FormField>
          <span class="end">
            <button type="button" class="btn" @click="save">Export Markdown</button>
            <button type="button" class="btn" @click="print">Print</button>
          </span>
        </div>
        <article class="argued for-paper" tabindex="0" aria-label="The two keysets compared">
          <template v-if="argued.runs.length">
            <h2>By task</h2>
            <table>
              <thead>
                <tr>
                  <th scope="col">Task</th>
                  <th v-for="name in argued.names" :key="name" scope="col">{{ name }}</th>
                  <th scope="col">Saves</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="{ name, figures } in argued.runs" :key="name">
                  <th scope="row">{{ name }}</th>
                  <td v-for="(one, at) in figures" :key="at">
                    {{ one.seconds.toFixed(1) }} s, {{ Math.round(one.travel) }} mm, {{ one.withoutMouse }} of
                    {{ one.steps }} without the mouse
                  </td>
                  <td class="figures">{{ (figures[0].seconds - figures[1].seconds).toFixed(1) }} s</td>
                </tr>
              </tbody>
            </table>
          </template>
          <template v-if="argued.day">
            <h2>Per working day (from usage data)</h2>
            <table>
              <thead>
                <tr>
                  <th scope="col"><span class="sr-only">Figure</span></th>
                  <th v-for="name in argued.names" :key="name" scope="col">{{ name }}</th>
                </tr>
              </thead>
              <tbody>
                <tr>
                  <th scope="row">Finger travel</th>
                  <td v-for="(one, at) in argued.day.travel" :key="at" class="figures">
                    {{ (one / 1000).toFixed(1) }} m
                  </td>
                </tr>
                <tr>
                  <th scope="row">Time spent on commands</th>
                  <td v-for="(one, at) in argued.day.seconds" :key="at" class="figures">
                    {{ (one / 60).toFixed(1) }} min
                  </td>
                </tr>
              </tbody>
            </table>
          </template>
          <template v-if="argued.groups.length">
            <h2>Distance between shortcuts</h2>
            <table>
              <thead>
                <tr>
                  <th scope="col">Used together</th>
                  <th v-for="name in argued.names" :key="name" scope="col">{{ name }}</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="{ name, mean } in argued.groups" :key="name">
                  <th scope="row">{{ name }}</th>
                  <td v-for="(one, at) in mean" :key="at" class="figures">{{ Math.round(one) }} mm</td>
                </tr>
              </tbody>
            </table>
          </template>
          <h2>Differences</h2>
          <p v-if="!argued.rows.length">Both keysets use the same shortcuts.</p>
          <table v-else>
            <thead>
              <tr>
                <th scope="col">Command</th>
                <th v-for="name in argued.names" :key="name" scope="col">{{ name }}</th>
                <th scope="col">Why</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in argued.rows" :key="row.command">
                <th scope="row">{{ row.command }}</th>
                <td v-for="(keys, at) in row.keys" :key="at">
                  <KeyChip v-for="key in keys" :key="key" :shortcut="key" :platform="platform" :how="style" />
                  <span v-if="!keys.length" class="mid">none</span>
                </td>
                <td>{{ row.reason }}</td>
              </tr>
            </tbody>
          </table>
        </article>
      </template>
    </template>
  </KeysetFrame>
</template>

<style scoped>
.argued {
  min-height: 0;
  padding-bottom: 30px;
  overflow-y: auto;
}
.argued h2 {
  margin: 18px 0 6px;
  font-size: 17px;
}
.argued .figures {
  white-space: nowrap;
}
.argued td .keys {
  margin-right: 6px;
}
</style>
