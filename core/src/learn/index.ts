export { programOf, type ComingFrom, type EarlierRelease } from './program.ts';
export { askedHow, cardsOf, cardsText, type Asked, type Card } from './cards.ts';
export { answered, misleading, type Answered } from './answer.ts';
export {
  Practised,
  PractisedFile,
  keyOfDay,
  practised,
  practisedDays,
  session,
  type Order,
  type PractisedDay,
} from './schedule.ts';
