import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CribError } from '../../src/error/index.ts';
import { App, KeyPolicy, type Catalogue, type CustomKeyset, type Edit } from '../../src/contract/index.ts';
import { flatten, inPlaceOrder, opened } from '../../src/keyset/index.ts';
import { stackFile, planStackFile } from '../../src/preset/index.ts';
import { arguedMarkdown, argue } from '../../src/sheet/index.ts';
import { RESTS } from '../../src/reach/index.ts';
import { FOUR_CONTEXTS, PLATFORMS, layers } from '../arbitraries.ts';
import { binding, command, custom, edit, shipped, usKeyboards } from '../keyset/fixtures.ts';
import { runs } from '../runs.ts';

const app = App.parse({
  id: 1,
  slug: 'fathomry',
  name: 'Fathomry',
  role: 'taught',
  platforms: PLATFORMS,
  keyPolicy: KeyPolicy.parse({}),
  howToChange: '',
});
function catalogueWith(...sets: CustomKeyset[]): Catalogue {
  return {
    app,
    release: {
      id: 1,
      appId: 1,
      label: '7.0',
      releasedOn: null,
      position: 1,
      platforms: PLATFORMS,
      sealedAt: null,
      builds: [],
      tiers: [],
      keyPolicy: null,
    },
    contexts: FOUR_CONTEXTS,
    commands: Array.from({ length: 6 }, (_, i) => command(i + 1)),
    keysets: [shipped([binding(1, 'A'), binding(2, 'B')]), ...sets],
    groups: [],
    runs: [{ id: 1, name: 'A run | with a bar', steps: [1, 2, 1] }],
    uses: [],
    systemKeys: [],
    corrected: [],
  };
}
const problemOf = (text: string, on = catalogueWith()) => {
  try {
    planStackFile(text, on);
    return null;
  } catch (error) {
    expect(error).toBeInstanceOf(CribError);
    return (error as CribError).problems[0]!;
  }
};
const twoLayers = (a: Edit[], b: Edit[]) =>
  catalogueWith({ ...custom(a, 2), name: 'School set' }, { ...custom(b, 3), name: 'One-hand set' });
const textOf = (catalogue: Catalogue, at = -1) => JSON.stringify(stackFile(catalogue, catalogue.keysets.at(at)!));
const changed = (
  change: (file: { [name: string]: unknown; layers: { [name: string]: unknown; edits: object[] }[] }) => void,
) => {
  const file = JSON.parse(textOf(twoLayers([edit(1, 'set', ['C'])], [edit(2, 'set', ['D'])]))) as Parameters<
    typeof change
  >[0];
  change(file);
  return JSON.stringify(file);
};

/** Layers whose reasons are as the database keeps them. */
const plain = layers(6).map((list) => list.map((one) => ({ ...one, reason: `r${one.reason.length}` })));

