import { capture, type Binds, type Platform, type Stroke } from '@crib/core/keys';
import { layoutInHand } from './chips.ts';

/** The machine that is typed on, whatever platform its keys are meant for. */
export const machineInHand: Platform = machineOf(navigator.platform || navigator.userAgent);

function machineOf(told: string): Platform {
  if (/mac|iphone|ipad/i.test(told)) return 'macos';
  return /win/i.test(told) ? 'windows' : 'linux';
}

/** The stroke that a key press makes, as the program binds keys, or null for a modifier on its way. */
export function strokeOf(event: KeyboardEvent, binds: Binds = 'character'): Stroke | null {
  const { code, key, ctrlKey, altKey, shiftKey, metaKey } = event;
  const altGraph = event.getModifierState('AltGraph');
  const press = { code, key, ctrlKey, altKey, shiftKey, metaKey, altGraph };
  return capture(press, { layout: layoutInHand.value, machine: machineInHand, binds });
}
