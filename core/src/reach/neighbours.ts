import { WRITING_CODES } from '../keys/index.ts';
import { onKey, targetOf, type Press } from '../press/index.ts';
import { PITCH, distanceOf, type boardSpots } from './geometry.ts';

const OTHERS = [...Array.from({ length: 12 }, (_, i) => `F${i + 1}`), 'Space', 'Enter', 'Tab', 'Escape', 'Backspace'];
const CODES = [...WRITING_CODES, ...OTHERS];

/** Presses on the keys next to one, with the same modifiers. */
export function neighbours(press: Press, spots: ReturnType<typeof boardSpots>): Press[] {
  const { code, action } = targetOf(press);
  const spot = code && !action ? spots.get(code) : undefined;
  if (!spot) return [];
  return CODES.filter((one) => one !== code && spots.has(one) && distanceOf(spot, spots.get(one)!) <= 1.2 * PITCH).map(
    (one) => onKey(press, one),
  );
}
