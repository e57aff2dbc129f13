<script setup lang="ts">
import { computed, ref } from 'vue';
import { writeStored, readShortcuts } from '@crib/core/keys';
import { canonicalOn, pressText, readPress, strokeOf, targetOf } from '@crib/core/press';
import { say } from '@crib/core/words';
import { howToReverse, slipsTo, traceSlips, type Slip } from '@crib/core/reach';
import type { Scene } from '@crib/core/keyset';
import KeyChip from '../../parts/KeyChip.vue';
import KeyField from '../../parts/KeyField.vue';
import PlaceSelect from '../../parts/PlaceSelect.vue';
import StateNote from '../../parts/StateNote.vue';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import KeysetFrame from './KeysetFrame.vue';
import SelectField from '../../parts/SelectField.vue';
import LineTable from '../../parts/LineTable.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** What an unintended press did: the likeliest slips from what was meant, and how to take each back. */
const workspace = useWorkspace();
const { route, kept, platform, style } = usePlace();
const id = computed(() => Number(route.params['keyset']));
const meant = kept('meant');
const where = kept('where');
const happened = kept('happened');
const context = computed({
  get: () => Number(where.value) || (workspace.tree?.inOrder[1]?.id ?? workspace.tree?.root.id ?? 0),
  set: (one: number) => (where.value = String(one)),
});
const from = ref<'press' | 'command'>(happened.value ? 'command' : 'press');

const keyboard = computed(() => workspace.keyboardOn(platform.value));
const scene = computed<Scene | null>(() =>
  workspace.catalogue && workspace.keyset(id.value)
    ? {
        weighed: workspace.weighedOf(id.value),
        tree: workspace.tree!,
        policy: workspace.catalogue.app.keyPolicy,
        decides: workspace.opened!.decides,
        keyboard: keyboard.value,
        active: [context.value],
      }
    : null,
);
const press = computed(() => {
  const stored = meant.value && readShortcuts(meant.value, {}).kind === 'read' ? meant.value : '';
  const [first] = (stored && canonicalOn(stored, keyboard.value)) || [];
  return first ? pressText(first) : null;
});
const slips = computed<Slip[]>(() =>
  scene.value && press.value
    ? traceSlips({ scene: scene.value, press: press.value, context: context.value, commands: workspace.commands })
    : [],
);
const shown = (made: string) =>
  writeStored({ strokes: [strokeOf(readPress(made), keyboard.value)], manner: 'pressed' });
const label = (command: number) => workspace.commands.get(command)?.label ?? '';
function did({ did: result, press: made }: Slip): string {
  if (result.fires) return label(result.fires.command);
  if (result.typed)
    return `types ${(targetOf(readPress(made)).code ?? '').replace(/^Key|^Digit/, '')} in the text field`;
  if (result.outcome === 'waits') return 'waits for the next key';
  if (result.outcome === 'chooses') {
    const labels = result.candidates.flatMap((one) => (one.stopped ? [] : [label(one.held.command)]));
    return [...new Set(labels)].join(' / ');
  }
  return result.outcome === 'ambiguous' ? 'ambiguous' : 'nothing';
}
const back = (command: number | undefined) => {
  const known = command === undefined ? undefined : workspace.commands.get(command);
  return known ? howToReverse(known, workspace.commands, workspace.catalogue!.groups) : null;
};
const keyOf = (command: number) => workspace.effectiveOf(id.value, platform.value).of(command)[0]?.shortcut ?? null;

const command = computed(() => workspace.byName.get(happened.value) ?? null);
const pressesOf = (one: number) =>
  workspace
    .effectiveOf(id.value, platform.value)
    .of(one)
    .flatMap((held) => {
      const made = canonicalOn(held.shortcut, keyboard.value);
      return made?.length === 1 ? [{ press: pressText(made[0]!), context: held.context }] : [];
    });
const backwards = computed(() =>
  scene.value && command.value
    ? slipsTo(command.value.id, { scene: scene.value, commands: workspace.commands }, pressesOf)
    : [],
);
</script>

