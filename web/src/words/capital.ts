/** A word at the beginning of a sentence. */
export const capital = (word: string) => word.charAt(0).toUpperCase() + word.slice(1);
