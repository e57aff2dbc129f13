import type { LayoutTable } from '../../src/keys/index.ts';
import { LAYOUTS } from '../../src/keys/index.ts';

/**
 * What pressing real keys does, read plainly off the rules: bindings as texts in the stored form, the layout tables as
 * data, and nothing else of core. A keyset is a list of who has what where; what is made is a list of key presses, each
 * with the very keys that are down (`ControlLeft`), the key that is pressed, and how.
 */
interface Bound {
  readonly command: number;
  readonly context: number;
  readonly shortcut: string;
}
export interface Made {
  readonly down: readonly string[];
  readonly key: string;
  readonly how: 'pressed' | 'held' | 'tapped';
}
export interface World {
  readonly bound: readonly Bound[];
  readonly blocked: readonly { readonly context: number; readonly shortcut: string }[];
  /** Of each context, the one it lies in. */
  readonly parents: ReadonlyMap<number, number | null>;
  readonly together: readonly { readonly a: number; readonly b: number; readonly first: number | null }[];
  readonly texts: ReadonlySet<number>;
  readonly layout: string;
  readonly platform: 'windows' | 'macos' | 'linux';
  /** Positions that the board lacks. */
  readonly lacks: ReadonlySet<string>;
}

const MODIFIER_KEYS: Record<string, readonly string[]> = {
  Ctrl: ['ControlLeft', 'ControlRight'],
  Alt: ['AltLeft', 'AltRight'],
  Shift: ['ShiftLeft', 'ShiftRight'],
  Meta: ['MetaLeft', 'MetaRight'],
};

function tableOf({ layout, platform }: World): LayoutTable {
  return LAYOUTS.find((one) => one.id === layout)!.on[platform];
}
/** On a layout with a third level the right Alt is AltGr, which Windows writes as Ctrl and Alt. */
const altIsThird = (world: World) => tableOf(world).third && world.platform !== 'macos';

/** What is down, as modifiers without sides: the right Alt is AltGr where the layout has a third level. */
function modifiersDown(down: readonly string[], world: World): Set<string> {
  const found = new Set<string>();
  for (const code of down) {
    if (code === 'AltRight' && altIsThird(world)) {
      if (world.platform === 'windows') found.add('Ctrl').add('Alt');
      else found.add('AltGr');
      continue;
    }
    for (const [name, codes] of Object.entries(MODIFIER_KEYS)) if (codes.includes(code)) found.add(name);
  }
  return found;
}

/** Whether one press makes one stroke of the stored form. */
function makes(made: Made, stroke: string, how: Made['how'], world: World): boolean {
  const tap = /^tap\((\w+)\)$/.exec(stroke)?.[1];
  if (tap) {
    const [, side = '', base = ''] = /^(Left|Right)?(\w+)$/.exec(tap === 'Primary' ? primary(world) : tap)!;
    const codes = (MODIFIER_KEYS[base] ?? [base]).filter((code) => side === '' || code.endsWith(side));
    return made.how === 'tapped' && made.down.length === 0 && codes.includes(made.key);
  }
  if (made.how !== how) return false;
  const parts = stroke.endsWith('++')
    ? [...stroke.slice(0, -2).split('+'), '+']
    : stroke === '+'
      ? ['+']
      : stroke.split('+');
  const key = parts.pop()!;
  const wanted = new Set<string>();
  for (const part of parts) {
    const name = part === 'Primary' ? primary(world) : part;
    const [, side, base] = /^(Left|Right)?(\w+)$/.exec(name)!;
    if (name === 'RightAlt' && altIsThird(world)) {
      for (const one of THIRD[world.platform]) wanted.add(one);
      continue;
    }
    if (side && !made.down.some((code) => code === `${MODIFIER_NAMES[base!]}${side}`)) return false;
    wanted.add(base!);
  }
  const is = modifiersDown(made.down, world);
  const same = (a: Set<string>) => a.size === is.size && [...a].every((one) => is.has(one));
  if (key.length > 2 && key.startsWith('[')) return made.key === key.slice(1, -1) && same(wanted);
  if ([...key].length > 1) return made.key === key && same(wanted);
  // By character: some level of the pressed key gives it, and the level’s own modifiers are down with the written ones.
  const levels = tableOf(world).characters[made.key] ?? [];
  return levels.some((character, level) => {
    if (world.lacks.has(made.key) || character === '' || character.toUpperCase() !== key.toUpperCase()) return false;
    // A letter’s capital is the letter.
    if (level % 2 === 1 && levels[level - 1]!.toUpperCase() === character.toUpperCase()) return false;
    const all = new Set(wanted);
    if (level % 2 === 1) all.add('Shift');
    if (level >= 2) for (const name of THIRD[world.platform]) all.add(name);
    return same(all);
  });
}
const MODIFIER_NAMES: Record<string, string> = { Ctrl: 'Control', Alt: 'Alt', Shift: 'Shift', Meta: 'Meta' };
const THIRD = { windows: ['Ctrl', 'Alt'], macos: ['Alt'], linux: ['AltGr'] };
const primary = ({ platform }: World) => (platform === 'macos' ? 'Meta' : 'Ctrl');

