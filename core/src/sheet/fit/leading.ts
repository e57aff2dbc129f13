/** From line to line, in em. */
export const LEADING = 1.25;
/** How a line of a size stands above its baseline, in em. */
export const ABOVE = 0.95;
