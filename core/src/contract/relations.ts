/** How a command of one program corresponds to one of another. */
export const RELATIONS = ['exact', 'close', 'broad', 'narrow', 'related'] as const;
