import { dateIn } from '@crib/core/words';

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });

/** The day of a moment, where the reader is; a date (`2026-11-27`) is the same day everywhere. */
export const dayOf = (moment: string) => (moment.length === 10 ? dateIn('en', moment) : DAY.format(new Date(moment)));
/** Its hour and minute. */
export const timeOf = (moment: string) => TIME.format(new Date(moment));
