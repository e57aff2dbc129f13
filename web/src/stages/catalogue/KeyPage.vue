<script setup lang="ts">
import { computed, shallowRef, watchEffect } from 'vue';
import { ALL_CODES, platformName, writeStored } from '@crib/core/keys';
import { keyAtCode } from '@crib/core/press';
import { keyInFull, type KeyRow, type Opened } from '@crib/core/keyset';
import type { Keyset } from '@crib/core/contract';
import IndexLine from '../../parts/IndexLine.vue';
import KeyChip from '../../parts/KeyChip.vue';
import GivePress from '../keysets/GivePress.vue';
import ReleaseGate from '../../parts/ReleaseGate.vue';
import StageFrame from '../../parts/StageFrame.vue';
import StateNote from '../../parts/StateNote.vue';
import { layoutInHand, show } from '../../words/chips.ts';
import { usePlace } from '../../composables/usePlace.ts';
import { useWorkspace } from '../../stores/workspace.ts';
import SelectField from '../../parts/SelectField.vue';
import LineTable from '../../parts/LineTable.vue';
import FormField from '../../parts/FormField.vue';
import PageHead from '../../parts/PageHead.vue';

/** One key: with and without modifiers, by place, what is free, and what it meant in each release. */
const workspace = useWorkspace();
const { route, kept, platform, style, releaseLabel, luggage } = usePlace();
const code = computed(() => String(route.params['code']));
const known = computed(() => ALL_CODES.includes(code.value));
const asked = kept('keyset');
const keyset = computed<Keyset | undefined>(
  () => workspace.keyset(Number(asked.value)) ?? workspace.custom.at(-1) ?? workspace.shipped,
);
const keyboard = computed(() => workspace.keyboardOn(platform.value));
const stored = (at: string) =>
  writeStored({
    strokes: [{ kind: 'key', modifiers: [], key: keyAtCode(at, keyboard.value) }],
    manner: 'pressed',
  });
const name = computed(() => (known.value ? show(stored(code.value), platform.value) : code.value));

const rows = computed<KeyRow[]>(() => {
  const { catalogue } = workspace;
  if (!catalogue || !keyset.value || !known.value) return [];
  return keyInFull(code.value, workspace.weighedOf(keyset.value.id), keyboard.value, catalogue.systemKeys);
});
const free = computed(() => rows.value.filter((row) => !row.held.length && !row.begins.length && !row.taker));
const isFree = (row: KeyRow) => free.value.includes(row);
const label = (command: number) => workspace.commands.get(command)?.label ?? '';

/** What the key alone, and with each modifier, meant in the releases of the app. */
const others = shallowRef<{ label: string; rows: KeyRow[]; opened: Opened }[]>([]);
watchEffect(async () => {
  const releases = workspace.app?.releases ?? [];
  const [at, on] = [code.value, platform.value];
  const keyboards = workspace.keyboardsFor([on]);
  const found = await Promise.all(
    releases.map(async (release) => {
      const opened = await workspace.openedRelease(release.id).catch(() => null);
      if (!opened?.shipped) return [];
      const weighed = opened.weighed(opened.shipped.id, keyboards);
      return [{ label: release.label, opened, rows: keyInFull(at, weighed, keyboards.all[0]!, []) }];
    }),
  );
  if (at === code.value && on === platform.value) others.value = found.flat().reverse();
});
const meant = (rowAt: number) =>
  others.value.map(({ label: release, rows: list, opened }) => {
    const row = list[rowAt];
    const names = [...(row?.held ?? []), ...(row?.begins ?? [])].map(
      (held) => opened.commands.get(held.command)?.label ?? '',
    );
    return { release, text: [...new Set(names)].join(', ') };
  });
const chosen = kept('with');
/** The arrow keys go from one press of the key to the next. */
function onKey(event: KeyboardEvent) {
  const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  const next = rows.value[chosenAt.value + step];
  if (!step || !next || event.ctrlKey || event.altKey || event.metaKey) return;
  event.preventDefault();
  chosen.value = next.press;
}
const chosenAt = computed(() =>
  Math.max(
    0,
    rows.value.findIndex((row) => row.press === chosen.value),
  ),
);
const neighbours = computed(() => {
  const { lacks } = keyboard.value.board;
  return ALL_CODES.filter((one) => !lacks.has(one) && !/^(Numpad|Browser|Media|Audio)/.test(one));
});
</script>

