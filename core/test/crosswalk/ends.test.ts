import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { JUDGEMENTS, type Judgement } from '../../src/contract/index.ts';
import {
  WORD_LIST,
  byWayOf,
  carriedAlong,
  claimsOf,
  composed,
  inverse,
  lineageFrom,
  placeProposals,
  plan,
  prepared,
  propose,
  readSets,
  wordsInUse,
  writtenSets,
  type Relation,
} from '../../src/crosswalk/index.ts';
import { opened } from '../../src/keyset/index.ts';
import { RESTS } from '../../src/reach/index.ts';
import { catalogue } from '../list/fixtures.ts';
import { commandsOf } from './lists.ts';
import { after, made, world } from './worlds.ts';
import { met, runs } from '../runs.ts';

const end = (slug: string) => ({ slug, name: slug.toUpperCase() });
const judgedPairs = (from: number, to: number): fc.Arbitrary<Judgement[]> =>
  fc
    .uniqueArray(
      fc.record({
        source: fc.integer({ min: from, max: from + 3 }),
        target: fc.integer({ min: to, max: to + 3 }),
        relation: fc.constantFrom(...JUDGEMENTS),
      }),
      { selector: (one) => `${one.source} ${one.target}`, maxLength: 8 },
    )
    .map((list) =>
      list.map((one) => ({
        ...one,
        target: one.relation === 'none' || one.relation === 'later' ? null : one.target,
        note: '',
        sourceState: '',
        targetState: '',
        who: '',
        on: '2026-01-01',
      })),
    );

describe('a third program', () => {
  it('leads from one end to the other whichever way its crosswalks go, as walking every pair finds', () => {
    fc.assert(
      fc.property(judgedPairs(1, 11), judgedPairs(21, 11), (here, there) => {
        // A to C is judged from A, B to C from B: the second is read backwards.
        const others = [
          { from: end('a'), to: end('c'), commands: here },
          { from: end('b'), to: end('c'), commands: there },
        ];
        const found = byWayOf({ from: end('a'), to: end('b') }, others);
        const walked = new Map<string, Set<Relation>>();
        for (const one of here)
          for (const two of there) {
            if (one.target === null || one.target !== two.target) continue;
            const key = `${one.source} ${two.source}`;
            walked.set(
              key,
              (walked.get(key) ?? new Set()).add(composed(one.relation as Relation, inverse(two.relation as Relation))),
            );
          }
        expect(new Set(found.map((one) => `${one.source} ${one.target}`))).toEqual(new Set(walked.keys()));
        for (const one of found) {
          expect(one.by).toBe('C');
          const ways = walked.get(`${one.source} ${one.target}`)!;
          expect(
            ways.has(one.relation) || (one.relation === 'related' && ways.has('broad') && ways.has('narrow')),
          ).toBe(true);
        }
      }),
    );
  });

  it('puts its pair among the proposals even where no word and no key is shared', () => {
    const [sources, targets] = [commandsOf('cm5'), commandsOf('ace')];
    const alone = prepared({ sources, targets }).knowing([]);
    let brought = 0;
    for (const source of sources.slice(0, 12)) {
      const target = targets.find((one) => !alone.candidates(source.id).some((each) => each.target === one.id));
      if (!target) continue;
      const byWay = [{ source: source.id, target: target.id, relation: 'exact' as const }];
      const list = propose({ sources, targets, byWay }).find((one) => one.source === source.id)!.proposals;
      expect(list.map((one) => one.target)).toContain(target.id);
      brought++;
    }
    expect(brought).toBeGreaterThan(6);
  });
});

describe('a lineage from a crosswalk', () => {
  it('is what was judged from either end, and what is likely only where nobody judged', () => {
    const likely = fc.uniqueArray(fc.tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 11, max: 14 })), {
      selector: String,
      maxLength: 6,
    });
    fc.assert(
      fc.property(judgedPairs(1, 11), likely, (judged, pairs) => {
        const found = lineageFrom({ from: end('a'), commands: judged, contexts: [] }, 'a', {
          commands: pairs,
          contexts: [],
        });
        for (let id = 1; id <= 4; id++) {
          const mine = judged.filter((one) => one.source === id && one.relation !== 'later');
          const like = mine.filter((one) => one.target !== null && one.relation !== 'related').map((one) => one.target);
          const told = found.commands.forward(id);
          expect(told).toEqual(expect.arrayContaining(like));
          if (mine.length) expect(told.filter((one) => !like.includes(one))).toEqual([]);
          else for (const one of told) expect(pairs).toContainEqual([id, one]);
        }
        const back = lineageFrom({ from: end('a'), commands: judged, contexts: [] }, 'b', {
          commands: [],
          contexts: [],
        });
        const turned = (list: readonly number[]) => list.toSorted((a, b) => a - b);
        for (let id = 11; id <= 14; id++) {
          const mine = judged.filter((one) => one.target === id && one.relation !== 'related').map((one) => one.source);
          expect(turned(back.commands.forward(id))).toEqual(turned(mine));
        }
      }),
    );
  });
});

