<script setup lang="ts">
import { ref } from 'vue';
import { useEventListener } from '@vueuse/core';
import { useRouter } from 'vue-router';
import { writeStored } from '@crib/core/keys';
import KeyChip from '../parts/KeyChip.vue';
import { focusOn } from '../keyboard/focus.ts';
import { machineInHand, strokeOf } from '../keyboard/pressing.ts';
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

const LEDGER = [
  ['Up, Down', 'another row'],
  ['Left, Right', 'another cell'],
  ['Enter', 'into the margin of the row'],
  ['Shift+Down, Space', 'mark rows'],
  ['Ctrl+Home, Ctrl+End', 'the first row, the last'],
  ['1, 2, 3 in the margin', 'what a press is taken with'],
  ['Tab, Shift+Tab', 'leave the field that takes keys'],
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
    <ElDialog v-model="helpOpen" title="Crib’s own keys" width="560" @closed="taking = null">
      <p class="mid">On every stage, outside of text fields.</p>
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
                  taking === one.name ? `Press the keys for: ${one.does}` : `Change the keys for: ${one.does}`
                "
                @click="taking = taking === one.name ? null : one.name"
                @keydown="take($event, one.name)"
                @blur="taking = null"
              >
                {{ taking === one.name ? 'Press now' : 'Change' }}
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="singles">
        <button type="button" class="btn" role="switch" :aria-checked="!singlesOff" @click="singlesOff = !singlesOff">
          Single characters: {{ singlesOff ? 'off' : 'on' }}
        </button>
        <button type="button" class="btn plain" @click="asShipped">All as they came</button>
      </p>
      <h3>In a ledger</h3>
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
