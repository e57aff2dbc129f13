import { computed, ref } from 'vue';
import { useLocalStorage } from '@vueuse/core';
import { readStored } from '@crib/core/keys';
import { canonicalText, keyboardOf } from '@crib/core/press';
import { layoutInHand } from '../words/chips.ts';
import { machineInHand } from '../keyboard/pressing.ts';
import { OWN_ACTIONS, type OwnAction } from './actions.ts';

export { OWN_ACTIONS, type OwnAction };

interface Kept {
  /** Keys that are one character alone do nothing (WCAG 2.2, 2.1.4). */
  readonly singlesOff: boolean;
  readonly keys: Readonly<Record<string, string>>;
}
const SHIPPED: Kept = { singlesOff: false, keys: {} };
function read(text: string): Kept {
  const { singlesOff, keys } = JSON.parse(text) as Partial<Kept>;
  const known = Object.entries(keys ?? {}).filter(
    ([, stored]) => stored === '' || (typeof stored === 'string' && !('code' in readStored(stored))),
  );
  return { singlesOff: singlesOff === true, keys: Object.fromEntries(known) };
}
const kept = useLocalStorage<Kept>('crib.own-keys', SHIPPED, {
  serializer: { read, write: JSON.stringify },
  onError: () => {},
});
const keep = (next: Kept) => void (kept.value = next);

export const helpOpen = ref(false);
export const singlesOff = computed({
  get: () => kept.value.singlesOff,
  set: (off: boolean) => keep({ ...kept.value, singlesOff: off }),
});
/** The keys of an action, as they were changed, else its own; an empty text is none. */
export const keysOf = (action: OwnAction): string =>
  kept.value.keys[action] ?? OWN_ACTIONS.find((one) => one.name === action)!.keys;

/** Gives an action other keys; another that had them is left without. */
export function changeKeys(action: OwnAction, stored: string) {
  const keyboard = keyboardOf(layoutInHand.value, machineInHand);
  const wanted = canonicalText(stored, keyboard);
  const losing = OWN_ACTIONS.filter((one) => {
    const has = keysOf(one.name);
    return one.name !== action && has !== '' && wanted !== null && canonicalText(has, keyboard) === wanted;
  });
  const without = Object.fromEntries(losing.map((one) => [one.name, '']));
  keep({ ...kept.value, keys: { ...kept.value.keys, ...without, [action]: stored } });
}
export const asShipped = () => keep(SHIPPED);

/** Whether a shortcut is one character alone: typing into the page would set it off. */
const single = (stored: string) => {
  const read = readStored(stored);
  if ('code' in read) return false;
  const [stroke] = read.strokes;
  return stroke?.kind === 'key' && stroke.key.by === 'character' && stroke.modifiers.every((one) => one === 'Shift');
};

/** What a press does in Crib, if anything. */
export function ownAction(stored: string): OwnAction | null {
  const keyboard = keyboardOf(layoutInHand.value, machineInHand);
  const pressed = canonicalText(stored, keyboard);
  if (!pressed) return null;
  const found = OWN_ACTIONS.find(({ name }) => {
    const keys = keysOf(name);
    if (keys === '' || (singlesOff.value && single(keys))) return false;
    return canonicalText(keys, keyboard) === pressed;
  });
  return found?.name ?? null;
}
