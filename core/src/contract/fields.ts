import { z } from 'zod';
import { line, name, prose } from './texts.ts';

export const PRESS_EFFECTS = ['once', 'toggles', 'cycles', 'nth press', 'steps'] as const;

/** A field of a command: its kind and limits, and its names in lists, on pages and in the database. */
export interface CommandField {
  readonly kind: 'line' | 'prose' | 'list' | 'flag' | 'effect';
  /** Characters of a text, or of each item of a list, at most. */
  readonly most?: number;
  /** Items of a list, at most. */
  readonly items?: number;
  /** Required. */
  readonly needed?: true;
  /** Its column in the database, where that has another name. */
  readonly column?: string;
  /** Its column heading in lists and its name on pages; for a flag, also the word in the Flags column. */
  readonly title: string;
  /** Other column headings that mean the same. */
  readonly headings?: readonly string[];
  /** Its label in the side panel. */
  readonly fact?: string;
  /** Its input in a form. */
  readonly asks?: {
    readonly label: string;
    readonly example?: string;
    /** A choice of all commands, of those that are not arguments, or of the values in use. */
    readonly from?: 'commands' | 'whole commands' | 'values in use';
    /** Shown only when that field is filled; empty otherwise. */
    readonly where?: string;
  };
}

/** What the maker ships about a command, apart from shortcuts. In a sealed release these fields take dated corrections. */
export const SHIPPED_FIELDS = {
  label: {
    kind: 'line',
    most: 120,
    needed: true,
    title: 'Command',
    headings: [
      'label',
      'name',
      'title',
      'function',
      'action',
      'command name',
      'task',
      'what it does',
      'operation',
      'feature',
      'befehl',
      'funktion',
    ],
  },
  menu: { kind: 'line', most: 240, title: 'Menu path', headings: ['menu', 'menu item', 'path'] },
  category: { kind: 'line', most: 120, title: 'Category', headings: ['group', 'section', 'topic'] },
  description: { kind: 'prose', most: 2000, title: 'Description', headings: ['help', 'explanation', 'details'] },
  otherNames: {
    kind: 'list',
    most: 120,
    items: 20,
    column: 'other_names',
    title: 'Other names',
    headings: ['aliases', 'also called', 'former name', 'synonyms'],
    fact: 'Also called',
  },
  fixed: { kind: 'flag', title: 'Cannot be changed' },
  hidden: { kind: 'flag', title: 'Hidden until switched on' },
  destructive: { kind: 'flag', title: 'Destroys work' },
  parameterised: { kind: 'flag', title: 'Takes an argument', headings: ['parameterized'] },
  scripted: { kind: 'flag', title: 'Scripted' },
  onePress: { kind: 'effect', column: 'one_press', title: 'One press', headings: ['what one press does'] },
  needs: {
    kind: 'line',
    most: 240,
    title: 'Needs',
    headings: ['requires', 'needed'],
    fact: 'Needs',
    asks: { label: 'Needs', example: 'what must be selected, open or on' },
  },
  then: {
    kind: 'line',
    most: 240,
    column: 'follows',
    title: 'Then',
    headings: ['next', 'what comes next', 'afterwards'],
    fact: 'Then',
    asks: { label: 'Then', example: 'how to accept, leave, reverse it' },
  },
} as const satisfies Record<string, CommandField>;

/**
 * What helps to use a command, and is not shipped: it may be added to a sealed release too, since no key, label or place
 * changes by it.
 */
