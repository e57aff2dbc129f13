import { computed, shallowRef } from 'vue';
import {
  US,
  parseStored,
  showStored,
  writeShortcut,
  writeStrokes,
  type Layout,
  type Platform,
  type Style,
  type Written,
} from '@crib/core/keys';
import { each } from '@crib/core/memory';
import { keyboardOf, pressedForm } from '@crib/core/press';

/** How keys are shown: in words, in symbols, or as they are pressed on the layout in hand. */
export type Shown = Style | 'pressed';

/** The layout in hand: positions are named by what is printed there. */
export const layoutInHand = shallowRef<Layout>(US);

/** The keyboards of the layout in hand, one a platform: what is made on them is remembered in them. */
const keyboards = computed(() => each((platform: Platform) => keyboardOf(layoutInHand.value, platform)));

const known = new Map<string, Written & { readonly impossible: boolean }>();

/** How a stored shortcut is shown in chips, remembered: a ledger shows the same few hundred again and again. */
export function chipTexts(stored: string, platform: Platform, how: Shown): Written & { readonly impossible: boolean } {
  const layout = layoutInHand.value;
  const name = `${layout.id} ${platform} ${how} ${stored}`;
  const found = known.get(name) ?? textsOf(stored, platform, how, layout);
  if (known.size > 20_000) known.clear();
  known.set(name, found);
  return found;
}

function textsOf(stored: string, platform: Platform, how: Shown, layout: Layout) {
  const shortcut = parseStored(stored);
  const pressed = pressedForm(stored, keyboards.value(platform));
  const shown = how === 'pressed' ? (pressed ?? shortcut) : shortcut;
  const written = writeStrokes(shown, platform, how === 'pressed' ? 'words' : how, layout);
  return { ...written, impossible: pressed === null };
}

/** A stored shortcut as text, shown as the reader likes. */
export function show(stored: string, platform: Platform, how: Shown = 'words'): string {
  const layout = layoutInHand.value;
  if (how !== 'pressed') return showStored(stored, platform, how, layout);
  const pressed = pressedForm(stored, keyboards.value(platform)) ?? parseStored(stored);
  return writeShortcut(pressed, platform, 'words', layout);
}
