/** A thing in a column: how high it is, and whether what comes next has to stand in the same column. */
export interface Item {
  readonly height: number;
  readonly keeps: boolean;
}
/** Where an item stands: which column, and how far down. */
interface Spot {
  readonly column: number;
  readonly y: number;
}
export interface Placed {
  readonly spots: readonly (readonly Spot[])[];
  /** Sections that go on in another column. */
  readonly broken: number;
}

const EPSILON = 1e-6;
interface State extends Spot {
  readonly from: State | null;
  /** How the last section was placed. */
  readonly spots: readonly Spot[];
}
const before = (a: Spot, b: Spot) => a.column < b.column || (a.column === b.column && a.y < b.y - EPSILON);

/**
 * Sections into columns in their order, of which the fewest are broken; null where they do not fit. Exact: for each number
 * of broken sections only the earliest end is kept, since what begins earlier never ends later.
 */
export function place(sections: readonly (readonly Item[])[], heights: readonly number[], gap: number): Placed | null {
  let states: (State | null)[] = [{ column: 0, y: 0, from: null, spots: [] }];
  for (const section of sections) {
    const next: (State | null)[] = [];
    states.forEach((state, broken) => {
      if (!state) return;
      const offer = (spots: readonly Spot[] | null, more: number) => {
        if (!spots) return;
        const last = spots.at(-1);
        const end = last ? { column: last.column, y: last.y + section.at(-1)!.height } : state;
        const made: State = { column: end.column, y: end.y, from: state, spots };
        const known = next[broken + more];
        if (!known || before(made, known)) next[broken + more] = made;
      };
      const start = state.y > 0 ? state.y + gap : 0;
      const height = section.reduce((sum, one) => sum + one.height, 0);
      const whole = (column: number, y: number) =>
        column < heights.length && y + height <= heights[column]! + EPSILON ? stacked(section, column, y) : null;
      const here = whole(state.column, start);
      offer(here, 0);
      if (here) return;
      for (let column = state.column + (state.y > 0 ? 1 : 0); column < heights.length; column++) {
        const there = whole(column, 0);
        offer(there, 0);
        if (there) break;
      }
      offer(flowed(section, state.column, start, heights), 1);
    });
    states = next;
  }
  const broken = states.findIndex((one) => one);
  if (broken < 0) return null;
  const spots: (readonly Spot[])[] = [];
  for (let state = states[broken]!; state.from; state = state.from) spots.unshift(state.spots);
  return { spots, broken };
}

function stacked(section: readonly Item[], column: number, y: number): Spot[] {
  let at = y;
  return section.map(({ height }) => {
    const spot = { column, y: at };
    at += height;
    return spot;
  });
}

/** A section that goes on in the next columns, with what keeps together; null where it does not fit. */
function flowed(section: readonly Item[], column: number, y: number, heights: readonly number[]): Spot[] | null {
  const spots: Spot[] = [];
  let [at, down] = [column, y];
  for (let i = 0; i < section.length;) {
    let to = i;
    while (section[to]!.keeps && to + 1 < section.length) to++;
    const height = section.slice(i, to + 1).reduce((sum, one) => sum + one.height, 0);
    while (down + height > (heights[at] ?? -1) + EPSILON) {
      if (++at >= heights.length) return null;
      down = 0;
      if (height > Math.max(...heights.slice(at)) + EPSILON) return null;
    }
    for (; i <= to; i++) {
      spots.push({ column: at, y: down });
      down += section[i]!.height;
    }
  }
  return spots;
}

/** The same with no more broken sections than need be, and columns as even as that allows. */
export function balanced(
  sections: readonly (readonly Item[])[],
  heights: readonly number[],
  gap: number,
): Placed | null {
  const found = place(sections, heights, gap);
  if (!found) return null;
  let best = found;
  let [low, high] = [0, Math.max(...heights)];
  while (high - low > 0.25) {
    const limit = (low + high) / 2;
    const tried = place(
      sections,
      heights.map((one) => Math.min(one, limit)),
      gap,
    );
    if (tried && tried.broken <= found.broken) [best, high] = [tried, limit];
    else low = limit;
  }
  return best;
}
