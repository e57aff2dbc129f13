import { capture, type Binds, type Stroke } from '@crib/core/keys';
import { layoutInHand } from '../words/chips.ts';
import { machineInHand, pressedKey } from './machine.ts';

export { machineInHand };

/** The stroke that a key press makes, as the program binds keys, or null for a modifier on its way. */
export const strokeOf = (event: KeyboardEvent, binds: Binds = 'character'): Stroke | null =>
  capture(pressedKey(event), { layout: layoutInHand.value, machine: machineInHand, binds });
