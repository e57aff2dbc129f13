<script setup lang="ts">
import PlatformSelect from '../../parts/PlatformSelect.vue';
import PlaceSelect from '../../parts/PlaceSelect.vue';
import { show, type Shown } from '../../words/chips.ts';
import { computed, ref, toRef } from 'vue';
import { usesADay } from '@crib/core/catalogue';
import { LAYOUTS, type Platform } from '@crib/core/keys';
import type { Command, CustomKeyset, EditAction } from '@crib/core/contract';
import KeyField from '../../parts/KeyField.vue';
import ProblemList from '../../parts/ProblemList.vue';
import { layoutsInHand } from '../../composables/in-hand.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import EditCosts from './EditCosts.vue';
import FollowUps from './FollowUps.vue';
import SlotPanel from './SlotPanel.vue';
import NearerKeys from './NearerKeys.vue';
import WhatFollows from './WhatFollows.vue';
import type { FollowUp } from '@crib/core/keyset';
import { useEdit } from './useEdit.ts';
import SelectField from '../../parts/SelectField.vue';
import FormField from '../../parts/FormField.vue';

/** Changing a command's keys in a custom keyset, with what follows before it is saved. */
const props = defineProps<{ keyset: CustomKeyset; command: Command; platform: Platform; how: Shown }>();
const emit = defineEmits<{ pressing: [shortcut: string]; saved: [] }>();
const workspace = useWorkspace();
const { set } = usePlace();
const edit = useEdit(toRef(props, 'keyset'), toRef(props, 'command'));
const { shortcut, reason, memoryAid, context, problems, busy, saved, present, outcome, owner, save } = edit;
const onPlatform = edit.platform;

const field = ref<InstanceType<typeof KeyField> | null>(null);
const policy = computed(() => workspace.catalogue!.app.keyPolicy);
const keys = computed(() => (shortcut.value ? show(shortcut.value, props.platform, props.how) : ''));
const base = computed(() => workspace.keyset(props.keyset.baseId));

function pressed(stored: string) {
  shortcut.value = stored;
  emit('pressing', stored);
}
function done() {
  emit('pressing', '');
  emit('saved');
}
async function act(action: EditAction) {
  if (await save(action)) done();
}
async function saveWords() {
  if (await edit.saveWords()) done();
}
/** A reason that was typed without keys belongs to the edit that is there. */
const onlyWords = computed(() => Boolean(present.value) && !shortcut.value && edit.unsaved.value);
const enter = () => (onlyWords.value ? saveWords() : !unready.value && !owner.value && act('set'));
async function follow(up: FollowUp) {
  if (await edit.saveWith(up)) done();
}
/** The edit as it would be saved. */
const made = computed(() => outcome.value?.change.put.find((one) => one.command === props.command.id) ?? null);
const used = computed(() => usesADay(workspace.catalogue!.uses).get(props.command.id));
const pressable = computed(() => !outcome.value?.consequences.some((one) => one.kind === 'cannot be pressed'));
const unready = computed(() => busy.value || !shortcut.value || Boolean(outcome.value?.refusals.length));
defineExpose({ focus: () => field.value?.focus() });
</script>

