import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KeyPolicy } from '../../src/contract/index.ts';
import { layerOver, weigh, type Near } from '../../src/keyset/index.ts';
import { laidOn, madeAt } from '../../src/release/carry/overlay.ts';
import { policyDifferences } from '../../src/release/index.ts';
import { layers } from '../arbitraries.ts';
import { say } from '../../src/words/index.ts';
import { COMMANDS, on, settings } from '../keyset/fixtures.ts';
import { layoutById } from '../../src/keys/index.ts';
import { runs } from '../runs.ts';

/** Who is met, and on which keyboards, put together over what is said of one binding several times. */
function said(near: readonly Near[]): string[] {
  const found = new Map<string, bigint>();
  for (const { held, on: mask, how } of near) {
    const name = `${held.command} ${held.context} ${held.shortcut}`;
    if (how === 'meet') found.set(name, (found.get(name) ?? 0n) | mask);
  }
  return [...found].map(([name, mask]) => `${name} ${mask}`).sort();
}

describe('a layer laid on a base, without computing the base anew', () => {
  it('is what the whole stack holds: at every place, and for every press', () => {
    fc.assert(
      fc.property(
        settings,
        layers(COMMANDS),
        fc.constantFrom('windows', 'macos', 'linux'),
        (random, layer, platform) => {
          const { weighed } = on(
            random,
            ['us', 'de'].map((id) => layoutById(id)!),
          );
          const all = weigh(layerOver(weighed.stack, layer), weighed.keyboards);
          const whole = all.on(platform);
          const near = laidOn(weighed, layer);
          for (const { shortcut } of whole.held) expect(said(near(shortcut))).toEqual(said(all.near(shortcut)));
          for (const edit of layer) {
            if (
              edit.platform !== platform &&
              layer.some(
                (one) => one.command === edit.command && one.context === edit.context && one.platform === platform,
              )
            )
              continue;
            if (edit.platform !== null && edit.platform !== platform) continue;
            expect(madeAt(weighed, platform, edit)).toEqual(
              whole.at(edit.command, edit.context).map((one) => one.shortcut),
            );
          }
        },
      ),
      runs(400),
    );
  });
});

describe('how two key policies differ', () => {
  const plain = KeyPolicy.parse({});
  it('is said of everything a policy holds, once each, and of nothing that is alike', () => {
    expect(policyDifferences(plain, plain)).toEqual([]);
    const other = KeyPolicy.parse({
      binds: 'letters',
      typedLetters: true,
      pause: 900,
      rootOnly: 'a plate is printed',
      diverted: 'the position box has the focus',
      accepts: {
        bareLetters: false,
        needsOneOf: ['Ctrl'],
        refuses: ['Alt'],
        mostStrokes: 2,
        mostPerCommand: 1,
        held: false,
        twice: false,
        taps: false,
        pointer: false,
        keypad: false,
        functionKeys: false,
      },
    });
    const facts = Object.keys(plain).length - 1 + Object.keys(plain.accepts).length;
    expect(policyDifferences(plain, other)).toHaveLength(facts);
    expect(policyDifferences(other, plain).map((one) => say(one))).toContain(
      'sequence timeout: after 900 ms, now never',
    );
  });
});
