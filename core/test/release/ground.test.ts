import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KeyPolicy } from '../../src/contract/index.ts';
import { US } from '../../src/keys/index.ts';
import { effective, layerOver, pressIndex, type Held } from '../../src/keyset/index.ts';
import { groundsOf } from '../../src/release/ground.ts';
import { policyDifferences } from '../../src/release/index.ts';
import { layers } from '../arbitraries.ts';
import { COMMANDS, settings } from '../keyset/fixtures.ts';

const said = (held: readonly Held[]) => [...new Set(held.map((one) => `${one.command} ${one.context} ${one.shortcut}`))].sort(); // prettier-ignore

describe('a layer laid on a base, without computing the base anew', () => {
  it('is what the whole stack holds: at every place, and for every press', () => {
    fc.assert(
      fc.property(
        settings,
        layers(COMMANDS),
        fc.constantFrom('windows', 'macos', 'linux'),
        (setting, layer, platform) => {
          const ground = groundsOf(setting)(platform);
          const whole = effective(layerOver(setting.stack, layer), platform);
          const index = pressIndex(whole, US, platform);
          const near = ground.laid(layer);
          for (const { shortcut } of whole.held) {
            const meeting = index.near(shortcut).filter((one) => one.how === 'meet');
            expect(said(near(shortcut))).toEqual(said(meeting.map((one) => one.held)));
          }
          for (const edit of layer) {
            if (edit.platform !== platform && layer.some((one) => one.command === edit.command && one.context === edit.context && one.platform === platform)) continue; // prettier-ignore
            if (edit.platform !== null && edit.platform !== platform) continue;
            expect(ground.made(edit)).toEqual(whole.at(edit.command, edit.context).map((one) => one.shortcut));
          }
        },
      ),
      { numRuns: 400 },
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
      accepts: { bareLetters: false, needsOneOf: ['Ctrl'], refuses: ['Alt'], mostStrokes: 2, mostPerCommand: 1, held: false, twice: false, taps: false, pointer: false, keypad: false, functionKeys: false },
    }); // prettier-ignore
    const facts = Object.keys(plain).length - 1 + Object.keys(plain.accepts).length;
    expect(policyDifferences(plain, other)).toHaveLength(facts);
    expect(policyDifferences(other, plain)).toContain('a begun sequence ends: after 900 ms, now never');
  });
});