<template>
  <h2>{{ command.label }}</h2>
  <p class="under">
    {{ [command.menu.split(' › ').slice(0, -1).join(' › '), used && `used ${used}×/day`].filter(Boolean).join(' · ') }}
  </p>
  <p v-if="command.fixed"><b>Fixed.</b> The program does not allow changing this shortcut.</p>
  <template v-else>
    <KeyField
      ref="field"
      :model-value="shortcut"
      :platform="platform"
      :target="onPlatform || null"
      :how="how"
      :typed-letters="policy.typedLetters"
      @update:model-value="pressed"
    >
      <WhatFollows v-if="outcome" :outcome="outcome">
        <li v-if="layoutsInHand.length > 1 && !outcome.refusals.length && pressable">
          <b class="ok" aria-hidden="true">○</b
          ><span>{{
            layoutsInHand.length === 1 ? 'Works on this layout' : `Works on all ${layoutsInHand.length} layouts`
          }}</span>
        </li>
        <template #free>Free in {{ workspace.tree!.get(context).name }} and its sub-contexts</template>
      </WhatFollows>
      <FollowUps
        v-if="owner && !outcome?.refusals.length"
        :setting="edit.setting.value"
        :owner="owner"
        :taken="shortcut"
        :own="edit.main.value"
        :platform="platform"
        :how="how"
        :disabled="busy"
        @follow="follow"
      />
      <button v-if="!owner" type="button" class="btn primary set" :disabled="unready" @click="act('set')">
        {{ edit.proposing.value ? 'Propose' : 'Set' }} {{ keys || 'shortcut' }}
      </button>
    </KeyField>
    <div class="places">
      <FormField label="Where it works"
        ><PlaceSelect v-model="context" size="small" label="Where it works"
      /></FormField>
      <FormField label="Platform"><PlatformSelect v-model="onPlatform" size="small" /></FormField>
      <FormField class="layouts" label="Other layouts your learners use"
        ><SelectField
          :model-value="layoutsInHand.slice(1).map((one) => one.id)"
          multiple
          collapse-tags
          size="small"
          placeholder="none"
          label="Other layouts your learners use"
          @update:model-value="(ids: string[]) => set({ layouts: ids.join() }, true)"
          :choices="
            LAYOUTS.filter((each) => each !== layoutsInHand[0]).map((one) => ({ value: one.id, label: one.name }))
          "
      /></FormField>
    </div>

    <SlotPanel
      v-if="edit.setting.value.slots.has(command.id)"
      :keyset="keyset"
      :command="command"
      @saved="emit('saved')"
    />
    <EditCosts v-if="made" :edit="made" />
    <NearerKeys
      :setting="edit.setting.value"
      :keyset="keyset"
      :command="command"
      :context="context"
      :target="onPlatform || null"
      :platform="platform"
      :how="how"
      @pick="pressed"
    />

    <h3><label for="reason">Reason</label></h3>
    <ElInput
      id="reason"
      v-model="reason"
      type="textarea"
      :rows="3"
      maxlength="1000"
      placeholder="Why this shortcut? Learners and colleagues will ask"
      @keydown.ctrl.enter.prevent="enter"
      @keydown.meta.enter.prevent="enter"
    />
    <h3><label for="aid">Memory aid</label></h3>
    <ElInput
      id="aid"
      v-model="memoryAid"
      maxlength="240"
      @keydown.ctrl.enter.prevent="enter"
      @keydown.meta.enter.prevent="enter"
    />
    <button v-if="onlyWords" type="button" class="btn primary set by-itself" :disabled="busy" @click="saveWords">
      {{ edit.proposing.value ? 'Propose reason' : 'Save reason' }}
    </button>
    <ProblemList :problems="problems" />
    <p class="said" role="status">{{ saved }}</p>
    <div class="actions">
      <button type="button" class="btn" :disabled="unready" @click="act('add')">Add as second shortcut</button>
      <button type="button" class="btn" :disabled="busy" @click="act('clear')">Remove shortcut</button>
      <button
        type="button"
        class="btn"
        :disabled="busy || (!present && base?.kind === 'shipped')"
        @click="act('put back')"
      >
        {{ base?.kind === 'shipped' ? 'Reset to built-in' : 'Reset to inherited' }}
      </button>
      <button
        type="button"
        class="btn"
        :disabled="busy || !shortcut"
        :title="`${keys || 'The shortcut'} does nothing in ${workspace.tree!.get(context).name}`"
        @click="act('block')"
      >
        Disable here
      </button>
    </div>
  </template>
</template>

<style scoped>
.set {
  justify-self: start;
}
.by-itself {
  margin-top: 8px;
}
.places {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  margin-top: 10px;
}
.places label {
  display: grid;
  gap: 2px;
  color: var(--mid);
  font-size: 12.5px;
}
.layouts {
  grid-column: 1 / -1;
}
.said {
  min-height: 20px;
  margin-top: 6px;
  color: var(--tide);
  font-weight: 600;
}
</style>
