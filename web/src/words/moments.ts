const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });

/** The day of a moment, as it is said. */
export const dayOf = (moment: string) => DAY.format(new Date(moment));
/** Its hour and minute. */
export const timeOf = (moment: string) => TIME.format(new Date(moment));
