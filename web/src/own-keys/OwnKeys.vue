<script setup lang="ts">
import { computed, ref } from 'vue';
import { useEventListener } from '@vueuse/core';
import { useRoute, useRouter } from 'vue-router';
import { writeStored } from '@crib/core/keys';
import KeyChip from '../parts/KeyChip.vue';
import { focusOn } from '../keyboard/focus.ts';
import { machineInHand, strokeOf } from '../keyboard/pressing.ts';
import { ABOUT_PAGES } from '../words/pages.ts';
import {
  OWN_ACTIONS,
  asShipped,
  changeKeys,
  helpOpen,
  keysOf,
  ownAction,
  singlesOff,
  type OwnAction,
} from './own-keys.ts';

/** Crib’s own shortcuts: they work on every stage outside of text fields, are shown here, and can be changed here. */
const router = useRouter();
const taking = ref<OwnAction | null>(null);
const route = useRoute();
const about = computed(() => ABOUT_PAGES[String(route.name)]);

const LEDGER = [
  ['Up, Down', 'move between rows'],
  ['Left, Right', 'move between cells'],
  ['Enter', 'open the row’s details'],
  ['Shift+Down, Space', 'select rows'],
  ['Ctrl+Home, Ctrl+End', 'first row, last row'],
  ['1, 2, 3 in the details panel', 'choose what happens to the command that had the shortcut'],
  ['Tab, Shift+Tab', 'leave the shortcut field'],
] as const;

function act(action: OwnAction) {
  if (action === 'help') helpOpen.value = true;
  else if (action === 'desk') void router.push({ name: 'desk' });
  else focusOn(action);
}
const stored = (event: KeyboardEvent) => {
  const stroke = strokeOf(event);
  return stroke && writeStored({ strokes: [stroke], manner: 'pressed' });
};
function onKey(event: KeyboardEvent) {
  if (event.defaultPrevented || event.repeat || helpOpen.value) return;
  const { target, ctrlKey, altKey, metaKey } = event;
  const typing = target instanceof HTMLElement && target.closest('input, textarea, select, [contenteditable]');
  if (typing && !ctrlKey && !altKey && !metaKey) return;
  const pressed = stored(event);
  const action = pressed && ownAction(pressed);
  if (!action) return;
  event.preventDefault();
  act(action);
}
useEventListener('keydown', onKey);

function take(event: KeyboardEvent, action: OwnAction) {
  if (taking.value !== action || event.key === 'Tab') return;
  event.preventDefault();
  event.stopPropagation();
  if (event.key === 'Escape') return void (taking.value = null);
  const pressed = stored(event);
  if (!pressed) return;
  changeKeys(action, pressed);
  taking.value = null;
}
</script>

<template>
  <!-- In a section: the dialog’s heading is not the page’s banner. -->
  <section>
    <ElDialog v-model="helpOpen" title="Help" width="560" @closed="taking = null">
      <template v-if="about">
        <h3>About this page</h3>
        <p v-for="sentence in about" :key="sentence">{{ sentence }}</p>
      </template>
      <p><RouterLink :to="{ name: 'help' }" @click="helpOpen = false">Open the guide</RouterLink></p>
      <h3>Keyboard shortcuts</h3>
      <p class="mid">Available on every page, except in text fields.</p>
      <table>
        <tbody>
          <tr v-for="one in OWN_ACTIONS" :key="one.name">
            <th scope="row">{{ one.does }}</th>
            <td>
              <KeyChip
                v-if="keysOf(one.name)"
                :shortcut="keysOf(one.name)"
                :platform="machineInHand"
                how="words"
                state="as shipped"
              />
              <span v-else class="mid">none</span>
            </td>
            <td class="end">
              <button
                type="button"
                class="btn plain"
                :aria-label="
                  taking === one.name ? `Press the shortcut for: ${one.does}` : `Change the shortcut for: ${one.does}`
                "
                @click="taking = taking === one.name ? null : one.name"
                @keydown="take($event, one.name)"
                @blur="taking = null"
              >
                {{ taking === one.name ? 'Press a key…' : 'Change' }}
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="singles">
        <button type="button" class="btn" role="switch" :aria-checked="!singlesOff" @click="singlesOff = !singlesOff">
          Single-key shortcuts: {{ singlesOff ? 'off' : 'on' }}
        </button>
        <button type="button" class="btn plain" @click="asShipped">Reset all to defaults</button>
      </p>
      <h3>In tables</h3>
      <table>
        <tbody>
          <tr v-for="[keys, does] in LEDGER" :key="keys">
            <th scope="row">{{ does }}</th>
            <td class="figures">{{ keys }}</td>
          </tr>
        </tbody>
      </table>
    </ElDialog>
  </section>
</template>

<style scoped>
th {
  font-weight: 400;
}
.end {
  text-align: right;
}
.singles {
  display: flex;
  align-items: center;
  gap: 16px;
  margin: 14px 0;
}
h3 {
  margin: 0 0 4px;
  color: var(--mid);
  font: 600 12px var(--mono);
}
</style>
