<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import { ROUND_ORDERS, roundOf, timeLeft, type RoundOrder } from '@crib/core/keyset';
import { platformName } from '@crib/core/keys';
import { show } from '../../words/chips.ts';
import IndexLine from '../../parts/IndexLine.vue';
import KeyChip from '../../parts/KeyChip.vue';
import KeyField from '../../parts/KeyField.vue';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import CatalogueIndex from './CatalogueIndex.vue';
import { useSaving } from '../../composables/useSaving.ts';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** A verification round: one shipped key after another is tried in the program, and ticked as listed, otherwise or nothing. */
const workspace = useWorkspace();
const { kept, route, platform, style, luggage } = usePlace();
const { problems, said, busy, send } = useSaving();
const orderAsked = kept('order', 'menu');
const order = computed<RoundOrder>(() => ROUND_ORDERS.find((one) => one === orderAsked.value) ?? 'menu');
const build = kept('build');
const shipped = computed(() => (workspace.shipped?.kind === 'shipped' ? workspace.shipped : null));
const skipped = ref<ReadonlySet<number>>(new Set());
const stops = computed(() => {
  if (!shipped.value || !workspace.tree) return [];
  const all = roundOf(workspace.catalogue!.commands, shipped.value, platform.value, order.value, workspace.tree);
  return [
    ...all.filter((one) => !skipped.value.has(one.binding.id)),
    ...all.filter((one) => skipped.value.has(one.binding.id)),
  ];
});
const stop = computed(() => stops.value[0] ?? null);
const done = ref(0);
const otherwise = ref(false);
const pressed = ref('');
const card = ref<HTMLElement | null>(null);

/** Seconds between the ticks of this round. */
const between = ref<number[]>([]);
let last = Date.now();
const left = computed(() => timeLeft(stops.value.length, between.value));
const leftSaid = computed(() => {
  if (left.value === null) return 'time estimate after 3';
  const minutes = Math.ceil(left.value / 60);
  return minutes <= 1 ? 'about a minute left' : `about ${minutes} minutes left`;
});
watch(platform, () => ((done.value = 0), (between.value = [])));

function ticked() {
  done.value++;
  between.value = [...between.value, (Date.now() - last) / 1000].slice(-50);
  last = Date.now();
  otherwise.value = false;
  pressed.value = '';
  void nextTick(() => card.value?.focus());
}
const release = () => workspace.catalogue!.release.id;
async function tick() {
  const body = { bindings: [stop.value!.binding.id], platform: platform.value, build: build.value, undo: false };
  if (await send('POST /api/releases/:id/trials', { id: release() }, body, `${stop.value!.command.label}: verified.`))
    ticked();
}
/** Something else was found, or nothing: the release says so from now on. */
async function found(shortcut: string) {
  const { command, binding } = stop.value!;
  const body = { binding: binding.id, platform: platform.value, build: build.value, shortcut: shortcut || null };
  const sentence = `${command.label}: ${shortcut ? 'otherwise' : 'nothing'}.`;
  if (await send('POST /api/releases/:id/findings', { id: release() }, body, sentence)) ticked();
}
const print = () => window.print();
function later() {
  skipped.value = new Set(
    [...skipped.value].filter((id) => id !== stop.value!.binding.id).concat(stop.value!.binding.id),
  );
}
function onKey(event: KeyboardEvent) {
  if (event.ctrlKey || event.altKey || event.metaKey || busy.value || !stop.value || otherwise.value) return;
  const act = { '1': tick, '2': () => (otherwise.value = true), '3': () => found(''), '4': later }[event.key];
  if (!act) return;
  event.preventDefault();
  void act();
}
</script>

