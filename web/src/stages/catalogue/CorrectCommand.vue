<script setup lang="ts">
import PlatformSelect from '../../parts/PlatformSelect.vue';
import PlaceSelect from '../../parts/PlaceSelect.vue';
import { computed, reactive, ref } from 'vue';
import { PRESS_EFFECTS, SHIPPED_FIELDS, SHIPPED_FLAGS, type Command, type Wording } from '@crib/core/contract';
import ProblemList from '../../parts/ProblemList.vue';
import { useDraft } from '../../composables/useDraft.ts';
import CorrectedFacts from './CorrectedFacts.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import { useSaving } from '../../composables/useSaving.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** Correcting what a release says of a command, or adding one to an open release; a sealed one takes dated corrections. */
const props = defineProps<{ command: Command | null }>();
const emit = defineEmits<{ done: [name: string] }>();
const workspace = useWorkspace();
const { router, appSlug, luggage } = usePlace();
const { problems, said, busy, send } = useSaving();

const ASKED = [
  ['needs', SHIPPED_FIELDS.needs],
  ['then', SHIPPED_FIELDS.then],
] as const;
const empty = () => ({
  label: '',
  menu: '',
  category: '',
  description: '',
  otherNames: '',
  needs: '',
  then: '',
  onePress: 'once' as Command['onePress'],
  home: workspace.tree!.root.id,
  flags: [] as string[],
  wordings: [] as Wording[],
  reason: '',
});
function storedWords() {
  const command = props.command && workspace.asStored(props.command.id);
  if (!command) return empty();
  const { label, menu, category, description, needs, then, onePress, home, wordings } = command;
  const otherNames = command.otherNames.join('; ');
  const flags: string[] = SHIPPED_FLAGS.filter((flag) => command[flag]);
  return { ...empty(), label, menu, category, description, needs, then, onePress, home, otherNames, flags, wordings };
}
const { form, sending, reset } = useDraft(
  `command in ${workspace.catalogue!.release.id}`,
  () => props.command?.id ?? 'new',
  storedWords,
);
const release = computed(() => workspace.catalogue!.release.id);
const sealed = computed(() => workspace.catalogue!.release.sealedAt !== null);
const categories = computed(() =>
  [...new Set(workspace.catalogue!.commands.map((one) => one.category))].filter(Boolean),
);

async function save() {
  const { flags, otherNames, wordings, reason, ...words } = form;
  const done = sending();
  const sent = {
    ...words,
    ...Object.fromEntries(SHIPPED_FLAGS.map((flag) => [flag, flags.includes(flag)])),
    otherNames: otherNames
      .split(';')
      .map((one) => one.trim())
      .filter(Boolean),
  };
  if (props.command && sealed.value) {
    // Words in other languages are added; all else that differs is corrected, and dated.
    const { id, wordings: known } = props.command;
    const fresh = wordings.filter(
      (one) =>
        one.language && !known.some((other) => other.language === one.language && other.platform === one.platform),
    );
    const added =
      !fresh.length ||
      (await send(
        'POST /api/releases/:id/wordings',
        { id: release.value },
        { command: id, wordings: fresh },
        'Names added.',
      ));
    const body = { what: 'command' as const, subject: id, words: sent, reason };
    const corrected =
      !added ||
      !reason ||
      (await send('POST /api/releases/:id/corrections', { id: release.value }, body, 'Correction saved.'));
    if (added && corrected) done();
    return;
  }
  if (props.command) {
    const commands = [{ id: props.command.id, ...sent, wordings }];
    if (!(await send('PUT /api/releases/:id/commands', { id: release.value }, { commands }, 'Command saved.'))) return;
    done();
    emit('done', props.command.name);
    return;
  }
  const made = await send('POST /api/releases/:id/commands', { id: release.value }, sent, 'Command added.');
  if (made) reset();
  const name = made && workspace.commands.get(made.id)?.name;
  if (name) emit('done', name);
}
/** Whether words in a language are on their way to a sealed release. */
const languages = computed(() => form.wordings.length > (props.command?.wordings.length ?? 0));
const removing = ref(false);
async function remove() {
  const { command } = props;
  if (!command) return;
  const gone = await send(
    'DELETE /api/releases/:id/commands/:command',
    { id: release.value, command: command.id },
    undefined,
    'Command deleted.',
  );
  removing.value = false;
  if (gone) await router.push({ name: 'catalogue', query: luggage.value });
}

/** Two found to be one, one found to be two. */
const other = ref<number | null>(null);
async function merge() {
  const { command } = props;
  if (!command || other.value === null) return;
  const body = { keep: command.id, drop: other.value };
  if (await send('POST /api/apps/:slug/merge', { slug: appSlug.value }, body, 'Commands merged.')) other.value = null;
}
const part = reactive({ name: '', label: '', bindings: [] as number[] });
const mine = computed(() => {
  const shipped = workspace.stored?.keysets.find((one) => one.id === workspace.shipped?.id);
  return shipped?.kind === 'shipped' ? shipped.bindings.filter((one) => one.command === props.command?.id) : [];
});
async function split() {
  const { command } = props;
  if (!command) return;
  const made = await send(
    'POST /api/apps/:slug/split',
    { slug: appSlug.value },
    { command: command.id, ...part },
    'Command split.',
  );
  if (made) emit('done', part.name);
}
</script>