describe('a word list', () => {
  it('reads back as it is written, and names the line of what is no set of words', () => {
    for (const { sets } of WORD_LIST) expect(readSets(writtenSets(sets))).toEqual({ sets, problems: [] });
    const word = fc.stringMatching(/^[a-zäöß0-9]{1,12}$/u);
    fc.assert(
      fc.property(fc.array(fc.uniqueArray(word, { minLength: 2, maxLength: 5 }), { maxLength: 6 }), (sets) => {
        const given = sets.map((one) => one.map((each) => each.normalize('NFC')));
        expect(readSets(writtenSets(given)).sets).toEqual(given);
      }),
    );
    const { problems } = readSets('sounding, depth\n\nlone\nso-called fathom\n');
    expect(problems.map((one) => [one.code, one.place])).toEqual([
      ['lone-word', { line: 3 }],
      ['not-a-word', { line: 4 }],
    ]);
  });

  it('has what was written in place of what ships, and other sections beside it', () => {
    const first = WORD_LIST[0]!;
    const own = [
      { name: first.name, sets: [['a', 'b']], revision: 3 },
      { name: 'Plotting room', sets: [['c', 'd']], revision: 1 },
    ];
    const found = wordsInUse(own);
    expect(found.map((one) => one.name)).toEqual([...WORD_LIST.map((one) => one.name), 'Plotting room']);
    expect(found[0]).toEqual({ name: first.name, sets: [['a', 'b']], revision: 3, shipped: true });
    expect(found.slice(1, -1).every((one) => one.revision === 0)).toBe(true);
  });
});

describe('places of two programs', () => {
  it('answer to each other by where the counterparts of their commands are, and by name where nothing is judged', () => {
    const commands = Array.from({ length: 12 }, (_, i) => ({ label: `C${i + 1}` }));
    const plain = catalogue(commands, []);
    const home = (id: number) => plain.contexts[1 + (id % (plain.contexts.length - 1))]!.id;
    const one = opened({ ...plain, commands: plain.commands.map((each) => ({ ...each, home: home(each.id) })) });
    const names = placeProposals(one, one, [], WORD_LIST);
    for (const { id } of one.tree.inOrder) expect(names.get(id)![0]!.target).toBe(id);
    // All commands of a place have their counterparts in the next one: the votes go before the name.
    const places = plain.contexts.slice(1).map((each) => each.id);
    const next = (id: number) => places[(places.indexOf(id) + 1) % places.length]!;
    const pairs = plain.commands.flatMap((each) => {
      const target = one.catalogue.commands.filter((other) => other.home === next(home(each.id)));
      return target.map((other) => ({ source: each.id, target: other.id, relation: 'close' as const }));
    });
    const voted = placeProposals(one, one, pairs, WORD_LIST);
    for (const id of places)
      expect(voted.get(id)!.find((each) => each.agree)).toMatchObject({
        target: next(id),
        agree: voted.get(id)![0]!.of,
      });
  });
});

describe('a plan that is told which presses there are', () => {
  const because = () => 'x';
  it('gives nobody a press that is ruled out, and those that make way only what the pool has', () => {
    let given = 0;
    fc.assert(
      fc.property(world, fc.constantFrom('A', 'F5', 'Ctrl+J'), (one, out) => {
        const { setting, habits } = made(one);
        const { keyboards } = setting.weighed;
        const pool = { combinations: ['Primary', 'Primary+Shift'], functionKeys: false };
        const found = plan({
          habits,
          setting,
          facts: { rest: RESTS[0]!, pool },
          keep: Infinity,
          ruledOut: [out],
          because,
        });
        const press = (shortcut: string) => keyboards.pressKey(shortcut, 'windows');
        for (const { shortcut, target, context } of found.kept)
          if (press(shortcut) === press(out))
            expect(
              keyboards.platforms.flatMap((platform) =>
                setting.weighed
                  .on(platform)
                  .at(target, context)
                  .map((held) => press(held.shortcut)),
              ),
            ).toContain(press(out));
        for (const { now } of found.displaced) {
          if (!now) continue;
          given++;
          expect(now).toMatch(/^Primary\+(Shift\+)?\S$/);
          expect(press(now)).not.toBe(press(out));
        }
      }),
      runs(320, 2),
    );
    expect(given).toBeGreaterThan(met(10));
  });

  it('gives a press that two claim to the busier, whatever that leaves the others, where not all old hands are kept', () => {
    let rivals = 0;
    fc.assert(
      fc.property(world, (one) => {
        const { setting, habits } = made(one);
        const ask = (keep: number) => plan({ habits, setting, facts: { rest: RESTS[0]! }, keep, because });
        const [some, all] = [ask(99), ask(Infinity)];
        const sum = ({ kept }: typeof some) => kept.reduce((total, claim) => total + claim.uses, 0);
        if (![...some.refused, ...all.refused].some(({ why }) => why.startsWith('would ') || why === 'too many'))
          expect(sum(all)).toBeGreaterThanOrEqual(sum(some) - 1e-9);
        const busiest = claimsOf(habits, setting)[0];
        const lost = some.refused.find(({ claim }) => claim === busiest || claim.source === busiest?.source);
        if (lost?.why === 'another is busier')
          expect(some.kept.some((claim) => claim.uses >= lost.claim.uses)).toBe(true);
        // Whoever gave way did so to a claim of at least its use, kept then, that wants a press of the same first key.
        const firstKey = (shortcut: string) => shortcut.split(' ')[0]!.split('+').at(-1);
        const others = claimsOf(habits, setting);
        for (const { claim, why } of some.refused)
          if (why === 'another is busier')
            expect(
              others.some(
                (one) =>
                  one.target !== claim.target &&
                  one.uses >= claim.uses &&
                  firstKey(one.shortcut) === firstKey(claim.shortcut),
              ),
            ).toBe(true);
        if (some.refused.some(({ why }) => why === 'another is busier')) rivals++;
        expect(() => after(setting, some.edits)).not.toThrow();
      }),
      runs(120, 1),
    );
    expect(rivals).toBeGreaterThan(met(3));
  });
});

