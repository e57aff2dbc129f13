/**
 * Answers need not come in the order in which they were asked for. Each question takes a turn, and is told whether it is still
 * the last one: what an earlier one brings is not taken.
 */
export function asking(): () => () => boolean {
  let asked = 0;
  return () => {
    const mine = ++asked;
    return () => mine === asked;
  };
}
