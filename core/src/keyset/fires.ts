import type { ContextTree } from '../catalogue/index.ts';
import type { KeyPolicy } from '../contract/index.ts';
import { each } from '../memory/index.ts';
import {
  canonicalOn,
  canonicalText,
  foldedText,
  madeOn,
  meet,
  pressText,
  readPresses,
  sidesOf,
  typesCharacter,
  unsided,
  withSides,
  type Keyboard,
  type Press,
} from '../press/index.ts';
import type { Effective, Held } from './effective.ts';
import type { Weighed } from './weighed.ts';

/** What kept a candidate from firing. */
export type Stop =
  | 'not active'
  | 'typed into the text'
  | 'only Everywhere is left'
  | 'letters go elsewhere'
  | 'hidden by a narrower context'
  | 'blocked there'
  | 'hidden by the order'
  | 'waits for more';

export interface Candidate {
  readonly held: Held;
  /** All its strokes are made; else more are to come. */
  readonly whole: boolean;
  /** Null for those that count. */
  readonly stopped: Stop | null;
}

/** What decides between commands that one press chooses from, whichever two of them are taken; empty where nothing does. */
export function decidesAmong(ids: readonly number[], decides: (a: number, b: number) => string): string {
  const decided = ids.every((a, at) => ids.slice(at + 1).every((b) => decides(a, b)));
  return decided && ids.length > 1 ? decides(ids[0]!, ids[1]!) : '';
}

interface Undecided extends Candidate {
  stopped: Stop | null;
}

export interface Decision {
  /** `chooses`: several have it, and what is selected or pointed at decides between them. */
  readonly outcome: 'fires' | 'waits' | 'nothing' | 'ambiguous' | 'chooses';
  /** What fires; for `waits`, what fires when the pause ends, if the program has one. */
  readonly fires: Held | null;
}

/**
 * Decides among candidates that are active: a block in a narrower place stops a wider one, the most specific context
 * wins, then the stated order. One that is whole waits while a longer one may still follow.
 */
export function decide(
  candidates: readonly Undecided[],
  blocked: (held: Held) => boolean,
  tree: ContextTree,
  decides: (a: number, b: number) => string,
): Decision {
  for (const one of candidates) if (!one.stopped && blocked(one.held)) one.stopped = 'blocked there';
  const live = candidates.filter((one) => !one.stopped);
  const narrower = (a: Held, b: Held) => tree.relation(a.context, b.context) === 'narrower';
  for (const one of live)
    if (live.some((other) => other !== one && narrower(one.held, other.held)))
      one.stopped = 'hidden by a narrower context';
  const rest = live.filter((one) => !one.stopped);
  for (const one of rest) {
    const winner = rest.some((other) => {
      const before = tree.firstOf(one.held.context, other.held.context);
      return before !== null && before !== one.held.context && before === other.held.context;
    });
    if (winner) one.stopped = 'hidden by the order';
  }
  const left = rest.filter((one) => !one.stopped);
  const whole = left.filter((one) => one.whole);
  const commands = new Set(whole.map((one) => one.held.command));
  const fires = commands.size === 1 ? whole[0]!.held : null;
  if (commands.size > 1) {
    return { outcome: decidesAmong([...commands], decides) ? 'chooses' : 'ambiguous', fires };
  }
  if (left.some((one) => !one.whole)) {
    for (const one of whole) one.stopped = 'waits for more';
    return { outcome: 'waits', fires };
  }
  return { outcome: fires ? 'fires' : 'nothing', fires };
}

/** Whether a block that reaches a place stops a binding: one in a place narrower than the binding’s, of the same press. */
export function blockedBy({ blocked }: Effective, reach: ReadonlySet<number>, tree: ContextTree, keyboard: Keyboard) {
  const blocks = blocked.flatMap(({ context, shortcut }) => {
    const made = reach.has(context) && madeOn(shortcut, keyboard);
    return made ? [{ context, made }] : [];
  });
  return (held: Held): boolean =>
    blocks.some(
      ({ context, made }) =>
        tree.relation(context, held.context) === 'wider' && meet(made, madeOn(held.shortcut, keyboard) ?? []),
    );
}

/** Why presses fire nothing where they are bound: what is in their way, and whose shortcuts that is. */
export interface Never {
  /**
   * `text`: they are typed. `cut short`: a shorter shortcut fires before they are complete. `waits`: they begin a longer
   * one, and the program waits for it without end. `disabled`: a layer disables them here.
   */
  readonly why: 'text' | 'cut short' | 'waits' | 'disabled';
  readonly by: readonly Held[];
}

/** What presses do for one who is in a context. */
export interface Doing {
  /** What they fire; several where two commands have them. */
  readonly fires: readonly Held[];
  /** Why they fire nothing, though something is bound to them; null where they fire, or where nothing is. */
  readonly never: Never | null;
}

