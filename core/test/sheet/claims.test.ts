import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseStored, showStored, writeStored, type Modifier } from '../../src/keys/index.ts';
import { claimsIn, commandsIn, keysIn, namedBy } from '../../src/sheet/index.ts';
import { runs } from '../runs.ts';

const LETTERS = [...'BCDFGHJKLMNOPQRSTVWXYZ'];
const NAMED = ['F3', 'F11', 'PageUp', 'Escape', 'Enter', 'Home', 'ArrowLeft'];
const held = fc.subarray<Modifier>(['Ctrl', 'Alt', 'Shift'], { minLength: 1 });
const shortcut = fc
  .record({ held, key: fc.constantFrom(...LETTERS, ...NAMED) })
  .map(({ held: modifiers, key }) => writeStored(parseStored([...modifiers, key].join('+'))));
const NAMES = ['Place sounding', 'Open tide table', 'Close chart', 'Add light', 'Measure distance'];
const named = NAMES.map((name, at) => namedBy(at + 1, [name]));

describe('keys in a text', () => {
  it('are found where they stand, however they are written, and read as what they are', () => {
    const ways = [
      (text: string) => text,
      (text: string) => text.toLowerCase(),
      (text: string) => text.replaceAll('+', ' '),
      (text: string) => text.replaceAll('+', ' plus '),
      (text: string) => text.replaceAll('+', ' + '),
    ];
    fc.assert(
      fc.property(shortcut, fc.nat(ways.length - 1), (stored, way) => {
        const written = ways[way]!(showStored(stored, 'windows'));
        const text = `First look round. Then press ${written} to go on with it.`;
        const found = keysIn(text);
        expect(found.map((one) => text.slice(one.from, one.to).toLowerCase())).toContain(written.toLowerCase());
        expect(found.flatMap((one) => one.shortcuts)).toContain(stored);
      }),
      runs(300),
    );
  });

  it('are not seen in plain prose, whatever it is made of', () => {
    const prose = 'the tide turns when moon and sun agree so take your time with lead line and pencil over there'.split(
      ' ',
    );
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...prose), { minLength: 1, maxLength: 30 }), (words) => {
        expect(keysIn(`${words.join(' ')}.`)).toEqual([]);
      }),
    );
    expect(keysIn('x'.repeat(50_000))).toEqual([]);
  });
});

describe('the name of a platform before keys', () => {
  it.each([
    ['On Windows Ctrl+S saves the draft.', ['Ctrl+S']],
    ['Unter Windows Strg+S drücken.', ['Ctrl+S']],
    ['Sous Windows Ctrl+S enregistre.', ['Ctrl+S']],
    ['On Windows F5 draws again.', ['F5']],
    ['For Windows Shift+F5 and on a Mac ⇧F6.', ['Shift+F5', 'Shift+F6']],
    ['Windows Ctrl+Shift+S, macOS ⇧⌘S', ['Ctrl+Shift+S', 'Shift+Meta+S']],
    ['On Windows A dialog opens.', []],
    ['Press Windows+E to see it.', ['Meta+E']],
    ['Press Windows E to see it.', ['Meta+E']],
  ])('is no key: %s', (text, keys) => {
    expect(keysIn(text).flatMap((one) => one.shortcuts)).toEqual(keys);
  });
});

describe('commands in a text', () => {
  it('are found by all their words in a row, whatever small words and endings stand between, the longest first', () => {
    const fill = fc.constantFrom('', 'the ', 'a ', 'your ');
    fc.assert(
      fc.property(fc.nat(NAMES.length - 1), fill, fill, (at, before, between) => {
        const [verb, ...rest] = NAMES[at]!.toLowerCase().split(' ');
        const text = `To ${verb} ${between}${rest.join(` ${before}`)} now`;
        expect(commandsIn(text, named).map((one) => one.command)).toEqual([at + 1]);
        const turned = `${rest.join(' ')} is ${verb!.replace(/e$/, '')}ed`;
        expect(commandsIn(turned, named).map((one) => one.command)).toEqual([at + 1]);
      }),
    );
    const both = [...named, namedBy(9, ['Close chart window'])];
    expect(commandsIn('close the chart window', both).map((one) => one.command)).toEqual([9]);
  });

  it('and keys make claims in their order; what a sentence denies is no claim', () => {
    fc.assert(
      fc.property(
        shortcut,
        shortcut,
        fc.shuffledSubarray([0, 1, 2, 3, 4], { minLength: 2, maxLength: 2 }),
        (a, b, [first, second]) => {
          const [one, two] = [NAMES[first!]!.toLowerCase(), NAMES[second!]!.toLowerCase()];
          const text = `Press ${showStored(a, 'windows')} to ${one} and ${showStored(b, 'windows')} to ${two}.`;
          const claims = claimsIn(text, named);
          expect(claims.map((claim) => claim.command)).toEqual([first! + 1, second! + 1]);
          expect(claims.map((claim) => claim.key.shortcuts[0])).toEqual([a, b]);
          for (const denied of ['Do not press', 'Never press', 'Instead of'])
            expect(claimsIn(text.replace('Press', denied), named)).toEqual([]);
          const apart = claimsIn(`Press ${showStored(a, 'windows')}. Then look how to ${one}.`, named);
          expect(apart).toEqual([]);
        },
      ),
    );
  });
});
