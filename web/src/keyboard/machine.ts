import type { Platform, PressedKey } from '@crib/core/keys';

/** The machine that is typed on, whatever platform its keys are meant for. */
export const machineInHand: Platform = machineOf(navigator.platform || navigator.userAgent);

function machineOf(told: string): Platform {
  if (/mac|iphone|ipad/i.test(told)) return 'macos';
  return /win/i.test(told) ? 'windows' : 'linux';
}

/** What an event reports of a key, as plain data. */
export function pressedKey(event: KeyboardEvent): PressedKey {
  const { code, key, ctrlKey, altKey, shiftKey, metaKey } = event;
  return { code, key, ctrlKey, altKey, shiftKey, metaKey, altGraph: event.getModifierState('AltGraph') };
}
