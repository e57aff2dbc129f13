export { MOST_BYTES, checkText, decodeText, tooLarge } from './decode.ts';
export { MOST_ROWS, delimiterName, readTable, type Table, type TableRow } from './table.ts';
export { openList, type OpenedList } from './open.ts';
export { CribList } from './formats/crib.ts';
export { MEANINGS, columnMeanings, headingMeaning, meaningName, type ColumnMeaning } from './columns.ts';
export { FLAGS, MENU_SIGNS } from './row-words.ts';
export { cellKey, readRows, type ListRow, type StatedKey } from './rows.ts';
export { programOf, type ListedProgram, type ProgramFacts } from './program.ts';
export type { NewGroup } from './groups.ts';
export type { NewChooser } from './choosers.ts';
export type { NewFamily } from './families.ts';
export {
  changesNothing,
  keysetFor,
  planList,
  type ListPlan,
  type ListTarget,
  type NewBinding,
  type NewCommand,
} from './plan.ts';
export { headingsOf, readList, type ListAnswers, type ListReading } from './read.ts';
