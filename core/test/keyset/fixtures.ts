import fc from 'fast-check';
import { contextTree } from '../../src/catalogue/index.ts';
import {
  PLAIN_WORDS,
  type Binding,
  type Command,
  type CustomKeyset,
  type Edit,
  type ShippedKeyset,
} from '../../src/contract/index.ts';
import { KeyPolicy, type SystemKey } from '../../src/contract/index.ts';
import { US, type Layout } from '../../src/keys/index.ts';
import { takersOf, weigh, type Setting, type Stack } from '../../src/keyset/index.ts';
import { keyboardsOf } from '../../src/press/index.ts';
import { FOUR_CONTEXTS, PLATFORMS, fewShortcuts, layers } from '../arbitraries.ts';

export const tree = contextTree(FOUR_CONTEXTS);

export function command(id: number, facts: Partial<Command> = {}): Command {
  return { ...PLAIN_WORDS, id, name: `c${id}`, label: `Command ${id}`, home: 1, wordings: [], aliases: [], ...facts };
}

let nextId = 1;
export function binding(commandId: number, shortcut: string, facts: Partial<Binding> = {}): Binding {
  return {
    id: nextId++,
    command: commandId,
    contexts: [1],
    platform: null,
    language: null,
    shortcut,
    note: '',
    memoryAid: '',
    provenance: { kind: 'list', source: '', who: '', on: null, build: '', platform: null },
    trials: [],
    ...facts,
  };
}

export function shipped(bindings: Binding[]): ShippedKeyset {
  return {
    id: 1,
    appId: 1,
    name: 'shipped',
    note: '',
    revision: 1,
    owner: null,
    kind: 'shipped',
    releaseId: 1,
    isDefault: true,
    imitates: null,
    bindings,
    corrections: [],
  };
}

export function custom(edits: Edit[], id = 2): CustomKeyset {
  return {
    id,
    appId: 1,
    name: `layer ${id}`,
    note: '',
    revision: 1,
    owner: null,
    kind: 'custom',
    baseId: id - 1,
    carriedFrom: null,
    open: [],
    edits,
  };
}

export function edit(commandId: number, action: Edit['action'], keys: string[], facts: Partial<Edit> = {}): Edit {
  return {
    command: commandId,
    context: 1,
    platform: null,
    action,
    shortcuts: keys,
    reason: '',
    memoryAid: '',
    ...facts,
  };
}

/** The US layout on all platforms: what most tests are weighed for. */
export const usKeyboards = () => keyboardsOf([US], PLATFORMS);
export function setting(
  stack: Stack,
  commands: readonly Command[],
  more: Partial<Setting> & { layouts?: readonly Layout[]; systemKeys?: readonly SystemKey[] } = {},
): Setting {
  const { layouts = [US], systemKeys = [], ...rest } = more;
  const keyboards = keyboardsOf(layouts, PLATFORMS);
  return {
    weighed: weigh(stack, keyboards),
    tree,
    commands: new Map(commands.map((one) => [one.id, one])),
    policy: KeyPolicy.parse({}),
    takers: takersOf(systemKeys, keyboards),
    pairs: [],
    decides: () => '',
    slots: new Set(),
    often: new Set(),
    ...rest,
  };
}

/** The same setting, weighed for other layouts. */
export function on(given: Setting, layouts: readonly Layout[], systemKeys: readonly SystemKey[] = []): Setting {
  const keyboards = keyboardsOf(layouts, given.weighed.keyboards.platforms);
  return { ...given, weighed: weigh(given.weighed.stack, keyboards), takers: takersOf(systemKeys, keyboards) };
}

const bindings = (commands: number): fc.Arbitrary<Binding[]> =>
  fc.array(
    fc
      .record({
        command: fc.integer({ min: 1, max: commands }),
        shortcut: fewShortcuts,
        contexts: fc.uniqueArray(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 2 }),
        platform: fc.constantFrom(null, null, null, ...PLATFORMS),
      })
      .map(({ command: id, shortcut, ...facts }) => binding(id, shortcut, facts)),
    { maxLength: 12 },
  );

export const COMMANDS = 6;
/** A shipped keyset with one layer on it, and commands of which some are fixed. */
export const settings: fc.Arbitrary<Setting> = fc
  .record({ bindings: bindings(COMMANDS), layer: layers(COMMANDS), fixed: fc.subarray([1, 2]) })
  .map(({ bindings: list, layer, fixed }) => {
    const commands = Array.from({ length: COMMANDS }, (_, i) => command(i + 1, { fixed: fixed.includes(i + 1) }));
    const edits = layer.filter((one) => !fixed.includes(one.command));
    const made = setting({ shipped: shipped(list), layers: [custom(edits)] }, commands);
    const told = {
      bindings: list.map((one) => `${one.command} ${one.shortcut} in ${one.contexts} on ${one.platform ?? 'all'}`),
      edits: edits.map(
        (one) => `${one.action} ${one.command} ${one.shortcuts} in ${one.context} on ${one.platform ?? 'all'}`,
      ),
      fixed,
    };
    // What a failing run prints.
    return Object.defineProperty(made, fc.toStringMethod, { value: () => JSON.stringify(told) });
  });
