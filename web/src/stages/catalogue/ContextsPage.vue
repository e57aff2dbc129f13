<script setup lang="ts">
import PlaceSelect from '../../parts/PlaceSelect.vue';
import { computed, ref, watch } from 'vue';
import { VueDraggable } from 'vue-draggable-plus';
import type { Context } from '@crib/core/contract';
import ProblemList from '../../parts/ProblemList.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { useDraft } from '../../composables/useDraft.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import CorrectedFacts from './CorrectedFacts.vue';
import AddPlace from './AddPlace.vue';
import CatalogueIndex from './CatalogueIndex.vue';
import { useSaving } from '../../composables/useSaving.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** The places where shortcuts work, as a tree: moved by dragging or by keyboard, corrected in the margin. */
const workspace = useWorkspace();
const { kept, releaseLabel } = usePlace();
const { problems, said, busy, send } = useSaving();
const chosen = kept('place');
const tree = computed(() => workspace.tree!);
const place = computed(() => workspace.catalogue?.contexts.find((one) => String(one.id) === chosen.value) ?? null);
const open = computed(() => workspace.catalogue?.release.sealedAt === null);
const at = (context: number) => ({ id: workspace.catalogue!.release.id, context });

const childrenOf = (id: number | null) =>
  (workspace.catalogue?.contexts ?? [])
    .filter((one) => one.parent === id)
    .sort((a, b) => a.position - b.position || a.id - b.id);
const siblings = (one: Context) => childrenOf(one.parent).map((other) => other.id);
const count = (id: number) => workspace.catalogue!.commands.filter((one) => one.home === id).length;

const list = ref<Context[]>([]);
watch(
  () => workspace.tree,
  () => (list.value = [...(workspace.tree?.inOrder.slice(1) ?? [])]),
  { immediate: true },
);
/** Dropped behind another: it lies beside that one, or first in it when it was dropped deeper than its depth. */
function dropped(event: { newIndex?: number | undefined }) {
  const at = event.newIndex ?? -1;
  const moved = list.value[at];
  const above = list.value[at - 1];
  if (!moved) return;
  const parent = above
    ? tree.value.chain(above.id).includes(moved.id)
      ? moved.parent
      : above.parent
    : tree.value.root.id;
  const beside = childrenOf(parent).filter((one) => one.id !== moved.id);
  const position = above ? beside.findIndex((one) => one.id === above.id) + 1 : 0;
  void move(moved, { parent: parent ?? tree.value.root.id, position });
}
async function move(one: Context, where: { parent: number; position: number }) {
  await send('PUT /api/releases/:id/contexts/:context', at(one.id), where, `Context “${one.name}” moved.`);
  list.value = [...tree.value.inOrder.slice(1)];
}
/** Alt with the arrows: up and down among its neighbours, right into the one above, left out of where it lies. */
function onKey(event: KeyboardEvent, one: Context) {
  if (!event.altKey || !open.value || one.parent === null) return;
  const order = siblings(one);
  const at = order.indexOf(one.id);
  const moves: Record<string, { parent: number; position: number } | undefined> = {
    ArrowUp: at > 0 ? { parent: one.parent, position: at - 1 } : undefined,
    ArrowDown: at < order.length - 1 ? { parent: one.parent, position: at + 1 } : undefined,
    ArrowRight: at > 0 ? { parent: order[at - 1]!, position: childrenOf(order[at - 1]!).length } : undefined,
    ArrowLeft: outOf(one),
  };
  const where = moves[event.key];
  if (!(event.key in moves)) return;
  event.preventDefault();
  if (where) void move(one, where);
}
function outOf(one: Context) {
  const above = tree.value.get(one.parent!);
  if (above.parent === null) return undefined;
  return { parent: above.parent, position: siblings(above).indexOf(above.id) + 1 };
}

const { form, sending } = useDraft(
  'place',
  () => `${place.value?.id} in ${workspace.catalogue?.release.id}`,
  () => ({
    name: place.value?.name ?? '',
    takesText: place.value?.takesText ?? false,
    parent: place.value?.parent ?? 0,
    together: place.value?.together ?? [],
    reason: '',
  }),
);
async function save() {
  const one = place.value!;
  const { name, takesText, together, parent } = form;
  const within = one.parent === null ? {} : { parent };
  if (!open.value) {
    const body = {
      what: 'place' as const,
      subject: one.id,
      place: { name, takesText, ...within },
      reason: form.reason,
    };
    const { id } = workspace.catalogue!.release;
    const done = sending();
    if (await send('POST /api/releases/:id/corrections', { id }, body, 'Correction saved.')) done();
    return;
  }
  const done = sending();
  if (
    await send(
      'PUT /api/releases/:id/contexts/:context',
      at(one.id),
      { name, takesText, together, ...within },
      'Context saved.',
    )
  )
    done();
}
async function remove() {
  const one = place.value!;
  if (await send('DELETE /api/releases/:id/contexts/:context', at(one.id), undefined, `Context “${one.name}” deleted.`))
    chosen.value = '';
}
const apart = computed(() =>
  tree.value.inOrder.filter(
    (one) => place.value && ['apart', 'together'].includes(tree.value.relation(place.value.id, one.id)),
  ),
);
</script>

