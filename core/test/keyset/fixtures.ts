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
import type { Setting, Stack } from '../../src/keyset/index.ts';
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

export function setting(stack: Stack, commands: readonly Command[]): Setting {
  return { stack, tree, platforms: PLATFORMS, commands: new Map(commands.map((one) => [one.id, one])) };
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
    return setting({ shipped: shipped(list), layers: [custom(edits)] }, commands);
  });