<template>
  <ReleaseGate v-slot="{ catalogue, tree }">
    <StageFrame>
      <template #index>
        <CatalogueIndex />
        <h3>Order</h3>
        <IndexLine
          v-for="one in ROUND_ORDERS"
          :key="one"
          :to="{ query: { ...route.query, order: one } }"
          :on="order === one"
          >{{ one === 'menu' ? 'by menu' : 'by context' }}</IndexLine
        >
      </template>
      <PageHead
        >Verification round<template #beside
          ><small
            >{{ platformName(platform) }} · {{ stops.length }} to verify, {{ done }} done; {{ leftSaid }}</small
          ></template
        ></PageHead
      >
      <StateNote v-if="!stop" title="All built-in shortcuts verified on this platform">
        <p>Choose another platform above, or go back to all commands.</p>
        <RouterLink class="btn" :to="{ name: 'catalogue', query: luggage }">Back to all commands</RouterLink>
      </StateNote>
      <div
        v-else
        ref="card"
        class="card"
        tabindex="0"
        role="group"
        :aria-label="`Try ${stop.command.label}`"
        @keydown="onKey"
      >
        <p class="mid">{{ stop.command.menu || 'not in a menu' }}</p>
        <h2>{{ stop.command.label }}</h2>
        <p class="press"><KeyChip large :shortcut="stop.binding.shortcut" :platform="platform" :how="style" /></p>
        <p>in {{ stop.binding.contexts.map((id) => tree.get(id).name).join(', ') }}</p>
        <div class="ticks">
          <button type="button" class="btn primary" :disabled="busy" @click="tick"><kbd>1</kbd> Works</button>
          <button type="button" class="btn" :disabled="busy" @click="otherwise = true">
            <kbd>2</kbd> Different shortcut
          </button>
          <button type="button" class="btn" :disabled="busy" @click="found('')"><kbd>3</kbd> Nothing happens</button>
          <button type="button" class="btn" :disabled="busy" @click="later"><kbd>4</kbd> Skip</button>
        </div>
        <template v-if="otherwise">
          <KeyField
            v-model="pressed"
            title="Press the shortcut that works"
            :platform="platform"
            :how="style"
            :typed-letters="catalogue.app.keyPolicy.typedLetters"
          >
            <button type="button" class="btn primary" :disabled="busy || !pressed" @click="found(pressed)">
              Save this shortcut
            </button>
          </KeyField>
        </template>
        <ProblemList :problems="problems" />
        <p role="status">{{ said }}</p>
      </div>
      <!-- For paper: the whole route, with a box for each way it can turn out. -->
      <table class="paper for-paper">
        <thead>
          <tr>
            <th scope="col">Command</th>
            <th scope="col">Shortcut</th>
            <th scope="col">Where</th>
            <th scope="col">Works</th>
            <th scope="col">Different</th>
            <th scope="col">Nothing</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in stops" :key="one.binding.id">
            <th scope="row">{{ one.command.label }}</th>
            <td>{{ show(one.binding.shortcut, platform, style) }}</td>
            <td>{{ one.binding.contexts.map((id) => tree.get(id).name).join(', ') }}</td>
            <td>☐</td>
            <td>☐</td>
            <td>☐</td>
          </tr>
        </tbody>
      </table>
      <template #margin>
        <h2>Record</h2>
        <p class="under">Each result is saved with your name, date, platform and build.</p>
        <FormField class="field" label="Build"
          ><ElInput
            :model-value="build"
            maxlength="60"
            placeholder="7.0.2"
            @update:model-value="(text: string) => (build = text)"
        /></FormField>
        <h3>Next</h3>
        <div v-for="one in stops.slice(1, 9)" :key="one.binding.id" class="pair">
          <span>{{ one.command.label }}</span>
          <KeyChip :shortcut="one.binding.shortcut" :platform="platform" :how="style" />
        </div>
        <button type="button" class="btn plain print" @click="print">Print the list</button>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.card {
  display: grid;
  max-width: 640px;
  gap: 10px;
  margin-top: 24px;
  padding: 24px;
  border: 1.5px solid var(--ink);
}
.card h2 {
  font-size: 28px;
}
.press {
  margin: 8px 0;
}
.ticks {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 8px;
}
kbd {
  margin-right: 6px;
  font: 600 12px var(--mono);
}
.field {
  display: grid;
  gap: 4px;
  font-weight: 600;
}
.print {
  margin-top: 12px;
}
.paper {
  display: none;
}
@media print {
  .paper {
    display: table;
  }
  .card {
    display: none;
  }
}
</style>
