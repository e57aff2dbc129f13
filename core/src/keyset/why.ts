import { parseStored } from '../keys/index.ts';
import { canonicalOn, madeOn, madeOrWhy, overlaps, samePress, type Keyboard, type Press } from '../press/index.ts';
import type { Command, KeyPolicy, SystemKey } from '../contract/index.ts';
import { said, type Said, type SaidValue } from '../words/index.ts';
import { acceptance } from './accept.ts';
import { resolve, type Scene } from './resolve.ts';

/** One step of the check, in the order in which they are made. */
export interface WhyStep {
  readonly check:
    'keyset' | 'layout' | 'system key' | 'state' | 'focus' | 'text' | 'hidden' | 'preset' | 'needs' | 'setting';
  /** `cause`: this is why; `look`: it may be, look at it; `fine`: it is not. */
  readonly verdict: 'fine' | 'look' | 'cause';
  readonly said: Said;
}

export interface WhyQuestion {
  readonly scene: Scene;
  readonly policy: KeyPolicy;
  readonly systemKeys: readonly SystemKey[];
  readonly shortcut: string;
  readonly command: Pick<Command, 'id' | 'label' | 'needs' | 'satisfiedBy' | 'setting'>;
  /** What a command is called. */
  label(command: number): string;
  /** The label of a command by its id in the program, if the release has it. */
  named(name: string): string | undefined;
}

/**
 * Why does my key do nothing? An ordered check, from what is quickest to see to what is rarest: for trainers, and for
 * learners. The first `cause` is the answer.
 */
export function whyNothing(question: WhyQuestion): WhyStep[] {
  const { scene, policy, shortcut, command } = question;
  const { keyboard, tree, weighed } = scene;
  const { platform } = keyboard;
  const show = (stored: string) => ({ keys: stored, on: platform });
  const keys = show(shortcut);
  const steps: WhyStep[] = [];
  const step = (check: WhyStep['check'], verdict: WhyStep['verdict'], what: Said) =>
    void steps.push({ check, verdict, said: what });

  const made = canonicalOn(shortcut, keyboard);
  const mine = weighed.on(platform).of(command.id);
  const held = mine.filter((one) => samePress(one.shortcut, shortcut, keyboard));
  const values: Record<string, SaidValue> = { keys, command: command.label, layout: keyboard.layout.name };
  const has = mine.map((one) => show(one.shortcut));
  if (made && held.length === 0)
    step('keyset', 'cause', said('why.has not', { ...values, has: has.length, hasOr: has }));
  else step('keyset', 'fine', said('why.has', values));

  const possible = madeOrWhy(parseStored(shortcut), keyboard);
  if (!('why' in possible)) step('layout', 'fine', said('why.pressable', values));
  else {
    const missing = {
      ...values,
      what: possible.what,
      platforms: { platforms: [platform] },
      board: keyboard.board.name,
    };
    if (possible.why === 'not known') step('layout', 'look', said('why.layout unknown', missing));
    else step('layout', 'cause', said('why.not pressable', missing));
  }
  if (!made) return steps;

  const taken = question.systemKeys.find((one) => one.platform === platform && isTaken(one, made, keyboard));
  if (taken) step('system key', taken.hard ? 'cause' : 'look', said('why.taken', { ...values, taker: taken.taker }));
  else step('system key', 'fine', said('why.not taken'));

  const result = resolve(scene, made);
  // A shorter shortcut that fires before the last stroke: the rest is not heard as part of this one.
  const early = made
    .slice(0, -1)
    .map((_, at) => resolve(scene, made.slice(0, at + 1)))
    .find((one) => one.outcome !== 'waits' && one.candidates.some(({ whole, stopped }) => whole && !stopped));
  const stops = new Set(
    result.candidates.filter((one) => one.held.command === command.id).map((one) => one.stopped ?? 'none'),
  );
  const states = [policy.rootOnly, policy.diverted].filter(Boolean);
  if (stops.has('only Everywhere is left')) step('state', 'cause', said('why.root only', { state: policy.rootOnly }));
  else if (stops.has('letters go elsewhere')) step('state', 'cause', said('why.diverted', { state: policy.diverted }));
  else if (states.length) step('state', 'look', said('why.look at state', { statesOr: states }));
  else step('state', 'fine', said('why.no state'));

  const where = [...new Set(held.map((one) => tree.title(one.context)))];
  if (held.length && stops.size === 1 && stops.has('not active'))
    step('focus', 'cause', said('why.not there', { where }));
  else step('focus', 'fine', where.length ? said('why.there', { where }) : said('why.not the focus'));

  step('text', result.typed ? 'cause' : 'fine', said(result.typed ? 'why.typed' : 'why.not typed'));

  const winner = result.candidates.find((one) => !one.stopped && one.held.command !== command.id);
  const rivals = result.candidates.flatMap((one) =>
    !one.stopped && one.held.command !== command.id ? [one.held.command] : [],
  );
  if (early) {
    const first = early.candidates.find(({ whole, stopped }) => whole && !stopped)!;
    const place = tree.title(first.held.context);
    const theirs = show(first.held.shortcut);
    step('hidden', 'cause', said('why.cut short', { place, theirs, other: question.label(first.held.command) }));
  } else if (result.outcome === 'chooses') {
    const decides = scene.decides(command.id, rivals[0]!);
    step('hidden', 'look', said('why.chooses', { ...values, others: rivals.map(question.label), decides }));
  } else if (result.outcome === 'ambiguous') step('hidden', 'cause', said('why.ambiguous'));
  else if (winner && !result.typed) {
    const other = question.label(winner.held.command);
    step('hidden', 'cause', said('why.hidden', { place: tree.title(winner.held.context), other }));
  } else if (stops.has('waits for more')) {
    // One that begins a longer one never fires where the program waits for ever.
    const verdict = policy.pause === null ? 'cause' : 'look';
    step('hidden', verdict, said('why.waits', { pause: policy.pause ?? 0 }));
  } else step('hidden', 'fine', said('why.not hidden'));

  const out = weighed
    .shipped()
    .on(platform)
    .of(command.id)
    .some((one) => samePress(one.shortcut, shortcut, keyboard));
  if (out || held.length === 0) step('preset', 'fine', said(out ? 'why.out of the box' : 'why.not in preset'));
  else {
    const refused = acceptance(policy, shortcut);
    step('preset', refused ? 'cause' : 'look', refused ?? said('why.look at preset'));
  }

  const { needs, satisfiedBy, setting } = command;
  const by = satisfiedBy && question.named(satisfiedBy);
  if (by) step('needs', 'look', said('why.satisfied by', { needs, by }));
  else if (needs) step('needs', 'look', said('why.needs', { needs }));
  if (setting) step('setting', 'look', said('why.setting', { setting }));
  return steps;
}

/** Whether presses begin with all of what another taker keeps. */
export function isTaken(
  { shortcut }: Pick<SystemKey, 'shortcut'>,
  made: readonly Press[],
  keyboard: Keyboard,
): boolean {
  const ways = madeOn(shortcut, keyboard);
  return ways !== null && ways.every((way, i) => made[i] !== undefined && way.some((one) => overlaps(one, made[i]!)));
}