describe('judgements in another release', () => {
  const said = (source: number, target: number | null, relation: Judgement['relation'] = 'close'): Judgement => ({
    source,
    target,
    relation,
    note: 'n',
    sourceState: '',
    targetState: '',
    who: '',
    on: '2026-01-01',
  });
  const end = (here: readonly number[], links: readonly (readonly [number, number])[] = []) => ({
    has: (id: number) => here.includes(id),
    links: links.map(([old, now]) => ({ old, now, confirmed: true })),
  });
  const pairs = (list: readonly Judgement[]) => list.map((one) => [one.source, one.target]);

  it('follow what was renamed, split and merged at either end, forward and back; what was judged itself goes first', () => {
    // 1 became 2 became 3; 11 was split into 12 and 13; 4 and 5 were merged into 6.
    const source = end(
      [3, 6, 7],
      [
        [1, 2],
        [2, 3],
        [4, 6],
        [5, 6],
      ],
    );
    const target = end(
      [12, 13, 14],
      [
        [11, 12],
        [11, 13],
      ],
    );
    expect(pairs(carriedAlong([said(1, 11)], source, target))).toEqual([
      [3, 12],
      [3, 13],
    ]);
    expect(pairs(carriedAlong([said(4, 14), said(5, 14)], source, target))).toEqual([[6, 14]]);
    expect(pairs(carriedAlong([said(1, 14), said(3, null, 'none')], source, target))).toEqual([
      [1, 14],
      [3, null],
    ]);
    // In an older release the way leads back; a refused link leads nowhere.
    expect(
      pairs(
        carriedAlong(
          [said(3, 12)],
          end(
            [1],
            source.links.map((one) => [one.old, one.now] as const),
          ),
          end(
            [11],
            target.links.map((one) => [one.old, one.now] as const),
          ),
        ),
      ),
    ).toEqual([[1, 11]]);
    const refused = { ...source, links: source.links.map((one) => ({ ...one, confirmed: false })) };
    expect(pairs(carriedAlong([said(1, 14)], refused, target))).toEqual([[1, 14]]);
  });

  it('are the same where everything is there, and name only what is there where lineage leads to it', () => {
    const link = fc.tuple(fc.integer({ min: 1, max: 6 }), fc.integer({ min: 1, max: 6 }));
    const links = fc.array(link, { maxLength: 6 });
    fc.assert(
      fc.property(judgedPairs(1, 11), links, fc.subarray([1, 2, 3, 4, 5, 6]), (list, lineage, here) => {
        const judged = [...new Map(list.map((one) => [`${one.source} ${one.target}`, one])).values()];
        const all = Array.from({ length: 20 }, (_, at) => at);
        expect(carriedAlong(judged, end(all, lineage), end(all))).toEqual(judged);
        const found = carriedAlong(judged, end(here, lineage), end(all));
        const names = new Set(found.map((one) => `${one.source} ${one.target}`));
        expect(names.size).toBe(found.length);
        for (const one of found)
          if (!here.includes(one.source)) expect(judged.map((each) => each.source)).toContain(one.source);
        for (const one of judged)
          if (here.includes(one.source)) expect(pairs(found)).toContainEqual([one.source, one.target]);
      }),
    );
  });
});
