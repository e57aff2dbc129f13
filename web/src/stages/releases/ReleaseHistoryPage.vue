<script setup lang="ts">
import { dayOf } from '../../words/moments.ts';
import { computed } from 'vue';
import { platformName } from '@crib/core/keys';
import { canonicalText } from '@crib/core/press';
import { counted, say } from '@crib/core/words';
import { commandHistory, pressHistory } from '@crib/core/release';
import { useAnswer } from '../../api/queries.ts';
import KeyChip from '../../parts/KeyChip.vue';
import StateNote from '../../parts/StateNote.vue';
import { layoutInHand, show } from '../../words/chips.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import GiveBack from './GiveBack.vue';
import ReleasesFrame from './ReleasesFrame.vue';
import LineTable from '../../parts/LineTable.vue';
import PageHead from '../../parts/PageHead.vue';

/** A command, or a press, through all releases of the app. */
const workspace = useWorkspace();
const { kept, appSlug, platform, style, luggage } = usePlace();
const [command, press] = [kept('command'), kept('press')];

const {
  answer: states,
  failed,
  load,
} = useAnswer('GET /api/apps/:slug/history', () => {
  if (!appSlug.value || !(command.value || press.value)) return null;
  const query = command.value
    ? { command: command.value }
    : { press: press.value, layout: layoutInHand.value.id, platform: platform.value };
  return { slug: appSlug.value, ...query };
});

const lines = computed(() => {
  if (!states.value) return [];
  const keyboard = workspace.keyboardOn(platform.value);
  if (command.value) return commandHistory(states.value, keyboard);
  return pressHistory(states.value, canonicalText(press.value, keyboard) ?? press.value, keyboard);
});
/** The command as the release in hand has it, and all keys it ever had. */
const inHand = computed(() => (command.value ? (workspace.byName.get(command.value) ?? null) : null));
const had = computed(() =>
  lines.value.flatMap((one) => one.keys.map(({ shortcut }) => ({ shortcut, context: inHand.value?.home ?? 0 }))),
);
const newest = computed(() => lines.value.toReversed().find((one) => one.commands.length));
const title = computed(() =>
  command.value ? (newest.value?.commands[0]?.label ?? command.value) : show(press.value, platform.value, style.value),
);
const labelOf = (id: number) =>
  states.value?.flatMap((one) => one.commands).findLast((one) => one.id === id)?.label ?? '';
const nameOf = (id: number) => states.value?.flatMap((one) => one.commands).find((one) => one.id === id)?.name ?? '';
</script>

<template>
  <ReleasesFrame :ready="states !== null || !(command || press)" :problem="failed" @again="load">
    <StateNote v-if="!command && !press" first title="Choose a command or shortcut">
      <p>Open its history from Changes or from a command page.</p>
      <RouterLink class="btn" :to="{ name: 'releases', query: luggage }">Back to changes</RouterLink>
    </StateNote>
    <template v-else>
      <PageHead>
        {{ title
        }}<template #beside
          ><small>{{ counted(lines.length, 'release') }}, {{ platformName(platform) }}</small></template
        ></PageHead
      >
      <LineTable
        label="Release by release"
        :columns="[
          'Release',
          command ? 'Name' : 'Command',
          'Shortcut',
          command ? 'Menu path' : 'Where it works',
          'Change',
        ]"
      >
        <tr v-for="one in lines.toReversed()" :key="one.release.id" :class="{ changed: one.changes.length }">
          <th scope="row">
            {{ one.release.label
            }}<small v-if="one.release.releasedOn" class="mid"> {{ dayOf(one.release.releasedOn) }}</small>
          </th>
          <td>
            <template v-if="one.commands.length">{{ one.commands.map((each) => each.label).join(', ') }}</template>
            <span v-else class="mid">{{ command ? 'not available' : 'not assigned' }}</span>
          </td>
          <td>
            <span v-for="key in one.keys" :key="`${key.command} ${key.shortcut}`" class="key">
              <KeyChip :shortcut="key.shortcut" :platform="platform" :how="style" /><small v-if="command" class="mid">{{
                key.places.join(', ')
              }}</small>
            </span>
            <span v-if="one.commands.length && !one.keys.length" class="mid">none</span>
          </td>
          <td>
            <template v-if="command">{{ one.commands[0]?.menu }}</template>
            <template v-else>{{
              one.keys
                .map((key) => `${key.places.join(', ')}${one.commands.length > 1 ? `: ${labelOf(key.command)}` : ''}`)
                .join('; ')
            }}</template>
          </td>
          <td>{{ one.changes.map((each) => say(each)).join(', ') }}</td>
        </tr>
      </LineTable>
      <h2 v-if="inHand" class="sr-only">Previous shortcuts</h2>
      <GiveBack v-if="inHand" :command="inHand" :had="had" />
      <div class="actions">
        <RouterLink v-if="command" class="btn" :to="{ name: 'command', params: { command }, query: luggage }"
          >Open in catalogue</RouterLink
        >
        <RouterLink
          v-for="id in press ? [...new Set(lines.flatMap((one) => one.keys.map((key) => key.command)))] : []"
          :key="id"
          class="btn"
          :to="{ name: 'release-history', query: { ...luggage, command: nameOf(id) } }"
          >History of {{ labelOf(id) }}</RouterLink
        >
      </div>
    </template>
  </ReleasesFrame>
</template>

<style scoped>
.changed td:last-child {
  font-weight: 600;
}
.key {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  margin-right: 8px;
}
</style>
