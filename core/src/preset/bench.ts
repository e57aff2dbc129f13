import type { EditionBody, ShippedKeyset } from '../contract/index.ts';
import {
  capture,
  parseStored,
  writeStored,
  type Binds,
  type PressedKey,
  type Shortcut,
  type Stroke,
} from '../keys/index.ts';
import {
  layerOver,
  mayFire,
  resolve,
  weigh,
  type Opened,
  type Resolution,
  type Scene,
  type UserState,
} from '../keyset/index.ts';
import { canonicalOn, heldBy, keyboardsOf, targetOf, type Keyboard, type Press } from '../press/index.ts';
import type { PresetPlan } from './plan.ts';

/** A stand-in for the taught program: it knows what a preset’s bytes said, takes presses, and says what fires. */
export interface Bench {
  readonly keyboard: Keyboard;
  readonly binds: Binds;
  scene(context: number, state: UserState): Scene;
}

/** A bench with what was read out of a preset laid over what is shipped; with what is shipped alone, where there is none. */
export function benchWith(opened: Opened, keyboard: Keyboard, plan: Pick<PresetPlan, 'base' | 'edits'> | null): Bench {
  const { catalogue, tree, decides } = opened;
  const shipped = plan?.base ?? (opened.shipped as ShippedKeyset);
  const { platform } = keyboard;
  const edits = (plan?.edits ?? []).map(({ command, context, shortcuts }) => ({
    command,
    context,
    platform,
    action: shortcuts.length ? ('set' as const) : ('clear' as const),
    shortcuts: [...shortcuts],
    reason: '',
    memoryAid: '',
  }));
  const stack = layerOver({ shipped, layers: [] }, edits);
  const keyboards = keyboardsOf([keyboard.layout], [platform]);
  const weighed = weigh(stack, keyboards);
  const [on] = keyboards.on(platform);
  const policy = catalogue.release.keyPolicy ?? catalogue.app.keyPolicy;
  return {
    keyboard: on ?? keyboard,
    binds: policy.binds,
    scene: (context, state) => ({ weighed, tree, policy, decides, keyboard: on ?? keyboard, active: [context], state }),
  };
}

/** What a stroke does on the bench. */
export interface BenchStep {
  /** The stroke, as a shortcut. */
  readonly shortcut: string;
  /** Presses that have not fired yet: what comes next is read with them. */
  readonly made: readonly Press[];
  readonly did: Resolution;
}

/** What one more key event does, after presses that have not fired yet; null for a modifier alone. */
export function pressedOn(
  { keyboard, binds }: Bench,
  scene: Scene,
  past: readonly Press[],
  event: PressedKey,
): BenchStep | null {
  const stroke = capture(event, { layout: keyboard.layout, machine: keyboard.platform, binds });
  return stroke && strokeOn(scene, past, stroke);
}

/** The same for a stroke that is told whole: a pointer action, or a key that is held. */
export function strokeOn(
  scene: Scene,
  past: readonly Press[],
  stroke: Stroke,
  manner: Shortcut['manner'] = 'pressed',
): BenchStep | null {
  const shortcut = writeStored({ strokes: [stroke], manner });
  const presses = canonicalOn(shortcut, scene.keyboard);
  if (!presses) return null;
  const made = [...past, ...presses];
  const did = resolve(scene, made);
  // A sequence that leads nowhere is begun anew with the last press.
  if (did.outcome === 'nothing' && past.length > 0) return strokeOn(scene, [], stroke, manner);
  return { shortcut, made: did.outcome === 'waits' ? made : [], did };
}

/** The key events that make a shortcut on a keyboard, press by press; null where keys alone do not make it. */
export function eventsOf(stored: string, { layout, convention, ...keyboard }: Keyboard): PressedKey[] | null {
  const shortcut = parseStored(stored);
  if (shortcut.manner !== 'pressed') return null;
  const presses = canonicalOn(stored, { layout, convention, ...keyboard });
  if (!presses) return null;
  const events = presses.map((press, at): PressedKey | null => {
    const { code, action } = targetOf(press);
    const stroke = shortcut.strokes[at]!;
    if (!code || action || press.manner !== 'pressed' || stroke.kind !== 'key') return null;
    const held = new Set<string>(heldBy(press));
    const [plain, shifted, third, both] = layout.on[convention].characters[code] ?? [];
    const typed = held.has('AltGr') ? (held.has('Shift') ? both : third) : held.has('Shift') ? shifted : plain;
    const key = typed ?? (stroke.key.by === 'name' ? stroke.key.name : code);
    return {
      code,
      key,
      ctrlKey: held.has('Ctrl'),
      altKey: held.has('Alt'),
      shiftKey: held.has('Shift'),
      metaKey: held.has('Meta'),
      altGraph: held.has('AltGr'),
    };
  });
  return events.every((one) => one !== null) ? events : null;
}

/** A line of a sheet that was pressed: whether it did what the sheet says, and what it did else. */
export interface RunLine {
  readonly section: number;
  readonly row: number;
  readonly shortcut: string;
  readonly outcome: 'kept' | 'broken' | 'not pressed';
  /** The command that fired in its place; null where none did. */
  readonly instead: number | null;
}

/**
 * Presses every key of a sheet in the places it works in, by key events, and tells which do what the sheet says. What keys
 * alone do not make (pointer actions, holding) is told as not pressed.
 */
export function runSheet(body: EditionBody, bench: Bench, opened: Opened): RunLine[] {
  const { platform } = bench.keyboard;
  const commands = new Map(opened.catalogue.commands.map((one) => [one.name, one]));
  const { tree } = opened;
  // Sheets of before named contexts without their paths: such a name may be that of several.
  const called = (name: string) =>
    tree.inOrder.filter(({ id, name: own }) => tree.title(id) === name || own === name).map(({ id }) => id);
  return body.sections.flatMap((section, s) =>
    section.rows.flatMap((row, r) =>
      (row.keys[platform] ?? []).map((shortcut): RunLine => {
        const events = eventsOf(shortcut, bench.keyboard);
        const line = { section: s, row: r, shortcut };
        if (!events) return { ...line, outcome: 'not pressed', instead: null };
        // In one of its places it fires; which of them that is, a row of several does not say.
        const contexts = row.contexts.flatMap(called);
        const fired = (contexts.length ? contexts : [tree.root.id]).map((context) =>
          fires(bench, bench.scene(context, 'none'), events),
        );
        const wanted = commands.get(row.command)?.id;
        const kept = wanted !== undefined && fired.some((one) => one.includes(wanted));
        return { ...line, outcome: kept ? 'kept' : 'broken', instead: kept ? null : (fired.flat()[0] ?? null) };
      }),
    ),
  );
}

/** The commands that events fire, one after another; of a choice, each that may be meant. */
function fires(bench: Bench, scene: Scene, events: readonly PressedKey[]): number[] {
  let past: readonly Press[] = [];
  let last: Resolution | null = null;
  for (const event of events) {
    const step = pressedOn(bench, scene, past, event);
    if (!step) return [];
    [past, last] = [step.made, step.did];
  }
  // An ambiguous press is none that a sheet can promise.
  return !last || last.outcome === 'ambiguous' ? [] : mayFire(last);
}
