/** Where one is going while the page there is still being fetched; null where one stays. */
let towards: string | null = null;

export const leaveFor = (path: string | null) => void (towards = path);
/** Whether another page is on its way: what the present one still has to say is not written into the address any more. */
export const isLeaving = (path: string) => towards !== null && towards !== path;
