import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EditionProgram } from '../../src/contract/index.ts';
import { parseStored } from '../../src/keys/index.ts';
import { opened } from '../../src/keyset/index.ts';
import { answered, misleading, programOf } from '../../src/learn/index.ts';
import { relation } from '../../src/release/index.ts';
import { custom, edit } from '../keyset/fixtures.ts';
import { COMMANDS, made, world } from '../crosswalk/worlds.ts';
import { met, runs } from '../runs.ts';

const PLATFORMS = ['windows', 'macos'] as const;

describe('the program of an edition', () => {
  it('has what is taught and what that stands on, nobody’s name or reason, and computes what it was made from', () => {
    fc.assert(
      fc.property(world, (one) => {
        const { ours, habits, keyboards } = made(one);
        const mine = {
          ...custom([edit(1, 'set', ['F9'], { reason: 'A secret of Ines' })]),
          owner: { id: 1, name: 'Ines' },
          note: 'For us alone',
        };
        const other = { ...custom([edit(2, 'set', ['F8'])], 3), baseId: 1 };
        const now = opened({ ...ours.catalogue, keysets: [...ours.catalogue.keysets, mine, other] });
        const program = programOf(now, 2, keyboards, { others: [{ from: 'Old', coming: habits }] });
        // Lines of a sheet as an earlier release had them: by lineage, with what was shipped there.
        const lineage = {
          commands: relation(one.tied.map((id) => [id, COMMANDS + 1 - id] as const)),
          contexts: relation([]),
        };
        const wanted = ['c1', 'c4', 'c6'];
        const { known } = programOf(now, 2, keyboards, { sheet: wanted, earlier: [{ opened: habits.old, lineage }] });
        const lines = wanted.flatMap((name) => {
          const old = COMMANDS + 1 - Number(name.slice(1));
          if (!one.tied.includes(old)) return [];
          const own = (platform: string, context: number) =>
            one.old.filter(
              (each) => each.command === old && each.contexts[0] === context && each.platform === platform,
            );
          const keys = PLATFORMS.map(
            (platform) =>
              new Set(
                [1, 2, 3]
                  .flatMap((context) =>
                    own(platform, context).length
                      ? own(platform, context)
                      : one.old.filter(
                          (each) => each.command === old && each.contexts[0] === context && each.platform === null,
                        ),
                  )
                  .map((each) => each.shortcut),
              ),
          );
          return [{ command: name, label: `C${old}`, keys }];
        });
        expect(
          known[0]!.lines.map((line) => ({ ...line, keys: PLATFORMS.map((platform) => new Set(line.keys[platform])) })),
        ).toEqual(lines);
        // It comes back from the wire as it was.
        const back = EditionProgram.parse(JSON.parse(JSON.stringify(program)));
        expect(back).toEqual(program);
        expect(JSON.stringify(back)).not.toMatch(/Ines|secret|us alone/);
        expect(back.catalogue.keysets.map((each) => each.id)).toEqual([1, 2]);
        const read = opened(back.catalogue);
        const force = (of: typeof read, platform: string, command: number) =>
          of
            .weighed(2, keyboards)
            .on(platform)
            .of(command)
            .map((held) => [held.context, held.shortcut]);
        for (const platform of PLATFORMS)
          for (let command = 1; command <= COMMANDS; command++)
            expect(force(read, platform, command)).toEqual(force(now, platform, command));
      }),
      runs(60),
    );
  });

  it('names a wrong answer: what the press is here, and where it was this very command', () => {
    let [named, known] = [0, 0];
    fc.assert(
      fc.property(
        world,
        fc.constantFrom('A', 'B', 'Shift+A', 'F5', 'F6', 'Ctrl+J', 'Alt+Q'),
        fc.integer({ min: 1, max: COMMANDS }),
        fc.constantFrom(1, 2, 3),
        (one, press, wanted, context) => {
          const { ours, habits, keyboards } = made(one);
          const program = programOf(ours, 1, keyboards, { others: [{ from: 'Old', coming: habits }] });
          const [keyboard] = keyboards.on('windows');
          const scene = {
            weighed: ours.weighed(1, keyboards),
            tree: ours.tree,
            decides: ours.decides,
            policy: ours.catalogue.app.keyPolicy,
            keyboard: keyboard!,
            active: [context],
          };
          const found = answered({ keys: ['F12'], command: `c${wanted}` }, parseStored(press).strokes, keyboard!, {
            scene,
            program,
          });
          if (found.kind !== 'wrong') throw new Error(found.kind);
          // By hand: of what begins with this press there, in the nearest place that has any; one of them alone is named.
          const chain = { 1: [1], 2: [2, 1], 3: [3, 2, 1] }[context]!;
          const here = one.now
            .filter((each) => each.platform !== 'macos')
            .filter(
              (each) =>
                !one.now.some(
                  (own) =>
                    own.command === each.command && own.contexts[0] === each.contexts[0] && own.platform === 'windows',
                ) || each.platform === 'windows',
            );
          const near =
            chain
              .map((place) =>
                here.filter((each) => each.contexts[0] === place && each.shortcut.split(' ')[0] === press),
              )
              .find((list) => list.length) ?? [];
          const whole = new Set(near.filter((each) => each.shortcut === press).map((each) => each.command));
          expect(new Set(found.does)).toEqual(whole);
          if (whole.size) named++;
          // What begins a longer one there never was by itself: these programs wait for ever.
          if (press === 'A' && one.old.some((each) => each.shortcut === 'A B')) return;
          // The old program had this press for what answers to the command that is asked for.
          const old = one.old
            .filter((each) => each.platform !== 'macos')
            .filter(
              (each) =>
                !one.old.some(
                  (own) =>
                    own.command === each.command && own.contexts[0] === each.contexts[0] && own.platform === 'windows',
                ) || each.platform === 'windows',
            );
          const answers = old.some(
            (each) =>
              each.shortcut === press && one.tied.includes(each.command) && COMMANDS + 1 - each.command === wanted,
          );
          expect(found.from.length > 0).toBe(answers);
          if (answers) known++;
          // What is learned first has an old key that is something else now.
          for (const name of misleading(program, 'windows'))
            expect(
              program.coming[0]!.presses['windows']!.some(
                (line) => line.misleads.length > 0 && line.answers.some((each) => each.command === name),
              ),
            ).toBe(true);
        },
      ),
      runs(1500, 3),
    );
    expect(Math.min(named, known)).toBeGreaterThan(met(10));
  });
});
