<script setup lang="ts">
import { show } from '../words/chips.ts';
import { computed, ref } from 'vue';
import { useEventListener } from '@vueuse/core';
import { meantFor, writeStored, parseStored } from '@crib/core/keys';
import { useLookup } from '../stores/lookup.ts';
import { usePlace } from '../composables/usePlace.ts';
import { useOthers } from '../stores/others.ts';
import { useSession } from '../stores/session.ts';
import { machineInHand, strokeOf } from '../keyboard/pressing.ts';
import { helpOpen } from '../own-keys/own-keys.ts';
import { chooseTheme, currentTheme } from '../composables/theme.ts';
import OpeningBox from './OpeningBox.vue';
import { capital } from '../words/capital.ts';

const { route, router, kept, set, platform, style, appSlug, releaseLabel, luggage } = usePlace();
const session = useSession();
const others = useOthers();

const stages = computed(() => {
  const params = { app: appSlug.value, release: releaseLabel.value };
  const there = Boolean(appSlug.value);
  return [
    {
      stage: 'catalogue',
      name: 'Catalogue',
      to: there ? { name: 'catalogue', params, query: luggage.value } : null,
    },
    ...[
      { stage: 'keysets', name: 'Keysets' },
      { stage: 'releases', name: 'Releases' },
      { stage: 'migration', name: 'Migration' },
      { stage: 'sheets', name: 'Sheets' },
      { stage: 'handouts', name: 'Handouts' },
    ].map((one) => ({ ...one, to: there ? { name: one.stage, params, query: luggage.value } : null })),
  ];
});

const LEDGERS = ['catalogue', 'keyset', 'releases'];
const lookup = useLookup();
const press = kept('press');

/** Names filter the ledger in view; from elsewhere Enter opens the catalogue with them. */
function onName(text: string | number) {
  if (LEDGERS.includes(String(route.name))) lookup.type(String(text));
  else lookup.name = String(text);
}
function find() {
  if (LEDGERS.includes(String(route.name)) || !appSlug.value) return;
  void openCatalogue({ q: lookup.name });
}
function openCatalogue(query: Record<string, string>) {
  return router.push({
    name: 'catalogue',
    params: { app: appSlug.value, release: releaseLabel.value },
    query: { ...luggage.value, ...query },
  });
}

const listening = ref(false);
let last = 0;
const PAUSE = 1500;
const armed = ref<HTMLButtonElement>();
/** Presses after one another belong together until a pause; Tab, the button, or going to anything else ends listening. */
function onPress(event: KeyboardEvent) {
  if (event.key === 'Tab') return listen(false);
  event.preventDefault();
  event.stopPropagation();
  const stroke = event.repeat ? null : strokeOf(event);
  if (!stroke) return;
  const going = press.value && Date.now() - last < PAUSE ? parseStored(press.value).strokes : [];
  last = Date.now();
  lookup.drop();
  const { strokes } = meantFor({ strokes: [stroke], manner: 'pressed' }, machineInHand, platform.value).shortcut;
  const found = writeStored({ strokes: [...going, ...strokes].slice(-5), manner: 'pressed' });
  if (LEDGERS.includes(String(route.name))) void set({ press: found, q: '' }, true);
  else if (appSlug.value) void openCatalogue({ press: found });
}
function listen(on: boolean) {
  listening.value = on;
  if (on) armed.value?.focus();
}
// What is pressed in another field is meant for that field.
useEventListener('focusin', ({ target }) => listening.value && target !== armed.value && listen(false));
useEventListener('keydown', (event: KeyboardEvent) => listening.value && onPress(event), { capture: true });

const menu = ref(false);
const theme = ref(currentTheme());
function turn() {
  theme.value = theme.value === 'dark' ? 'light' : 'dark';
  chooseTheme(theme.value);
}
</script>

