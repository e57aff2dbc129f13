/**
 * Edit distance with swaps of neighbours counted as one (optimal string alignment, Damerau 1964),
 * cut off above `most`.
 */
export function distance(a: string, b: string, most = 3): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let before: number[] = [];
  let above = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1];
      let best = Math.min(row[j - 1]! + 1, above[j]! + 1, above[j - 1]! + (same ? 0 : 1));
      const swapped = i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1];
      if (swapped) best = Math.min(best, before[j - 2]! + 1);
      row.push(best);
    }
    if (Math.min(...row) > most) return most + 1;
    before = above;
    above = row;
  }
  return above[b.length]!;
}

/** The candidates nearest to a word, at most three, none further than a third of its length; case does not count. */
export function nearest(word: string, candidates: Iterable<string>): string[] {
  if (word.length > 60) return [];
  const most = Math.max(1, Math.min(3, Math.floor(word.length / 3)));
  const wanted = word.toLowerCase();
  return [...candidates]
    .map((candidate) => ({ candidate, far: distance(wanted, candidate.toLowerCase(), most) }))
    .filter(({ far }) => far <= most)
    .sort((a, b) => a.far - b.far || a.candidate.length - b.candidate.length)
    .slice(0, 3)
    .map(({ candidate }) => candidate);
}
