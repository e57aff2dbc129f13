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
  fixed: { kind: 'flag', title: 'Fixed', headings: ['cannot be changed'] },
  hidden: { kind: 'flag', title: 'Hidden by default', headings: ['hidden until switched on'] },
  destructive: { kind: 'flag', title: 'Destructive', headings: ['destroys work'] },
  parameterised: { kind: 'flag', title: 'Takes a value', headings: ['parameterized', 'takes an argument'] },
  scripted: { kind: 'flag', title: 'Scripted' },
  onePress: {
    kind: 'effect',
    column: 'one_press',
    title: 'Each press does',
    headings: ['one press', 'what one press does'],
  },
  needs: {
    kind: 'line',
    most: 240,
    title: 'Requires',
    headings: ['needs', 'needed'],
    fact: 'Requires',
    asks: { label: 'Requires', example: 'what must be selected, open or switched on' },
  },
  then: {
    kind: 'line',
    most: 240,
    column: 'follows',
    title: 'Follow-up',
    headings: ['then', 'next', 'what comes next', 'afterwards'],
    fact: 'Follow-up',
    asks: { label: 'Follow-up', example: 'how to confirm, cancel or reverse it' },
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
    title: 'What the user sees',
    headings: ['the user sees', 'sign', 'you see', 'seen when it worked'],
    fact: 'You see',
    asks: { label: 'What the user sees', example: 'a cross at the pointer' },
  },
  /** What a cycling or toggling command goes through, in order. */
  states: {
    kind: 'list',
    most: 80,
    items: 20,
    title: 'States',
    headings: ['goes through', 'cycles through'],
    fact: 'States',
    asks: { label: 'States', example: 'day; dusk; night (separate with ;)' },
  },
  /** What the first, the second, the third press does. */
  presses: {
    kind: 'list',
    most: 120,
    items: 9,
    title: 'Repeated presses',
    headings: ['each press', 'first second third press'],
    fact: 'Repeated presses',
    asks: { label: 'Repeated presses', example: '1 minute; 5 minutes (separate with ;)' },
  },
  /** By how much it steps, and by how much more with a modifier. */
  step: {
    kind: 'line',
    most: 120,
    title: 'Step size',
    headings: ['steps by'],
    fact: 'Step size',
    asks: { label: 'Step size', example: '0.1 m; ×10 with Shift' },
  },
  /** The command that satisfies what it needs, by its id in the program. */
  satisfiedBy: {
    kind: 'line',
    most: 120,
    column: 'satisfied_by',
    title: 'Satisfied by',
    headings: ['needs command'],
    asks: { label: 'Precondition set by', example: 'search commands', from: 'commands' },
  },
  /** The setting that changes its effect, its shipped value and where it stands. */
  setting: {
    kind: 'line',
    most: 240,
    title: 'Setting',
    headings: ['depends on the setting'],
    fact: 'Setting',
    asks: { label: 'Setting that affects it', example: 'Snap step, default 0.1, Preferences › Drawing' },
  },
  /** In which of the program’s lists its key is changed, and since which build. */
  keyList: {
    kind: 'line',
    most: 120,
    column: 'key_list',
    title: 'Customised under',
    headings: ['list of keys', 'key list', 'changed in the list'],
    fact: 'Customise under',
    asks: { label: 'Customised under', example: 'settings list, e.g. Keyboard › Tools', from: 'values in use' },
  },
  keyListSince: {
    kind: 'line',
    most: 40,
    column: 'key_list_since',
    title: 'Listed there since',
    headings: ['in the list since', 'since build'],
    asks: { label: 'Listed there since', example: '7.0.2' },
  },
  /** It is another command with this value: that command’s id in the program, and the value. One command in counts. */
  argumentOf: {
    kind: 'line',
    most: 120,
    column: 'argument_of',
    title: 'Variant of',
    headings: ['argument of'],
    asks: { label: 'Variant of', example: 'search commands', from: 'whole commands' },
  },
  argument: {
    kind: 'line',
    most: 120,
    title: 'Value',
    headings: ['argument', 'arguments', 'args'],
    asks: { label: 'Value', example: '5 m', where: 'argumentOf' },
  },
  /** The program does not show its key, which works all the same. */
  unshown: {
    kind: 'flag',
    title: 'Works, but not shown',
    headings: ['works though it is not shown'],
    fact: 'Shortcut shown',
    asks: { label: 'Works, but not shown in the program' },
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
