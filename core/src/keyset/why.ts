import { platformName, pressesOrWhy, parseStored, showStored, storedPresses } from '../keys/index.ts';
import type { KeyPolicy, SystemKey } from '../contract/index.ts';
import { acceptance } from './accept.ts';
import type { Effective } from './effective.ts';
import { madeOf, resolve, type Scene } from './resolve.ts';

/** One step of the check, in the order in which they are made. */
export interface WhyStep {
  readonly check: 'keyset' | 'layout' | 'system key' | 'state' | 'focus' | 'text' | 'hidden' | 'preset';
  /** `cause`: this is why; `look`: it may be, look at it; `fine`: it is not. */
  readonly verdict: 'fine' | 'look' | 'cause';
  readonly sentence: string;
}

export interface WhyQuestion {
  readonly scene: Scene;
  readonly policy: KeyPolicy;
  readonly systemKeys: readonly SystemKey[];
  /** The keys in the program as it comes, for one who may not have loaded the preset. */
  readonly shipped: Effective;
  readonly shortcut: string;
  readonly command: { readonly id: number; readonly label: string };
  /** What a command is called. */
  label(command: number): string;
}

/**
 * Why does my key do nothing? An ordered check, from what is quickest to see to what is rarest: for trainers, and for
 * learners. The first `cause` is the answer.
 */
export function whyNothing(question: WhyQuestion): WhyStep[] {
  const { scene, policy, shortcut, command } = question;
  const { keyboard, tree, effective } = scene;
  const keys = showStored(shortcut, keyboard.platform);
  const steps: WhyStep[] = [];
  const step = (check: WhyStep['check'], verdict: WhyStep['verdict'], sentence: string) =>
    void steps.push({ check, verdict, sentence });

  const made = madeOf(shortcut, keyboard);
  const mine = effective.of(command.id);
  const held = mine.filter((one) => made && madeOf(one.shortcut, keyboard)?.join(' ') === made.join(' '));
  if (made && held.length === 0) {
    const has = mine.map((one) => showStored(one.shortcut, keyboard.platform)).join(' or ');
    step(
      'keyset',
      'cause',
      `${command.label} does not have ${keys}${has ? `; it has ${has}` : ', nor any other key'}.`,
    );
  } else step('keyset', 'fine', `${command.label} has ${keys}.`);

  const possible = pressesOrWhy(parseStored(shortcut), keyboard.layout, keyboard.platform, keyboard.board);
  if (Array.isArray(possible)) step('layout', 'fine', `${keys} can be pressed on the ${keyboard.layout.name} layout.`);
  else if (possible.why === 'not known')
    step(
      'layout',
      'look',
      `Where the ${keyboard.layout.name} layout has ${possible.what} is not known on ${platformName(keyboard.platform)}.`,
    );
  else
    step(
      'layout',
      'cause',
      `${keys} cannot be pressed on the ${keyboard.layout.name} layout, on ${keyboard.board.name}: it lacks ${possible.what}.`,
    );
  if (!made) return steps;

  const taken = question.systemKeys.find(
    (one) =>
      one.platform === keyboard.platform &&
      storedPresses(one.shortcut, keyboard.layout, keyboard.platform, keyboard.board)?.every((ways, i) =>
        ways.includes(made[i] ?? ''),
      ),
  );
  if (taken)
    step('system key', taken.hard ? 'cause' : 'look', `${keys} is taken by ${taken.taker} before the program sees it.`);
  else step('system key', 'fine', 'No known system key takes it.');

  const result = resolve(scene, made);
  const stops = new Set(
    result.candidates.filter((one) => one.held.command === command.id).map((one) => one.stopped ?? 'none'),
  );
  if (stops.has('only Everywhere is left'))
    step('state', 'cause', `${policy.rootOnly}: only the keys of Everywhere work.`);
  else if (stops.has('letters go elsewhere')) step('state', 'cause', `${policy.diverted}: letters go elsewhere.`);
  else if (policy.rootOnly || policy.diverted)
    step(
      'state',
      'look',
      `Look whether the program is in this state: ${[policy.rootOnly, policy.diverted].filter(Boolean).join('; ')}.`,
    );
  else step('state', 'fine', 'The program has no state that takes keys away.');

  const where = [...new Set(held.map((one) => tree.get(one.context).name))].join(', ');
  if (held.length && stops.size === 1 && stops.has('not active'))
    step('focus', 'cause', `It works in ${where}; click there first.`);
  else step('focus', 'fine', where ? `It works in ${where}, and that is active.` : 'The focus is not the cause.');

  if (result.typed) step('text', 'cause', 'A text has the focus: the key is typed into it. Leave the text first.');
  else step('text', 'fine', 'No text has the focus.');

  const winner = result.candidates.find((one) => !one.stopped && one.held.command !== command.id);
  if (result.outcome === 'ambiguous')
    step(
      'hidden',
      'cause',
      'Two commands have it in places that are active together, and nothing says which is meant.',
    );
  else if (winner && !result.typed)
    step('hidden', 'cause', `In ${tree.get(winner.held.context).name} it is ${question.label(winner.held.command)}.`);
  else if (stops.has('waits for more'))
    step(
      'hidden',
      'look',
      `It begins a longer one, so the program waits${policy.pause ? ` for ${policy.pause} ms` : ''}.`,
    );
  else step('hidden', 'fine', 'No other command is in its way.');

  const out = question.shipped
    .of(command.id)
    .some((one) => madeOf(one.shortcut, keyboard)?.join(' ') === made.join(' '));
  if (out || held.length === 0)
    step('preset', 'fine', out ? 'It works in the program as it comes.' : 'The preset does not give it.');
  else {
    const refused = acceptance(policy, shortcut);
    step(
      'preset',
      refused ? 'cause' : 'look',
      refused?.sentence ?? 'It is not in the program as it comes: look whether the preset is loaded.',
    );
  }
  return steps;
}