<template>
  <KeysetFrame>
    <template v-if="workspace.keyset(id) && scene">
      <PageHead
        >Trace a key press<template #beside><small>what it did and how to undo it</small></template></PageHead
      >
      <div class="tools">
        <FormField label="Start from"
          ><SelectField
            v-model="from"
            size="small"
            label="Start from"
            style="width: 190px"
            :choices="[
              { value: 'press', label: 'what I meant to press' },
              { value: 'command', label: 'what happened' },
            ]"
        /></FormField>
        <FormField v-if="from === 'press'" class="in" label="Context"
          ><PlaceSelect v-model="context" size="small" label="Context"
        /></FormField>
        <FormField v-else label="Command"
          ><SelectField
            :model-value="happened"
            size="small"
            filterable
            label="Command"
            placeholder="search commands"
            style="width: 240px"
            @update:model-value="(name: string) => (happened = name)"
            :choices="workspace.catalogue!.commands.map((one) => ({ value: one.name, label: one.label }))"
        /></FormField>
      </div>
      <template v-if="from === 'press'">
        <StateNote v-if="!press" title="Press the shortcut you meant in the panel">
          <p>You will see the most likely slips and what each would have done, worst first.</p>
        </StateNote>
        <LineTable
          v-else
          label="Possible results"
          :columns="['Possible result', 'Slip', 'Keys pressed', 'How to undo']"
        >
          <tr v-for="slip in slips" :key="`${slip.kind} ${slip.press} ${slip.context} ${say(slip.said)}`">
            <th scope="row">
              {{ did(slip) }}
              <small v-if="workspace.commands.get(slip.did.fires?.command ?? 0)?.destructive" class="harm"
                >destructive</small
              >
            </th>
            <td>{{ say(slip.said) }}</td>
            <td><KeyChip :shortcut="shown(slip.press)" :platform="platform" :how="style" /></td>
            <td>
              <template v-if="back(slip.did.fires?.command)">
                {{ say(back(slip.did.fires?.command)!.said) }}
                <KeyChip
                  v-if="back(slip.did.fires?.command)!.by && keyOf(back(slip.did.fires?.command)!.by!)"
                  :shortcut="keyOf(back(slip.did.fires?.command)!.by!)!"
                  :platform="platform"
                  :how="style"
                />
              </template>
              <span v-else class="mid">unknown</span>
            </td>
          </tr>
          <tr v-if="!slips.length">
            <td colspan="4" class="mid">Neither this shortcut nor a likely slip does anything here.</td>
          </tr>
        </LineTable>
      </template>
      <template v-else>
        <StateNote v-if="!command" title="Choose what happened">
          <p>You will see which shortcuts do this, and which ones are one slip away.</p>
        </StateNote>
        <div v-else class="lines" tabindex="0" role="region" aria-label="Possible causes">
          <p>
            {{ command.label }} has the shortcut
            <KeyChip v-if="keyOf(command.id)" :shortcut="keyOf(command.id)!" :platform="platform" :how="style" />
            <span v-else>(none in this keyset, so it was run from the menu or a script)</span>
          </p>
          <p v-if="back(command.id)">How to undo it: {{ say(back(command.id)!.said) }}</p>
          <table v-if="backwards.length">
            <thead>
              <tr>
                <th scope="col">Intended command</th>
                <th scope="col">Its shortcut</th>
                <th scope="col">Slip</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in backwards" :key="`${one.meant} ${one.slip.press}`">
                <th scope="row">{{ label(one.meant) }}</th>
                <td>
                  <KeyChip v-if="keyOf(one.meant)" :shortcut="keyOf(one.meant)!" :platform="platform" :how="style" />
                </td>
                <td>{{ say(one.slip.said) }}</td>
              </tr>
            </tbody>
          </table>
          <p v-else class="mid">No other shortcut is one slip away.</p>
        </div>
      </template>
    </template>
    <template v-if="from === 'press'" #margin>
      <KeyField
        :model-value="meant"
        :platform="platform"
        :how="style"
        :typed-letters="false"
        title="Press the shortcut you meant"
        @update:model-value="(stored) => (meant = stored)"
      />
      <p class="under">
        Slips checked: neighbouring key, modifier released early, Caps Lock, wrong layout, wrong context.
      </p>
    </template>
  </KeysetFrame>
</template>

<style scoped>
.in {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  width: 190px;
}
.harm {
  margin-left: 8px;
  color: var(--flag-ink);
}
</style>