export const DETAIL_FIELDS = {
  /** What the user sees when it worked or is on. */
  sign: {
    kind: 'line',
    most: 240,
    title: 'The user sees',
    headings: ['sign', 'you see', 'seen when it worked'],
    fact: 'You see',
    asks: { label: 'The user sees', example: 'a cross at the pointer' },
  },
  /** What a cycling or toggling command goes through, in order. */
  states: {
    kind: 'list',
    most: 80,
    items: 20,
    title: 'States',
    headings: ['goes through', 'cycles through'],
    fact: 'Goes through',
    asks: { label: 'Goes through', example: 'day; dusk; night, parted by ;' },
  },
  /** What the first, the second, the third press does. */
  presses: {
    kind: 'list',
    most: 120,
    items: 9,
    title: 'Each press',
    headings: ['first second third press'],
    fact: 'Each press',
    asks: { label: 'Each press', example: 'a minute; five minutes, parted by ;' },
  },
  /** By how much it steps, and by how much more with a modifier. */
  step: {
    kind: 'line',
    most: 120,
    title: 'Step size',
    headings: ['steps by'],
    fact: 'Steps by',
    asks: { label: 'Steps by', example: '0.1 m; ×10 with Shift' },
  },
  /** The command that satisfies what it needs, by its id in the program. */
  satisfiedBy: {
    kind: 'line',
    most: 120,
    column: 'satisfied_by',
    title: 'Satisfied by',
    headings: ['needs command'],
    asks: { label: 'What it needs is done by', example: 'nothing', from: 'commands' },
  },
  /** The setting that changes its effect, its shipped value and where it stands. */
  setting: {
    kind: 'line',
    most: 240,
    title: 'Setting',
    headings: ['depends on the setting'],
    fact: 'Setting',
    asks: { label: 'Setting that changes it', example: 'Snap step, shipped 0.1, under Preferences › Drawing' },
  },
  /** In which of the program’s lists its key is changed, and since which build. */
  keyList: {
    kind: 'line',
    most: 120,
    column: 'key_list',
    title: 'List of keys',
    headings: ['key list', 'changed in the list'],
    fact: 'Key changed in',
    asks: { label: 'Its key is changed in', example: 'which of the program’s lists', from: 'values in use' },
  },
  keyListSince: {
    kind: 'line',
    most: 40,
    column: 'key_list_since',
    title: 'In the list since',
    headings: ['since build'],
    asks: { label: 'In that list since', example: '7.0.2' },
  },
  /** It is another command with this value: that command’s id in the program, and the value. One command in counts. */
  argumentOf: {
    kind: 'line',
    most: 120,
    column: 'argument_of',
    title: 'Argument of',
    asks: { label: 'It is an argument of', example: 'no command', from: 'whole commands' },
  },
  argument: {
    kind: 'line',
    most: 120,
    title: 'Argument',
    headings: ['arguments', 'args'],
    asks: { label: 'Its value', example: '5 m', where: 'argumentOf' },
  },
  /** The program does not show its key, which works all the same. */
  unshown: {
    kind: 'flag',
    title: 'Works though it is not shown',
    fact: 'Key shown',
    asks: { label: 'Works though the program does not show it' },
  },
} as const satisfies Record<string, CommandField>;

export const COMMAND_FIELDS = { ...SHIPPED_FIELDS, ...DETAIL_FIELDS };
export type CommandFieldName = keyof typeof COMMAND_FIELDS;

/** Names of the fields of a kind. */
type OfKind<Kind extends CommandField['kind']> = {
  [Name in CommandFieldName]: (typeof COMMAND_FIELDS)[Name]['kind'] extends Kind ? Name : never;
}[CommandFieldName];
export const fieldsOfKind = <Kind extends CommandField['kind']>(...kinds: readonly Kind[]): readonly OfKind<Kind>[] =>
  (Object.keys(COMMAND_FIELDS) as CommandFieldName[]).filter((field): field is OfKind<Kind> =>
    (kinds as readonly string[]).includes(COMMAND_FIELDS[field].kind),
  );

type SchemaOf<Kind> = Kind extends 'flag'
  ? z.ZodBoolean
  : Kind extends 'list'
    ? z.ZodArray<z.ZodString>
    : Kind extends 'effect'
      ? z.ZodEnum<{ [Effect in (typeof PRESS_EFFECTS)[number]]: Effect }>
      : z.ZodString;
function schemaOf({ kind, most = 0, items = 0, needed }: CommandField): z.ZodType {
  if (kind === 'flag') return z.boolean();
  if (kind === 'effect') return z.enum(PRESS_EFFECTS);
  if (kind === 'list') return z.array(name(most)).max(items);
  return kind === 'prose' ? prose(most) : needed ? name(most) : line(most);
}
/** Flags among what a release ships. */
export const SHIPPED_FLAGS = fieldsOfKind('flag').filter((flag) => flag in SHIPPED_FIELDS) as (OfKind<'flag'> &
  keyof typeof SHIPPED_FIELDS)[];

/** The shape of an object with those fields. */
export const shapeOf = <Fields extends Readonly<Record<string, CommandField>>>(fields: Fields) =>
  Object.fromEntries(Object.entries(fields).map(([field, facts]) => [field, schemaOf(facts)])) as {
    -readonly [Name in keyof Fields]: SchemaOf<Fields[Name]['kind']>;
  };

const BLANK: Record<CommandField['kind'], unknown> = { line: '', prose: '', list: [], flag: false, effect: 'once' };
/** An object with those fields that says nothing. */
export const blankOf = <Fields extends Readonly<Record<string, CommandField>>>(fields: Fields) =>
  Object.fromEntries(Object.entries(fields).map(([field, { kind }]) => [field, BLANK[kind]])) as {
    -readonly [Name in keyof Fields]: z.output<SchemaOf<Fields[Name]['kind']>>;
  };
