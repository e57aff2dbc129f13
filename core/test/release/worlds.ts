import fc from 'fast-check';
import { contextTree } from '../../src/catalogue/index.ts';
import { KeyPolicy, type Command, type Context, type Edit } from '../../src/contract/index.ts';
import { US } from '../../src/keys/index.ts';
import { resolve, weigh, type Scene, type Setting, type Stack } from '../../src/keyset/index.ts';
import { keyboardsOf, readPresses } from '../../src/press/index.ts';
import { relation, type Lineage, type Side } from '../../src/release/index.ts';
import { binding, command, custom, shipped } from '../keyset/fixtures.ts';

/** Presses that are one press only on the US layout, so that reading them by eye and by table is the same. */
export const PLAIN_PRESSES = ['A', 'B', 'C', 'Shift+A', 'Primary+A', 'Alt+B', 'F2', 'F3', 'A B', 'A C', 'Primary+K B'];
const policy = KeyPolicy.parse({});

/** A release: its places and commands, and what it ships. */
export interface World {
  readonly contexts: readonly Context[];
  readonly commands: readonly Command[];
  readonly stack: Stack;
}

export function sideOfWorld(world: World, platform = 'windows'): Side {
  const keyboards = keyboardsOf([US], [platform]);
  const weighed = weigh(world.stack, keyboards);
  return {
    weighed,
    effective: weighed.on(platform),
    tree: contextTree(world.contexts),
    commands: new Map(world.commands.map((one) => [one.id, one])),
    keyboard: keyboards.all[0]!,
    platform,
    policy,
    decides: () => '',
  };
}

export function settingOfWorld({ stack, commands, contexts }: World, layouts = [US]): Setting {
  return {
    weighed: weigh(stack, keyboardsOf(layouts, ['windows', 'macos'])),
    commands: new Map(commands.map((one) => [one.id, one])),
    tree: contextTree(contexts),
    policy,
    takers: () => [],
    pairs: [],
    decides: () => '',
    slots: new Set(),
    often: new Set(),
  };
}

export const identity = (...worlds: readonly World[]): Lineage => ({
  commands: relation(
    worlds[0]!.commands
      .filter(({ id }) => worlds.at(-1)!.commands.some((one) => one.id === id))
      .map(({ id }) => [id, id]),
  ),
  contexts: relation(
    worlds[0]!.contexts
      .filter(({ id }) => worlds.at(-1)!.contexts.some((one) => one.id === id))
      .map(({ id }) => [id, id]),
  ),
});

const contextsOf = (count: number): fc.Arbitrary<Context[]> =>
  fc
    .array(fc.record({ parent: fc.nat(), takesText: fc.boolean(), there: fc.integer({ min: 0, max: 5 }) }), {
      minLength: count,
      maxLength: count,
    })
    .map((facts) => {
      const made: Context[] = [
        { id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] },
      ];
      facts.forEach(({ parent, takesText, there }, at) => {
        if (there === 0) return;
        const into = made[parent % made.length]!.id;
        const id = at + 2;
        made.push({
          id,
          parent: into,
          name: `Place ${id}`,
          position: at,
          takesText: takesText && there < 3,
          together: [],
        });
      });
      return made;
    });

/** A release of up to `most` commands in up to six places. */
export const worlds = (most: number): fc.Arbitrary<World> =>
  fc
    .record({
      contexts: contextsOf(5),
      there: fc.array(fc.boolean(), { minLength: most, maxLength: most }),
      bindings: fc.array(
        fc.record({
          command: fc.nat(most - 1),
          shortcut: fc.constantFrom(...PLAIN_PRESSES),
          place: fc.nat(),
          platform: fc.constantFrom(null, null, 'windows', 'macos'),
        }),
        { maxLength: most * 2 },
      ),
      blocks: fc.array(fc.record({ command: fc.nat(most - 1), place: fc.nat(), press: fc.constantFrom('A', 'F2') }), {
        maxLength: 2,
      }),
    })
    .map(({ contexts, there, bindings, blocks }) => {
      const commands = there.flatMap((yes, at) =>
        yes || at === 0 ? [command(at + 1, { label: `Command ${at + 1}` })] : [],
      );
      const id = (at: number) => commands[at % commands.length]!.id;
      const place = (at: number) => contexts[at % contexts.length]!.id;
      const base = shipped(
        bindings.map((one) =>
          binding(id(one.command), one.shortcut, { contexts: [place(one.place)], platform: one.platform }),
        ),
      );
      const edits = new Map<string, Edit>();
      for (const one of blocks) {
        const [on, where] = [id(one.command), place(one.place)];
        edits.set(`${on} ${where}`, {
          command: on,
          context: where,
          platform: null,
          action: 'block',
          shortcuts: [one.press],
          reason: '',
          memoryAid: '',
        });
      }
      return { contexts, commands, stack: { shipped: base, layers: edits.size ? [custom([...edits.values()])] : [] } };
    });

/** Two releases of which some commands are known to be others, split or merged; contexts keep their identity. */
export const pairs = (most: number): fc.Arbitrary<{ old: World; now: World; lineage: Lineage }> =>
  fc
    .record({
      old: worlds(most),
      now: worlds(most),
      links: fc.array(fc.tuple(fc.nat(most - 1), fc.nat(most - 1)), { maxLength: 4 }),
    })
    .map(({ old, now, links }) => {
      const ids = (world: World) => world.commands.map((one) => one.id);
      const own = ids(old).flatMap((id) => (ids(now).includes(id) ? [[id, id] as const] : []));
      const more = links.map(([a, b]) => [ids(old)[a % ids(old).length]!, ids(now)[b % ids(now).length]!] as const);
      return { old, now, lineage: { ...identity(old, now), commands: relation([...own, ...more]) } };
    });

/** What a press fires for one who is in a context, asked of `resolve` one press after another. */
export function firedBy(side: Side, press: string, context: number): number[] {
  const scene: Scene = { ...side, active: [context] };
  const presses = readPresses(press);
  for (let at = 1; at < presses.length; at++) if (resolve(scene, presses.slice(0, at)).outcome !== 'waits') return [];
  const { candidates, outcome } = resolve(scene, presses);
  if (outcome === 'nothing' || (outcome === 'waits' && side.policy.pause === null)) return [];
  const live = candidates.filter(({ whole, stopped }) => whole && (stopped === null || stopped === 'waits for more'));
  return [...new Set(live.map((one) => one.held.command))].sort((a, b) => a - b);
}