<template>
  <form class="make" @submit.prevent="save">
    <FormField label="Label"><ElInput v-model="form.label" maxlength="120" required /></FormField>
    <FormField label="Menu path"
      ><ElInput v-model="form.menu" maxlength="240" placeholder="Depths › Place sounding"
    /></FormField>
    <FormField label="Category"
      ><SelectField v-model="form.category" filterable allow-create default-first-option :choices="categories"
    /></FormField>
    <FormField label="Where it works"><PlaceSelect v-model="form.home" label="Where it works" /></FormField>
    <FormField label="Other names"
      ><ElInput v-model="form.otherNames" placeholder="old names, tooltips, nicknames; separate with ;"
    /></FormField>
    <FormField v-for="[field, { most, asks }] in ASKED" :key="field" :label="asks.label"
      ><ElInput v-model="form[field]" :maxlength="most" :placeholder="asks.example"
    /></FormField>
    <FormField label="Description"
      ><ElInput v-model="form.description" type="textarea" :rows="2" maxlength="2000"
    /></FormField>
    <FormField label="Each press does"><SelectField v-model="form.onePress" :choices="PRESS_EFFECTS" /></FormField>
    <ElCheckboxGroup v-model="form.flags" aria-label="Flags" class="flags">
      <ElCheckbox v-for="flag in SHIPPED_FLAGS" :key="flag" :value="flag" :label="SHIPPED_FIELDS[flag].title" />
    </ElCheckboxGroup>
    <template v-if="command">
      <h3>Names per platform and language</h3>
      <div v-for="(wording, index) in form.wordings" :key="index" class="wording">
        <PlatformSelect
          size="small"
          :model-value="wording.platform ?? ''"
          @update:model-value="(value: string) => (wording.platform = value || null)"
        />
        <ElInput
          :model-value="wording.language ?? ''"
          size="small"
          aria-label="Language code"
          placeholder="language code, e.g. de"
          @update:model-value="(value: string) => (wording.language = value.trim() || null)"
        />
        <ElInput v-model="wording.label" size="small" aria-label="Label in this language" placeholder="label" />
        <ElInput v-model="wording.menu" size="small" aria-label="Menu path in this language" placeholder="menu path" />
        <button type="button" class="btn plain" @click="form.wordings.splice(index, 1)">Remove</button>
      </div>
      <button
        type="button"
        class="btn plain start"
        @click="
          form.wordings.push({
            platform: null,
            language: 'de',
            label: '',
            menu: '',
            category: '',
            description: '',
            otherNames: [],
          })
        "
      >
        Add a platform or language
      </button>
    </template>
    <FormField v-if="sealed && command" label="Reason for the correction"
      ><ElInput v-model="form.reason" maxlength="1000" placeholder="Typo in the vendor’s list"
    /></FormField>
    <ProblemList :problems="problems" />
    <p role="status">{{ said }}</p>
    <CorrectedFacts v-if="command" what="command" :subject="command.id" />
    <div class="actions">
      <button type="submit" class="btn primary" :disabled="busy || (sealed && !form.reason && !languages)">
        {{ !command ? 'Add command' : sealed ? (form.reason ? 'Save correction' : 'Save names') : 'Save' }}
      </button>
      <button v-if="command && !sealed" type="button" class="btn" @click="removing = true">Delete command</button>
    </div>
  </form>
  <template v-if="command && !sealed">
    <h3>Merge duplicate</h3>
    <SelectField
      v-model="other"
      filterable
      label="The other command"
      placeholder="search commands"
      :choices="
        workspace
          .catalogue!.commands.filter((one) => one.id !== command!.id)
          .map((one) => ({ value: one.id, label: `${one.label} (${one.name})` }))
      "
    />
    <div class="actions">
      <button type="button" class="btn" :disabled="other === null || busy" @click="merge">
        Merge into this command
      </button>
    </div>
    <h3>Split into two commands</h3>
    <form class="make" @submit.prevent="split">
      <FormField label="Label of the new command"><ElInput v-model="part.label" maxlength="120" required /></FormField>
      <FormField label="Id of the new command"
        ><ElInput v-model="part.name" maxlength="120" required placeholder="depth.place-again"
      /></FormField>
      <ElCheckboxGroup v-if="mine.length" v-model="part.bindings" aria-label="Shortcuts to move to it" class="flags">
        <ElCheckbox v-for="one in mine" :key="one.id" :value="one.id" :label="one.shortcut" />
      </ElCheckboxGroup>
      <div class="actions"><button type="submit" class="btn" :disabled="busy">Split command</button></div>
    </form>
  </template>
  <ElDialog v-model="removing" :title="`Delete ${command?.label}?`" width="420">
    <p>This also deletes its shortcuts in this release. Other releases are not affected. This cannot be undone.</p>
    <template #footer>
      <button type="button" class="btn" @click="removing = false">Cancel</button>
      <button type="button" class="btn primary second" @click="remove">Delete command</button>
    </template>
  </ElDialog>
</template>

<style scoped>
.flags {
  display: grid;
  gap: 2px;
}
.wording {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
}
.start {
  justify-self: start;
}
.second {
  margin-left: 8px;
}
</style>
