import { z } from 'zod';
import { CribError, problem, refuse, type Problem } from '../error/index.ts';
import { Edit, EDIT_ACTIONS, PlatformName, StoredShortcut, type Catalogue, type Keyset } from '../contract/index.ts';
import { contextTree } from '../catalogue/index.ts';
import {
  flatten,
  inPlaceOrder,
  layerDifferences,
  placeKey,
  stackOf,
  unfitEdits,
  opened,
  type LayerDifference,
} from '../keyset/index.ts';

/** The newest version of the file that is read, and the one that is written. */
export const STACK_FILE_VERSION = 1;
const MOST_EDITS = 20_000;

const FileEdit = z.strictObject({
  /** The program’s own name of the command. */
  command: z.string().max(120),
  /** Where it works, as a path of names: `Chart window › Placing marks`. */
  where: z.string().max(2000),
  platform: PlatformName.nullable(),
  action: z.enum(EDIT_ACTIONS),
  shortcuts: z.array(StoredShortcut).max(8),
  reason: Edit.shape.reason,
  memoryAid: Edit.shape.memoryAid,
  /** What is put into it where it is a slot, by its name. */
  holds: z.string().max(120).optional(),
});
const FileLayer = z.strictObject({
  name: z.string().min(1).max(80),
  note: z.string().max(1000),
  /** The layer it lies on, by its name; null for the shipped keyset. */
  on: z.string().max(80).nullable(),
  edits: z.array(FileEdit).max(MOST_EDITS),
});
/** A keyset as a file: its layers and what they lie on, by names that mean the same on another machine. */
export const StackFile = z.strictObject({
  format: z.literal('crib-keyset'),
  version: z.literal(STACK_FILE_VERSION),
  app: z.string().max(60),
  release: z.string().max(40),
  shipped: z.string().max(80),
  layers: z.array(FileLayer).min(1).max(50),
});
export type StackFile = z.infer<typeof StackFile>;

/** A custom keyset with all layers below it as a file. */
export function stackFile(catalogue: Catalogue, keyset: Keyset): StackFile {
  const { shipped, layers } = stackOf(keyset, catalogue.keysets);
  const tree = contextTree(catalogue.contexts);
  const names = new Map(catalogue.commands.map((one) => [one.id, one.name]));
  return {
    format: 'crib-keyset',
    version: STACK_FILE_VERSION,
    app: catalogue.app.slug,
    release: catalogue.release.label,
    shipped: shipped.name,
    layers: layers.map(({ name, note, edits }, at) => ({
      name,
      note,
      on: layers[at - 1]?.name ?? null,
      edits: inPlaceOrder(edits).map(({ command, context, ...rest }) => ({
        command: names.get(command) ?? '',
        where: tree.path(context),
        platform: rest.platform,
        action: rest.action,
        shortcuts: rest.shortcuts,
        reason: rest.reason,
        memoryAid: rest.memoryAid,
        ...(rest.holds === undefined ? {} : { holds: names.get(rest.holds) ?? '' }),
      })),
    })),
  };
}

/** What a file would do here, before it does anything. */
export interface FilePlan {
  readonly name: string;
  readonly note: string;
  readonly baseId: number;
  readonly edits: readonly Edit[];
  /** A keyset of the same name that is here, and where it differs from the file. */
  readonly present: { readonly id: number; readonly differences: readonly LayerDifference[] } | null;
  /** What is done otherwise than in the file, and why. */
  readonly notes: readonly string[];
}

/**
 * Reads the file of a keyset against a catalogue. Lower layers that are here under the same name are stood upon; those that are
 * not are flattened into the edits. Throws with a sentence where the file is for another app, newer, runs in a circle, or
 * names what the release does not have.
 */
