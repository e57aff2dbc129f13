import {
  COMMAND_FIELDS,
  DETAIL_FIELDS,
  SHIPPED_FIELDS,
  type CommandField,
  type CommandFieldName,
  type CommandWords,
} from '@crib/core/contract';

const columnOf = (field: string) =>
  (COMMAND_FIELDS[field as CommandFieldName] as CommandField | undefined)?.column ?? field;
const typeOf = ({ kind }: CommandField) => (kind === 'flag' ? 'boolean' : kind === 'list' ? 'text[]' : 'text');
const EMPTY: Record<CommandField['kind'], string> = {
  line: `''`,
  prose: `''`,
  effect: `'once'`,
  list: `'{}'`,
  flag: 'false',
};

/** The columns of some fields, as parts of SQL statements. */
function columnsOf(fields: Readonly<Record<string, CommandField>>) {
  const all = Object.entries(fields).map(([field, facts]) => ({ field, facts, column: columnOf(field) }));
  return {
    names: all.map(({ column }) => column).join(', '),
    /** With types, for `jsonb_to_recordset`. */
    typed: all.map(({ column, facts }) => `${column} ${typeOf(facts)}`).join(', '),
    setTo: (table: string) => all.map(({ column }) => `${column} = ${table}.${column}`).join(', '),
    /** With the contract’s names; empty values where a left join finds nothing. */
    selectFrom: (table: string) =>
      all
        .map(({ field, facts, column }) => `coalesce(${table}.${column}, ${EMPTY[facts.kind]}) AS "${field}"`)
        .join(', '),
  };
}
/** Columns of `command_state` and `command_detail`. */
export const SHIPPED = columnsOf(SHIPPED_FIELDS);
export const DETAILS = columnsOf(DETAIL_FIELDS);

/** The fields of a command by column name. */
export const stateOf = (words: CommandWords) =>
  Object.fromEntries(
    (Object.keys(COMMAND_FIELDS) as CommandFieldName[]).map((field) => [columnOf(field), words[field]]),
  );

/** The column of a command’s or a context’s field. */
export const correctedColumn = (what: string, field: string): string =>
  what === 'place'
    ? ({ parent: 'parent_id', takesText: 'takes_text' }[field] ?? field)
    : field === 'home'
      ? 'home_id'
      : columnOf(field);