<template>
  <ReleaseGate v-slot="{ catalogue }">
    <StageFrame>
      <template #index><CatalogueIndex /></template>
      <PageHead
        >Contexts<template #beside
          ><small>{{ catalogue.contexts.length }} in {{ releaseLabel }}</small></template
        ></PageHead
      >
      <div class="tools">
        <span v-if="open">Drag to reorder or nest. Keyboard: Alt+↑/↓ to move, Alt+→ to nest, Alt+← to un-nest.</span>
        <span v-else>Sealed: contexts can only be changed by dated corrections.</span>
      </div>
      <div class="tree">
        <button
          type="button"
          class="place"
          :class="{ on: place?.parent === null }"
          @click="chosen = String(tree.root.id)"
        >
          <span>{{ tree.root.name }}</span><span class="figures mid">{{ count(tree.root.id) }}</span>
        </button>
        <VueDraggable v-model="list" :disabled="!open" :animation="100" tag="div" @end="dropped">
          <button
            v-for="one in list"
            :key="one.id"
            type="button"
            class="place"
            :class="{ on: place?.id === one.id }"
            :style="{ paddingLeft: `${10 + tree.depth(one.id) * 22}px` }"
            @click="chosen = String(one.id)"
            @keydown="onKey($event, one)"
          >
            <span
              >{{ one.name }}<small v-if="one.takesText" class="mid"> text field</small
              ><small v-if="one.together.length" class="mid">
                active at the same time as
                {{ one.together.map((pair) => tree.get(pair.context).name).join(', ') }}</small
              ></span
            >
            <span class="figures mid">{{ count(one.id) }}</span>
          </button>
        </VueDraggable>
      </div>
      <div class="foot"><span>Numbers show commands per context.</span></div>
      <template #margin>
        <form v-if="place" class="make" @submit.prevent="save">
          <h2>{{ place.name }}</h2>
          <FormField label="Name"><ElInput v-model="form.name" maxlength="80" required /></FormField>
          <FormField v-if="place.parent !== null" label="Parent context"
            ><PlaceSelect
              v-model="form.parent"
              label="Parent context"
              :not="(id) => tree.chain(id).includes(place!.id)"
          /></FormField>
          <ElCheckbox v-model="form.takesText" label="Typing goes into a text field here" />
          <template v-if="open">
            <h3>Active at the same time as</h3>
            <div v-for="(pair, index) in form.together" :key="index" class="pair-row">
              <SelectField
                v-model="pair.context"
                size="small"
                label="Other context"
                :choices="apart.map((one) => ({ value: one.id, label: tree.path(one.id) }))"
              />
              <SelectField
                :model-value="pair.first === null ? '' : String(pair.first)"
                size="small"
                label="Priority"
                @update:model-value="(value: string) => (pair.first = value === '' ? null : value === 'true')"
                :choices="[
                  { value: '', label: 'no priority' },
                  { value: 'true', label: `${place.name} has priority` },
                  { value: 'false', label: 'the other has priority' },
                ]"
              />
              <button type="button" class="btn plain" @click="form.together.splice(index, 1)">Remove</button>
            </div>
            <button
              v-if="apart.length"
              type="button"
              class="btn plain start"
              @click="form.together.push({ context: apart[0]!.id, first: null })"
            >
              Add context
            </button>
          </template>
          <FormField v-else label="Reason for the correction"
            ><ElInput v-model="form.reason" maxlength="1000" required
          /></FormField>
          <CorrectedFacts what="place" :subject="place.id" />
          <div class="actions">
            <button type="submit" class="btn primary" :disabled="busy || (!open && !form.reason)">
              {{ open ? 'Save' : 'Save correction' }}
            </button>
            <button v-if="open && place.parent !== null" type="button" class="btn" :disabled="busy" @click="remove">
              Delete context
            </button>
          </div>
        </form>
        <AddPlace v-else-if="open" :release="catalogue.release.id" :tree="tree" />
        <template v-else>
          <h2>Nothing selected</h2>
          <p class="under">Select a context to see its details.</p>
        </template>
        <ProblemList :problems="problems" />
        <p role="status">{{ said }}</p>
        <div v-if="place && open" class="actions">
          <button type="button" class="btn" @click="chosen = ''">Add context</button>
        </div>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.tree {
  overflow-y: auto;
  border-top: 1.5px solid var(--ink);
}
.place {
  display: flex;
  width: 100%;
  height: 34px;
  align-items: center;
  justify-content: space-between;
  padding: 0 10px;
  border: 0;
  border-bottom: 1px solid var(--hair);
  background: none;
  color: inherit;
  font: 500 14px var(--text);
  text-align: left;
  cursor: pointer;
}
.place.on {
  background: var(--tide-wash);
  box-shadow: inset 3px 0 0 var(--tide);
}
.place:focus-visible {
  outline-offset: -2px;
}
small {
  font-weight: 400;
}
.pair-row {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
.start {
  justify-self: start;
}
</style>
