import { US, strokeOfPress, type Platform, type Stroke } from '@crib/core/keys';

/** The stroke that a key press makes, or null for a modifier on its way. */
export function strokeOf(event: KeyboardEvent, platform: Platform): Stroke | null {
  const { code, key, ctrlKey, altKey, shiftKey, metaKey } = event;
  const altGraph = event.getModifierState('AltGraph');
  return strokeOfPress({ code, key, ctrlKey, altKey, shiftKey, metaKey, altGraph }, US, platform);
}
