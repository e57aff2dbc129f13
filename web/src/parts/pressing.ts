import { capture, type Binds, type Stroke } from '@crib/core/keys';
import { layoutInHand } from './chips.ts';
import { machineInHand } from './machine.ts';

export { machineInHand };

/** The stroke that a key press makes, as the program binds keys, or null for a modifier on its way. */
export function strokeOf(event: KeyboardEvent, binds: Binds = 'character'): Stroke | null {
  const { code, key, ctrlKey, altKey, shiftKey, metaKey } = event;
  const altGraph = event.getModifierState('AltGraph');
  const press = { code, key, ctrlKey, altKey, shiftKey, metaKey, altGraph };
  return capture(press, { layout: layoutInHand.value, machine: machineInHand, binds });
}