function strokesOf(shortcut: string): { strokes: string[]; how: Made['how'] } {
  const held = shortcut.startsWith('hold:');
  const twice = shortcut.startsWith('twice:');
  const strokes = shortcut.replace(/^(hold|twice):/, '').split(' ');
  return { strokes: twice ? [...strokes, ...strokes] : strokes, how: held ? 'held' : 'pressed' };
}

/** Whether presses begin a shortcut, and whether they are all of it. */
function answers(made: readonly Made[], shortcut: string, world: World): 'whole' | 'begun' | null {
  const { strokes, how } = strokesOf(shortcut);
  if (made.length > strokes.length) return null;
  if (!made.every((one, i) => makes(one, strokes[i]!, i === 0 ? how : 'pressed', world))) return null;
  return made.length === strokes.length ? 'whole' : 'begun';
}

function chainOf(context: number, { parents }: World): number[] {
  const chain: number[] = [];
  for (let at: number | null | undefined = context; at !== null && at !== undefined; at = parents.get(at))
    chain.push(at);
  return chain;
}

function types(made: Made, world: World): boolean {
  const is = modifiersDown(made.down, world);
  is.delete('Shift');
  const third = THIRD[world.platform];
  const onThird = is.size === third.length && third.every((one) => is.has(one));
  if (made.how === 'tapped' || (is.size && !onThird)) return false;
  const level = (made.down.some((code) => code.startsWith('Shift')) ? 1 : 0) + (onThird ? 2 : 0);
  const characters = tableOf(world).characters[made.key];
  return onThird && world.platform === 'macos' ? characters !== undefined : Boolean(characters?.[level]);
}

/** Whether one and the same movement can make two shortcuts: some way to press the one is a way to press the other. */
function samePresses(a: string, b: string, world: World, all: readonly Made[]): boolean {
  const [first, second] = [strokesOf(a), strokesOf(b)];
  if (first.strokes.length !== second.strokes.length) return false;
  return first.strokes.every((stroke, i) =>
    all.some(
      (made) =>
        makes(made, stroke, i === 0 ? first.how : 'pressed', world) &&
        makes(made, second.strokes[i]!, i === 0 ? second.how : 'pressed', world),
    ),
  );
}

/** What the last of some presses does for one who is in some contexts. `all` are the presses there are to make. */
export function pressing(made: readonly Made[], active: readonly number[], world: World, all: readonly Made[]): string {
  const reach = new Set(active.flatMap((one) => chainOf(one, world)));
  if (types(made[0]!, world) && active.some((one) => world.texts.has(one))) return 'nothing';
  const inside = (inner: number, outer: number) => inner !== outer && chainOf(inner, world).includes(outer);
  const open = world.bound
    .filter((one) => reach.has(one.context))
    .map((one) => ({ ...one, how: answers(made, one.shortcut, world) }))
    .filter((one) => one.how !== null)
    .filter(
      (one) =>
        !world.blocked.some(
          (block) =>
            reach.has(block.context) &&
            inside(block.context, one.context) &&
            samePresses(block.shortcut, one.shortcut, world, all),
        ),
    );
  const narrowest = open.filter((one) => !open.some((other) => inside(other.context, one.context)));
  const orderOf = (a: number, b: number) => {
    for (const x of chainOf(a, world))
      for (const y of chainOf(b, world)) {
        const pair = world.together.find((one) => (one.a === x && one.b === y) || (one.a === y && one.b === x));
        if (pair && !inside(a, b) && !inside(b, a) && a !== b)
          return pair.first === null ? null : pair.first === x ? a : b;
      }
    return null;
  };
  const left = narrowest.filter(
    (one) =>
      !narrowest.some(
        (other) => orderOf(one.context, other.context) === other.context && other.context !== one.context,
      ),
  );
  const whole = [...new Set(left.filter((one) => one.how === 'whole').map((one) => one.command))];
  if (whole.length > 1) return 'ambiguous';
  if (left.some((one) => one.how === 'begun')) return `waits${whole.length ? ` ${whole[0]}` : ''}`;
  return whole.length ? `fires ${whole[0]}` : 'nothing';
}
