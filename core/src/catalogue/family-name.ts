/**
 * What commands that are numbered or ordered alike are called together: the words that all their labels share in the
 * same place, the rest as one `…`. Empty where they share none.
 */
export function familyName(labels: readonly string[]): string {
  const split = labels.map((label) => label.split(' '));
  const [first = []] = split;
  const least = Math.min(...split.map((words) => words.length));
  const same = (at: (words: readonly string[]) => string | undefined) =>
    split.every((words) => at(words) === at(first));
  let head = 0;
  while (head < least && same((words) => words[head])) head++;
  let tail = 0;
  while (tail < least - head && same((words) => words[words.length - 1 - tail])) tail++;
  if (labels.length < 2 || head + tail === 0) return '';
  if (split.every((words) => words.length === head)) return first.join(' ');
  return [...first.slice(0, head), '…', ...first.slice(first.length - tail)].join(' ');
}