/** What fires where with a keyset, asked by press. */
export interface Firing {
  /** The presses that are bound or blocked somewhere, as texts, and the contexts where each is. */
  readonly where: ReadonlyMap<string, readonly number[]>;
  /** Modifiers of which some binding of a press without sides says which of the two is meant, as bits. */
  sidesTold(plain: string): number;
  /** What presses do, asked context by context of one who is in it. */
  does(presses: readonly Press[]): (context: number) => Doing;
  /** What presses fire, asked alike. */
  fires(presses: readonly Press[]): (context: number) => readonly Held[];
  /** Whether a binding fires its command in its own context; null where its shortcut cannot be made. */
  reaches(held: Pick<Held, 'command' | 'context' | 'shortcut'>): boolean | null;
  /** The canonical presses of a shortcut as a text; null where it cannot be made. */
  pressOf(held: Pick<Held, 'shortcut'>): string | null;
}

const NOTHING: readonly Held[] = [];
const UNBOUND: Doing = { fires: NOTHING, never: null };
const never = (why: Never['why'], by: readonly Held[] = NOTHING): Doing => ({ ...UNBOUND, never: { why, by } });
/** All that have a press are told, whatever decides between them. */
const undecided = () => '';

/**
 * What fires with a keyset for one who is in a context, by canonical presses on a keyboard: stroke by stroke as `resolve`
 * has it. What is begun goes on only while the program waits for more; one that waits fires when the pause ends, and
 * never where there is none.
 */
export function firing(
  weighed: Weighed,
  keyboard: Keyboard,
  tree: ContextTree,
  { pause }: Pick<KeyPolicy, 'pause'>,
): Firing {
  const held = weighed.on(keyboard.platform);
  const where = new Map<string, Set<number>>();
  const sides = new Map<string, number>();
  const note = (presses: readonly Press[], context: number) => {
    let text = '';
    let plain = '';
    for (const press of presses) {
      text += `${text && ' '}${pressText(press)}`;
      plain += `${plain && ' '}${pressText(unsided(press))}`;
      sides.set(plain, (sides.get(plain) ?? 0) | sidesOf(press));
      const contexts = where.get(text);
      if (contexts) contexts.add(context);
      else where.set(text, new Set([context]));
    }
  };
  const textOf = each((shortcut: string) => canonicalText(shortcut, keyboard));
  for (const one of [...held.held, ...held.blocked]) {
    const presses = canonicalOn(one.shortcut, keyboard);
    if (presses) note(presses, one.context);
  }
  const blockedIn = each((context: number) => blockedBy(held, new Set(tree.chain(context)), tree, keyboard));
  const free = () => false;
  const doesFor: Firing['does'] = (presses) => {
    const typed = typesCharacter(presses[0]!, keyboard);
    // Who answers to the presses, and to what they begin with: asked once for all contexts.
    const answering = presses.map((_, at) => weighed.answering(presses.slice(0, at + 1), keyboard));
    const last = presses.length - 1;
    return (context) => {
      const chain = tree.chain(context);
      const near = (at: number) => answering[at]!.filter((one) => chain.includes(one.held.context));
      const ifBound = (doing: Doing) => (near(last).some(({ whole }) => whole) ? doing : UNBOUND);
      if (typed && tree.get(context).takesText) return ifBound(never('text'));
      for (const at of answering.keys()) {
        const candidates = near(at).map((one): Undecided => ({ ...one, stopped: null }));
        const { outcome } = decide(candidates, held.blocked.length ? blockedIn(context) : free, tree, undecided);
        if (at < last && outcome === 'waits') continue;
        if (at === last && outcome === 'nothing') return ifBound(never('disabled'));
        const live = candidates.filter(({ stopped }) => !stopped || stopped === 'waits for more');
        const [whole, longer] = [true, false].map((is) =>
          live.filter((one) => one.whole === is).map((one) => one.held),
        ) as [Held[], Held[]];
        if (at < last) return ifBound(whole.length ? never('cut short', whole) : never('disabled'));
        if (outcome === 'waits' && pause === null) return whole.length ? never('waits', longer) : UNBOUND;
        const fires = whole.filter((one, i) => whole.findIndex((other) => other.command === one.command) === i);
        return { fires, never: null };
      }
      return UNBOUND;
    };
  };
  return {
    where: new Map([...where].map(([press, contexts]) => [press, [...contexts]])),
    sidesTold: (plain) => sides.get(plain) ?? 0,
    pressOf: ({ shortcut }) => textOf(shortcut),
    does: doesFor,
    fires(presses) {
      const does = doesFor(presses);
      return (context) => does(context).fires;
    },
    reaches({ command, context, shortcut }) {
      const presses = canonicalOn(shortcut, keyboard);
      return presses && doesFor(presses)(context).fires.some((one) => one.command === command);
    },
  };
}

/** The presses of a text as each side that is told apart can make them: left and right where a binding names one. */
export function sidedPresses(text: string, sidesTold: (plain: string) => number): Press[][] {
  let plain = '';
  return readPresses(text).reduce<Press[][]>(
    (lists, press) => {
      plain += `${plain && ' '}${pressText(unsided(press))}`;
      const ways = withSides(press, sidesTold(plain));
      return lists.flatMap((list) => ways.map((way) => [...list, way]));
    },
    [[]],
  );
}

/** Presses with Primary written so, so that platforms can be compared. */
export const foldedPresses = (presses: readonly Press[], keyboard: Keyboard) =>
  presses.map((press) => foldedText(press, keyboard.platform)).join(' ');
