/** Which column each row was given, null for none, and what that costs. */
export interface Assignment {
  readonly columns: readonly (number | null)[];
  readonly total: number;
}

/**
 * The assignment of rows to columns, each column to one row at most, that leaves the fewest rows without and of those
 * costs least. Costs are finite; Infinity forbids. Exact: shortest augmenting paths with potentials, O(rows² × columns)
 * (Kuhn 1955 and Munkres 1957 in the form of Jonker and Volgenant 1987, from memory).
 */
export function assign(costs: readonly ArrayLike<number>[]): Assignment {
  const rows = costs.length;
  const offered = Math.max(0, ...costs.map((row) => row.length));
  // Every row may stay without, at more than all others could save together.
  let [least, most] = [0, 0];
  for (const row of costs)
    for (let j = 0; j < row.length; j++) {
      if (row[j] === Infinity) continue;
      least = Math.min(least, row[j]!);
      most = Math.max(most, row[j]!);
    }
  const without = (most - least + 1) * (rows + 1);
  const columns = offered + rows;
  const reduced = costs.map((row, i) => {
    const list = new Float64Array(columns).fill(4 * without);
    for (let j = 0; j < row.length; j++) if (row[j] !== Infinity) list[j] = row[j]! - least;
    list[offered + i] = without;
    return list;
  });

  const rowPotential = new Float64Array(rows);
  const columnPotential = new Float64Array(columns);
  const rowOf = new Int32Array(columns).fill(-1);
  const cameFrom = new Int32Array(columns);
  const distance = new Float64Array(columns);
  /** The columns that are not reached yet come first. */
  const order = Int32Array.from({ length: columns }, (_, j) => j);
  for (let i = 0; i < rows; i++) {
    distance.fill(Infinity);
    order.sort();
    let [left, row, from, shortest] = [columns, i, -1, 0];
    for (;;) {
      const list = reduced[row]!;
      const base = shortest - rowPotential[row]!;
      let [least, at] = [Infinity, 0];
      for (let k = 0; k < left; k++) {
        const j = order[k]!;
        const length = base + list[j]! - columnPotential[j]!;
        if (length < distance[j]!) {
          distance[j] = length;
          cameFrom[j] = from;
        }
        if (distance[j]! < least) [least, at] = [distance[j]!, k];
      }
      shortest = least;
      from = order[at]!;
      order[at] = order[--left]!;
      order[left] = from;
      if (rowOf[from] === -1) break;
      row = rowOf[from]!;
    }
    rowPotential[i]! += shortest;
    for (let k = left + 1; k < columns; k++) {
      const j = order[k]!;
      rowPotential[rowOf[j]!]! += shortest - distance[j]!;
      columnPotential[j]! -= shortest - distance[j]!;
    }
    for (let j = from; ;) {
      const before = cameFrom[j]!;
      rowOf[j] = before === -1 ? i : rowOf[before]!;
      if (before === -1) break;
      j = before;
    }
  }
  const given: (number | null)[] = Array.from({ length: rows }, () => null);
  for (let j = 0; j < offered; j++) {
    const row = rowOf[j]!;
    if (row >= 0 && (costs[row]![j] ?? Infinity) !== Infinity) given[row] = j;
  }
  const total = given.reduce<number>((sum, j, i) => (j === null ? sum : sum + costs[i]![j]!), 0);
  return { columns: given, total };
}