export function planStackFile(text: string, catalogue: Catalogue): FilePlan {
  const file = parsed(text);
  if (file.app !== catalogue.app.slug)
    refuse(
      'other-app',
      `This file is for ${file.app}; you are in ${catalogue.app.name}. Open that program and import it there.`,
    );
  const layers = inStackOrder(file);
  const notes: string[] = [];
  if (file.release !== catalogue.release.label)
    notes.push(`It was saved on ${file.release}; its edits are applied to ${catalogue.release.label} unchanged.`);
  const shippedSets = catalogue.keysets.filter((one) => one.kind === 'shipped');
  const shipped = shippedSets.find((one) => one.name === file.shipped) ?? shippedSets.find((one) => one.isDefault);
  if (!shipped) return refuse('no-base', 'This release has no built-in keyset to base it on.');

  let base: Keyset = shipped;
  let carried: Edit[] = [];
  for (const layer of layers.slice(0, -1)) {
    const here = catalogue.keysets.find(
      (one) => one.kind === 'custom' && one.name === layer.name && one.baseId === base.id,
    );
    if (here && !carried.length) base = here;
    else {
      carried = flatten(carried, editsOf(layer, catalogue));
      notes.push(`“${layer.name}” does not exist here; its edits are merged into this keyset.`);
    }
  }
  const top = layers.at(-1)!;
  const edits = inPlaceOrder(flatten(carried, editsOf(top, catalogue)));
  const unfit = unfitEdits(
    edits,
    { ...opened(catalogue), policy: catalogue.app.keyPolicy },
    catalogue.release.platforms,
  );
  if (unfit.length) throw new CribError(unfit[0]!, ...unfit.slice(1));
  const same = catalogue.keysets.find((one) => one.kind === 'custom' && one.name === top.name);
  const present = same?.kind === 'custom' ? { id: same.id, differences: layerDifferences(same.edits, edits) } : null;
  return { name: top.name, note: top.note, baseId: base.id, edits, present, notes };
}

function parsed(text: string): StackFile {
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    return refuse('not-a-file', 'This file is not a keyset saved by Crib (not JSON). Choose another file.');
  }
  const head = value as { format?: unknown; version?: unknown } | null;
  if (typeof head !== 'object' || head?.format !== 'crib-keyset')
    return refuse('not-a-file', 'This JSON file is not a keyset saved by Crib. Choose another file.');
  if (typeof head.version === 'number' && head.version > STACK_FILE_VERSION)
    return refuse(
      'newer',
      `This file was saved by a newer version of Crib (version ${head.version}; supported here: ${STACK_FILE_VERSION}). Update Crib first.`,
    );
  const read = StackFile.safeParse(value);
  if (read.success) return read.data;
  const issue = read.error.issues[0]!;
  return refuse('bad-file', `The file is damaged at ${issue.path.join('.') || 'its start'}: ${issue.message}.`);
}

/** The layers from the bottom up, as they name one another. */
function inStackOrder({ layers }: StackFile): StackFile['layers'] {
  const byBase = new Map<string | null, StackFile['layers'][number]>();
  for (const layer of layers) {
    if (byBase.has(layer.on))
      return refuse('bad-file', `Two layers in the file are based on ${layer.on ?? 'the built-in keyset'}.`);
    byBase.set(layer.on, layer);
  }
  const found: StackFile['layers'] = [];
  let at = byBase.get(null);
  while (at && !found.includes(at)) {
    found.push(at);
    at = byBase.get(at.name);
  }
  if (at || found.length !== layers.length)
    return refuse(
      'cyclic-base',
      'The layers in the file are based on each other in a circle, or on a layer that is missing.',
    );
  return found;
}

function editsOf({ name, edits }: StackFile['layers'][number], catalogue: Catalogue): Edit[] {
  const tree = contextTree(catalogue.contexts);
  const commands = new Map(
    catalogue.commands.flatMap((one) => [one.name, ...one.aliases].map((name) => [name, one.id] as const)),
  );
  const contexts = new Map(tree.inOrder.map((one) => [tree.path(one.id), one.id]));
  const problems: Problem[] = [];
  const read = edits.flatMap(({ command, where, holds, ...rest }, at): Edit[] => {
    const place = { path: `edits.${at}` };
    const [id, context] = [commands.get(command), contexts.get(where)];
    const held = holds === undefined ? undefined : commands.get(holds);
    if (holds !== undefined && held === undefined)
      problems.push(
        problem('no-command', `${catalogue.release.label} has no command “${holds}” to be put into ${command}.`, place),
      );
    if (id === undefined)
      problems.push(
        problem(
          'no-command',
          `${catalogue.release.label} has no command “${command}”. Remove it from the file, or import it first.`,
          place,
        ),
      );
    if (context === undefined)
      problems.push(problem('no-context', `${catalogue.release.label} has no context “${where}”.`, place));
    return id === undefined || context === undefined
      ? []
      : [{ command: id, context, ...rest, ...(held === undefined ? {} : { holds: held }) }];
  });
  const places = new Set<string>();
  for (const one of read) {
    if (places.has(placeKey(one)))
      problems.push(
        problem('doubled', `The file edits a command twice in one context of “${name}”. Keep one of the two.`),
      );
    places.add(placeKey(one));
  }
  if (problems.length) throw new CribError(problems[0]!, ...problems.slice(1));
  return read;
}
