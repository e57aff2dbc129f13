import type { SystemKey } from '../contract/index.ts';
import type { Keyboards, Mask } from '../press/index.ts';

/** Another taker of a press, and the keyboards on which it takes it. */
interface Taking {
  readonly taken: SystemKey;
  readonly on: Mask;
}

/** Asks who else takes the strokes of a shortcut: the operating system, a browser, a screen reader. */
export type Takers = (strokes: readonly number[]) => readonly Taking[];

/** Finds takers by stroke; one whose press has several strokes takes them only in a row. */
export function takersOf(table: readonly SystemKey[], keyboards: Keyboards): Takers {
  const byStroke = new Map<number, { taken: SystemKey; strokes: readonly number[]; mask: Mask }[]>();
  for (const taken of table) {
    const mask = keyboards.maskOf(taken.platform);
    if (!mask) continue;
    const strokes = keyboards.strokes(taken.shortcut);
    const list = byStroke.get(strokes[0]!);
    if (list) list.push({ taken, strokes, mask });
    else byStroke.set(strokes[0]!, [{ taken, strokes, mask }]);
  }
  return (mine) => {
    const found: Taking[] = [];
    mine.forEach((stroke, at) => {
      const look = (other: number) => {
        for (const { taken, strokes, mask } of byStroke.get(other) ?? []) {
          if (strokes.length > mine.length - at) continue;
          let on = mask;
          for (let i = 0; i < strokes.length && on; i++) on &= keyboards.meets(mine[at + i]!, strokes[i]!);
          if (on) found.push({ taken, on });
        }
      };
      look(stroke);
      for (const other of keyboards.near(stroke)) look(other);
    });
    return found;
  };
}
