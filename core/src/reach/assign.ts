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
  const cost = (i: number, j: number) => {
    const given = j < offered ? (costs[i]![j] ?? Infinity) : Infinity;
    return given === Infinity ? (j === offered + i ? without : 4 * without) : given - least;
  };

  const rowPotential = new Float64Array(rows + 1);
  const columnPotential = new Float64Array(columns + 1);
  /** Row of a column, one-based; 0 is free. */
  const rowOf = new Int32Array(columns + 1);
  const cameFrom = new Int32Array(columns + 1);
  const distance = new Float64Array(columns + 1);
  const seen = new Uint8Array(columns + 1);
  for (let i = 1; i <= rows; i++) {
    rowOf[0] = i;
    distance.fill(Infinity);
    seen.fill(0);
    let at = 0;
    do {
      seen[at] = 1;
      const row = rowOf[at]!;
      let [delta, next] = [Infinity, 0];
      for (let j = 1; j <= columns; j++) {
        if (seen[j]) continue;
        const reduced = cost(row - 1, j - 1) - rowPotential[row]! - columnPotential[j]!;
        if (reduced < distance[j]!) {
          distance[j] = reduced;
          cameFrom[j] = at;
        }
        if (distance[j]! < delta) [delta, next] = [distance[j]!, j];
      }
      for (let j = 0; j <= columns; j++) {
        if (seen[j]) {
          rowPotential[rowOf[j]!]! += delta;
          columnPotential[j]! -= delta;
        } else distance[j]! -= delta;
      }
      at = next;
    } while (rowOf[at] !== 0);
    while (at !== 0) {
      rowOf[at] = rowOf[cameFrom[at]!]!;
      at = cameFrom[at]!;
    }
  }
  const given: (number | null)[] = Array.from({ length: rows }, () => null);
  for (let j = 1; j <= offered; j++) {
    const row = rowOf[j]!;
    if (row && (costs[row - 1]![j - 1] ?? Infinity) !== Infinity) given[row - 1] = j - 1;
  }
  const total = given.reduce<number>((sum, j, i) => (j === null ? sum : sum + costs[i]![j]!), 0);
  return { columns: given, total };
}
