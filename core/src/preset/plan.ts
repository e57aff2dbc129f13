import { contextTree } from '../catalogue/index.ts';
import type { Catalogue, Recipe, ShippedKeyset } from '../contract/index.ts';
import type { Platform } from '../keys/index.ts';
import { effective } from '../keyset/index.ts';
import { canonicalText, type Keyboard } from '../press/index.ts';
import { saidIn, type ReadBinding, type ReadPreset } from './read.ts';

/** A place where a file says otherwise than what is shipped. */
interface PresetEdit {
  readonly command: number;
  readonly context: number;
  readonly shortcuts: readonly string[];
}
/** What a program’s own file comes to in the catalogue. */
export interface PresetPlan {
  /** The shipped keyset it stands on: the one it differs from least. */
  readonly base: ShippedKeyset;
  readonly edits: readonly PresetEdit[];
  /** Records that are not understood, each a question. */
  readonly questions: readonly ReadBinding[];
  /** How many places say what is shipped. */
  readonly same: number;
}

/** Compares a file with what is shipped: by press, so that another spelling of the same keys is no edit. */
export function planPreset(
  { scope }: Pick<Recipe, 'scope'>,
  read: ReadPreset,
  catalogue: Catalogue,
  platform: Platform,
  keyboard: Keyboard,
): PresetPlan | null {
  const said = saidIn(read);
  // A record that is not understood is a question, and says nothing of its command until it is answered.
  const open = new Set(
    read.bindings.flatMap(({ command, context, unknown }) =>
      command && unknown.length ? [context === null ? `${command.id}` : `${command.id} ${context}`] : [],
    ),
  );
  const tree = contextTree(catalogue.contexts);
  const press = (list: readonly string[]) =>
    list
      .map((one) => canonicalText(one, keyboard) ?? one)
      .sort()
      .join(' | ');
  const shipped = catalogue.keysets.filter((one): one is ShippedKeyset => one.kind === 'shipped');
  const plans = shipped.map((base): PresetPlan => {
    const has = effective({ shipped: base, layers: [] }, platform);
    const edits: PresetEdit[] = [];
    let same = 0;
    for (const { id } of catalogue.commands)
      for (const { id: context } of tree.inOrder) {
        if (open.has(`${id}`) || (open.has(`${id} ${context}`) && !said.has(`${id} ${context}`))) continue;
        const mine = said.get(`${id} ${context}`);
        const theirs = has.at(id, context).map((one) => one.shortcut);
        // A file of changes says nothing of what it does not name; one of all bindings says that it has none.
        if (mine === undefined && (scope === 'changes' || theirs.length === 0)) continue;
        if (press(mine ?? []) === press(theirs)) same++;
        else edits.push({ command: id, context, shortcuts: mine ?? [] });
      }
    return { base, edits, same, questions: read.bindings.filter((one) => one.unknown.length > 0) };
  });
  return plans.sort((a, b) => a.edits.length - b.edits.length)[0] ?? null;
}