<template>
  <header class="mast">
    <RouterLink class="logo" :to="{ name: 'desk' }" aria-label="Crib home"><i>C</i>rib</RouterLink>
    <nav class="stages" aria-label="Stages">
      <template v-for="(stage, index) in stages" :key="stage.stage">
        <RouterLink
          v-if="stage.to"
          :to="stage.to"
          :class="{ on: route.meta['stage'] === stage.stage }"
          :aria-current="route.meta['stage'] === stage.stage ? 'page' : undefined"
        >
          <b>{{ index + 1 }}</b> {{ stage.name }}
        </RouterLink>
        <span v-else class="off"
          ><b>{{ index + 1 }}</b> {{ stage.name }}</span
        >
      </template>
    </nav>
    <form class="find" role="search" @submit.prevent="find">
      <ElInput
        :model-value="press ? show(press, platform, style) : lookup.name"
        class="look-up"
        :aria-label="press ? 'Pressed shortcut' : 'Search commands'"
        :placeholder="appSlug ? 'Search by name, or press a shortcut' : 'Choose a program first'"
        :disabled="!appSlug"
        clearable
        @update:model-value="onName"
        @clear="set({ q: '', press: '' })"
      />
      <button
        ref="armed"
        type="button"
        class="btn"
        :class="{ primary: listening }"
        :aria-pressed="listening"
        :disabled="!appSlug"
        @click="listen(!listening)"
      >
        {{ listening ? 'Press a shortcut…' : 'Search by key press' }}
      </button>
      <RouterLink class="btn plain" :to="{ name: 'help' }">Help</RouterLink>
      <OpeningBox v-model="menu" plain class="who">
        <template #name>
          {{ session.editor?.name.split(' ')[0]
          }}<span v-if="others.here.length" class="also">
            +{{ others.here.length }}<span class="sr-only"> online</span></span
          >
        </template>
        <p>
          {{ session.editor?.name }}<br /><span class="mid"
            >{{ session.editor?.email }}<br />{{ session.editor && capital(session.editor.role) }} ·
            {{ session.editor?.workspace.name }}</span
          >
        </p>
        <template v-if="others.here.length">
          <p class="mid">Also online</p>
          <p v-for="one in others.here" :key="one.id">
            <RouterLink :to="one.place || '/desk'" @click="menu = false">{{ one.name }}</RouterLink>
          </p>
        </template>
        <RouterLink class="btn plain" :to="{ name: 'people' }" @click="menu = false">People</RouterLink>
        <RouterLink class="btn plain" :to="{ name: 'activity' }" @click="menu = false">Activity log</RouterLink>
        <RouterLink class="btn plain" :to="{ name: 'account' }" @click="menu = false">Your account</RouterLink>
        <button type="button" class="btn plain" @click="((menu = false), (helpOpen = true))">Keyboard shortcuts</button>
        <button type="button" class="btn plain" @click="turn">
          {{ theme === 'dark' ? 'Light theme' : 'Dark theme' }}
        </button>
        <button type="button" class="btn plain" @click="session.signOut()">Sign out</button>
      </OpeningBox>
    </form>
  </header>
</template>

<style scoped>
.mast {
  display: flex;
  height: 52px;
  align-items: stretch;
  border-bottom: 2px solid var(--ink);
  background: var(--paper);
  padding: 0 20px;
}
.logo {
  margin-right: 22px;
  font: 700 22px/50px var(--head);
  letter-spacing: -0.02em;
  text-decoration: none;
}
.logo i {
  margin-right: 1px;
  padding: 1px 7px 3px;
  background: var(--ink);
  clip-path: polygon(0 0, calc(100% - 6px) 0, 100% 6px, 100% 100%, 0 100%);
  color: var(--paper);
  font-style: normal;
}
.stages {
  display: flex;
  align-items: flex-end;
  gap: 2px;
}
.stages > * {
  margin-bottom: -2px;
  padding: 8px 13px 9px;
  border: 2px solid transparent;
  border-bottom: 0;
  color: var(--mid);
  font-weight: 500;
  text-decoration: none;
}
.stages b {
  margin-right: 2px;
  font: 600 11px var(--mono);
}
.stages a:hover {
  color: var(--ink);
}
.stages a.on {
  border-color: var(--ink);
  background: var(--sheet);
  clip-path: polygon(0 0, calc(100% - 9px) 0, 100% 9px, 100% 100%, 0 100%);
  color: var(--ink);
  font-weight: 650;
}
.stages .off {
  cursor: default;
}
.find {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-left: auto;
}
.look-up {
  width: clamp(180px, 22vw, 300px);
}
.who {
  margin-left: 10px;
}
.also {
  font: 600 12px var(--mono);
}
</style>