describe('a keyset as a file', () => {
  it('comes back the same, onto its layers where they are here, and with them laid in where they are not', () => {
    fc.assert(
      fc.property(plain, plain, (a, b) => {
        const there = twoLayers(inPlaceOrder(a), inPlaceOrder(b));
        const here = planStackFile(textOf(there), there);
        expect(here).toMatchObject({ name: 'One-hand set', baseId: 2, present: { id: 3, differences: [] }, notes: [] });
        expect(here.edits).toEqual(inPlaceOrder(b));
        const elsewhere = planStackFile(textOf(there), catalogueWith());
        expect(elsewhere.baseId).toBe(1);
        expect(elsewhere.edits).toEqual(inPlaceOrder(flatten(a, b)));
      }),
      runs(300),
    );
  });
  it('is looked at first: what would differ from the one that is here', () => {
    const file = textOf(twoLayers([], [edit(2, 'set', ['D'], { reason: 'near' })]));
    const plan = planStackFile(file, twoLayers([], [edit(2, 'set', ['E']), edit(3, 'clear', [])]));
    expect(plan.present!.differences).toMatchObject([
      { place: { command: 2 }, old: { shortcuts: ['E'] }, now: { shortcuts: ['D'], reason: 'near' } },
      { place: { command: 3 }, old: { action: 'clear' }, now: undefined },
    ]);
  });
  it.each([
    ['not JSON', 'Place sounding, D', 'not-a-file'],
    ['other JSON', '{"keys": []}', 'not-a-file'],
    ['an array', '[]', 'not-a-file'],
    ['another app', changed((file) => (file['app'] = 'brinechart')), 'other-app'],
    ['a newer Crib', changed((file) => (file['version'] = 2)), 'newer'],
    ['a circle', changed((file) => (file.layers[0]!['on'] = 'One-hand set')), 'cyclic-base'],
    ['two on one', changed((file) => (file.layers[1]!['on'] = null)), 'bad-file'],
    ['deleted command', changed((file) => Object.assign(file.layers[1]!.edits[0]!, { command: 'c99' })), 'no-command'],
    [
      'a place that is gone',
      changed((file) => Object.assign(file.layers[1]!.edits[0]!, { where: 'Moon' })),
      'no-context',
    ],
    [
      'no shortcut',
      changed((file) => Object.assign(file.layers[1]!.edits[0]!, { shortcuts: ['Foo+Bar'] })),
      'bad-file',
    ],
    ['a wrong action', changed((file) => Object.assign(file.layers[1]!.edits[0]!, { action: 'explode' })), 'bad-file'],
    ['a place twice', changed((file) => file.layers[1]!.edits.push(file.layers[1]!.edits[0]!)), 'doubled'],
  ])('is refused with a sentence: %s', (_, text, code) => {
    const found = problemOf(text);
    expect(found).toMatchObject({ code });
    expect(found!.sentence).toMatch(/\.$/);
  });
  it('never falls over a file that was damaged', () => {
    const whole = textOf(twoLayers([edit(1, 'set', ['C'])], [edit(2, 'set', ['D'])]));
    fc.assert(
      fc.property(fc.nat(whole.length), fc.nat(20), fc.string({ maxLength: 5 }), (at, cut, put) => {
        problemOf(whole.slice(0, at) + put + whole.slice(at + cut));
      }),
      runs(2000),
    );
  });
});

describe('two keysets side by side', () => {
  const catalogue = twoLayers([edit(1, 'set', ['Ctrl+K'], { reason: 'K for *keep* <b>' })], [edit(3, 'set', ['F3'])]);
  const keyboards = usKeyboards();
  const hands = { keyboard: keyboards.on('windows')[0]!, rest: RESTS[0]!, typist: 'skilled' as const };
  const here = opened(catalogue);
  it('tells what differs with the reasons, and what a run takes with each', () => {
    const [base, school] = catalogue.keysets;
    const argued = argue(here, [base!, school!], keyboards, hands);
    expect(argued.rows).toEqual([{ command: 'Command 1', keys: [['A'], ['Ctrl+K']], reason: 'K for *keep* <b>' }]);
    // A is 1.35 + 0.20, Ctrl+K 1.35 + 0.40, B 1.35 + 0.20 (docs/formulas.md).
    expect(argued.runs[0]!.figures.map((one) => one.seconds)).toEqual([expect.closeTo(4.65), expect.closeTo(5.05)]);
    expect(argue(here, [base!, base!], keyboards, hands).rows).toEqual([]);
    // A key under the resting finger travels nothing; forty times a day Ctrl+K is 40 × 0.20 s more than A.
    const used = { ...catalogue, uses: [{ command: 1, source: 'desk', perDay: 40, often: null }] };
    const { day } = argue(opened(used), [base!, school!], keyboards, hands);
    expect(day!.travel[0]).toBe(0);
    expect(day!.seconds[1] - day!.seconds[0]).toBeCloseTo(8, 6);
  });
  it('is Markdown in which text stays text', () => {
    const text = arguedMarkdown(
      argue(here, [catalogue.keysets[0]!, catalogue.keysets[1]!], keyboards, hands),
      'windows',
    );
    expect(text).toContain('K for \\*keep\\* \\<b\\>');
    expect(text).toContain('A run \\| with a bar');
    expect(text).toContain('| Command 1 | `A` | `Ctrl+K` |');
  });
});