<template>
  <ReleaseGate v-slot="{ catalogue, tree }">
    <StateNote v-if="!known" whole title="Key not found">
      <p>Use a key code such as KeyU or F4.</p>
      <RouterLink class="btn" :to="{ name: 'catalogue', query: luggage }">Back to all commands</RouterLink>
    </StateNote>
    <StageFrame v-else>
      <template #index>
        <h2>{{ workspace.app?.name }}</h2>
        <p class="mid">{{ releaseLabel }}</p>
        <h3>Keys</h3>
        <IndexLine
          v-for="one in neighbours"
          :key="one"
          :to="{ params: { code: one }, query: { ...route.query, with: undefined } }"
          :on="one === code"
          >{{ show(stored(one), platform) }}</IndexLine
        >
      </template>
      <PageHead>
        {{ name }}, with and without modifiers<template #beside
          ><small>{{ platformName(platform) }}, {{ layoutInHand.name }} layout</small></template
        ></PageHead
      >
      <div class="tools">
        <FormField label="Keyset"
          ><SelectField
            v-model="asked"
            size="small"
            label="Keyset"
            :placeholder="keyset?.name ?? ''"
            style="width: 190px"
            :choices="catalogue.keysets.map((one) => ({ value: String(one.id), label: one.name }))"
        /></FormField>
        <span>{{ free.length }} of {{ rows.length }} combinations free</span>
      </div>
      <LineTable label="Combinations of this key" @keydown="onKey" :columns="['Shortcut', 'Command', 'Where it works']">
        <template v-for="row in rows" :key="row.press">
          <tr v-if="isFree(row)" :class="{ on: row.press === chosen }" @click="chosen = row.press">
            <th scope="row"><KeyChip :shortcut="row.shortcut" :platform="platform" :how="style" /></th>
            <td class="free">free{{ row.types ? '; types a character in text fields' : '' }}</td>
            <td>everywhere</td>
          </tr>
          <tr v-if="row.taker" :class="{ on: row.press === chosen }" @click="chosen = row.press">
            <th scope="row">
              <KeyChip :shortcut="row.shortcut" :platform="platform" :how="style" state="fixed" />
            </th>
            <td>{{ row.taker.taker }}</td>
            <td class="mid">{{ row.taker.hard ? 'never reaches programs' : 'reserved' }}</td>
          </tr>
          <tr
            v-for="held in [...row.held, ...row.begins]"
            :key="`${held.command} ${held.context} ${held.shortcut}`"
            :class="{ on: row.press === chosen }"
            @click="chosen = row.press"
          >
            <th scope="row">
              <KeyChip
                :shortcut="held.shortcut"
                :platform="platform"
                :how="style"
                :state="workspace.commands.get(held.command)?.fixed ? 'fixed' : held.edit ? 'yours' : 'as shipped'"
              />
            </th>
            <td>
              <RouterLink
                :to="{
                  name: 'command',
                  params: { command: workspace.commands.get(held.command)?.name },
                  query: luggage,
                }"
                >{{ label(held.command) }}</RouterLink
              >
            </td>
            <td class="mid">{{ tree.path(held.context) }}</td>
          </tr>
        </template>
      </LineTable>
      <template #margin>
        <h2>Shortcut history</h2>
        <p class="under">
          <KeyChip v-if="rows[chosenAt]" :shortcut="rows[chosenAt]!.shortcut" :platform="platform" :how="style" />
          built in, release by release
        </p>
        <div v-for="one in meant(chosenAt)" :key="one.release" class="pair">
          <span class="figures">{{ one.release }}</span>
          <span :class="{ mid: !one.text }">{{ one.text || 'none' }}</span>
        </div>
        <GivePress v-if="rows[chosenAt]" :shortcut="rows[chosenAt]!.shortcut" :context="tree.root.id" />
        <h3>Free</h3>
        <p v-if="free.length === 0" class="mid">No combination of this key is free.</p>
        <div class="chips">
          <KeyChip v-for="row in free" :key="row.press" :shortcut="row.shortcut" :platform="platform" :how="style" />
        </div>
      </template>
    </StageFrame>
  </ReleaseGate>
</template>

<style scoped>
.free {
  color: var(--tide);
  font-weight: 600;
}
tr.on {
  background: var(--tide-wash);
}
tbody th {
  width: 220px;
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
