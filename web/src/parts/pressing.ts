import { strokeOfPress, type Binds, type Platform, type Stroke } from '@crib/core/keys';
import { layoutInHand } from './chips.ts';

/** The stroke that a key press makes, as the program binds keys, or null for a modifier on its way. */
export function strokeOf(event: KeyboardEvent, platform: Platform, binds: Binds = 'character'): Stroke | null {
  const { code, key, ctrlKey, altKey, shiftKey, metaKey } = event;
  const altGraph = event.getModifierState('AltGraph');
  const press = { code, key, ctrlKey, altKey, shiftKey, metaKey, altGraph };
  return strokeOfPress(press, layoutInHand.value, platform, binds);
}
