import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { Catalogue, KeyPolicy, type Command, type Context } from '@crib/core/contract';
import { readList } from '@crib/core/list';
import { readShortcuts, US, writeStored } from '@crib/core/keys';
import { clashes, inPlaceOrder, opened } from '@crib/core/keyset';
import { keyboardsOf } from '@crib/core/press';
import { RESTS } from '@crib/core/reach';
import {
  MOVED_KINDS,
  carry,
  comparedOn,
  contextProposals,
  faithfulness,
  kindCounts,
  lineageBetween,
  lineageProposals,
  movedRows,
  sideOf,
} from '@crib/core/release';
import type { PlaceFile, ReleaseFile } from '../releases.ts';

const file = (name: string) => readFileSync(new URL(`../fathomry/${name}`, import.meta.url), 'utf8');
const json = <T>(name: string) => JSON.parse(file(name)) as T;
const { app, contexts: first } = json<{ app: Catalogue['app']; contexts: PlaceFile[] }>('app.json');
const files = json<ReleaseFile[]>('releases.json');
const PROVENANCE = { kind: 'list' as const, source: '', who: '', on: null, build: '', platform: null };

/** The releases as the loader makes them, without a server. */
function catalogues(): Catalogue[] {
  const ids = new Map<string, number>();
  let places: Context[] = [{ id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] }];
  let next = 2;
  return files.map((release, at) => {
    const idOf = (name: string) => places.find((one) => one.name === name)!.id;
    for (const { name, in: parent, takesText = false } of [...(at === 0 ? first : []), ...(release.adds ?? [])])
      places = [
        ...places,
        { id: next, parent: parent ? idOf(parent) : 1, name, position: next++, takesText, together: [] },
      ];
    for (const [name, into] of Object.entries(release.moves ?? {})) {
      const parent = idOf(into);
      places = places.map((one) => (one.name === name ? { ...one, parent } : one));
    }
    places = places.map((one) => ({ ...one, name: release.renames?.[one.name] ?? one.name }));
    const facts = {
      id: at + 1,
      appId: 1,
      label: release.label,
      releasedOn: null,
      position: at + 1,
      platforms: app.platforms,
      sealedAt: null,
    };
    const empty = Catalogue.parse({
      app: { ...app, id: 1 },
      release: facts,
      contexts: places,
      commands: [],
      keysets: [],
    });
    const read = (list: string, whole: Catalogue) => {
      const reading = readList(file(list), whole);
      if ('code' in reading) throw new Error(reading.sentence);
      expect(reading.plan.problems, list).toEqual([]);
      return reading.plan;
    };
    const plan = read(release.list, empty);
    const commands: Command[] = plan.newCommands.map(({ name, words, home }) => {
      if (!ids.has(name)) ids.set(name, ids.size + 1);
      return { ...words, id: ids.get(name)!, name, home: Number(home), wordings: [], aliases: [] };
    });
    const shipped = (id: number, name: string, { newBindings }: typeof plan, imitates: number | null) => ({
      id,
      appId: 1,
      name,
      note: '',
      revision: 1,
      kind: 'shipped' as const,
      releaseId: at + 1,
      isDefault: imitates === null,
      imitates,
      owner: null,
      bindings: newBindings.map((one, i) => ({
        ...one,
        id: i + 1,
        command: ids.get(one.command)!,
        contexts: one.contexts.map(Number),
        provenance: PROVENANCE,
        trials: [],
      })),
      corrections: [],
    });
    places = places.filter((one) => !release.drops?.includes(one.name));
    const whole = { ...empty, contexts: places, commands, keysets: [shipped(10 * at + 1, release.label, plan, null)] };
    const extra = release.alsoShips;
    const imitation = extra
      ? [
          shipped(
            10 * at + 2,
            extra.name,
            read(extra.list, { ...whole, keysets: [{ ...whole.keysets[0]!, bindings: [] }] }),
            1,
          ),
        ]
      : [];
    const policy = release.keyPolicy
      ? KeyPolicy.parse({ ...app.keyPolicy, ...release.keyPolicy })
      : empty.app.keyPolicy;
    return { ...whole, app: { ...empty.app, keyPolicy: policy }, keysets: [...whole.keysets, ...imitation] };
  });
}

const [six, seven, newest] = catalogues() as [Catalogue, Catalogue, Catalogue];
const id = (catalogue: Catalogue, name: string) => catalogue.commands.find((one) => one.name === name)!.id;
const links = files[2]!.lineage!.map(([was, is]) => ({
  release: 3,
  kind: 'command' as const,
  old: id(seven, was),
  now: id(newest, is),
  confirmed: true,
  goesOn: false,
}));
const lineage = lineageBetween(links, [1, 2, 3], seven, newest);
const hands = { rest: RESTS[0]!, typist: 'average' as const };
const keyboards = keyboardsOf([US], ['windows', 'macos', 'linux']);
const settingAt = (catalogue: Catalogue, keyset: number) => opened(catalogue).setting(keyset, keyboards);
const windows = (catalogue: Catalogue, keyset: number) => sideOf(opened(catalogue), keyset, keyboards, 'windows');
const comparedTo = (old: Catalogue, now: Catalogue) => {
  const between = lineageBetween(links, [1, 2, 3], old, now);
  return comparedOn(
    { opened: opened(old), keyset: old.keysets[0]!.id },
    { opened: opened(now), keyset: now.keysets[0]!.id },
    between,
    keyboards,
    hands,
  );
};

describe('the releases of Fathomry', () => {
  it('are of the size of a real program, with at least 320 commands in 7.2 and enough without a key', () => {
    expect(newest.commands.length).toBeGreaterThanOrEqual(320);
    const held = windows(newest, newest.keysets[0]!.id).effective;
    const without = newest.commands.filter((one) => held.of(one.id).length === 0);
    expect(without.length / newest.commands.length).toBeGreaterThanOrEqual(0.08);
    expect(newest.commands.filter((one) => /-\d$/.test(one.name)).length / newest.commands.length).toBeLessThanOrEqual(
      0.25,
    );
  });

  it.each([six, newest])('clash in $release.label no more than their program could mean', (catalogue) => {
    const found = clashes(opened(catalogue).setting(catalogue.keysets[0]!.id, keyboards));
    const errors = found.filter((one) => one.severity === 'error' && one.kind !== 'typing');
    const name = (command: number) => catalogue.commands.find((one) => one.id === command)!.name;
    expect(
      errors.map((one) => [one.kind, ...one.parties.map((held) => `${name(held.command)} ${held.shortcut}`)]),
    ).toEqual([]);
  });

  it('have every kind of change from 7.0 to 7.2, and each at least twice over their life', () => {
    const steps = [comparedTo(six, seven)[0]!, comparedTo(seven, newest)[0]!];
    const [, last] = steps as [(typeof steps)[0], (typeof steps)[0]];
    const counts = (step: (typeof steps)[0]) => kindCounts(movedRows(step.moved, step.harms));
    // No key of the program stops working while its command keeps it.
    for (const kind of MOVED_KINDS.filter((one) => one !== 'stopped')) {
      expect(counts(last).get(kind), `${kind}, 7.0 to 7.2`).toBeGreaterThan(0);
      expect(
        steps.reduce((sum, step) => sum + counts(step).get(kind)!, 0),
        kind,
      ).toBeGreaterThan(1);
    }
    for (const kind of ['new meaning', 'dead', 'new'] as const)
      expect(last.moved.presses.filter((one) => one.kind === kind).length, kind).toBeGreaterThan(1);
    for (const kind of ['renamed', 'moved', 'added', 'dropped'] as const) {
      const of = (step: (typeof steps)[0]) => step.moved.contexts.filter((one) => one.kinds.includes(kind)).length;
      expect(of(last), kind).toBeGreaterThan(0);
      expect(of(steps[0]!) + of(last), kind).toBeGreaterThan(1);
    }
    expect(last.moved.policy?.differences.length).toBeGreaterThan(1);
  });

  it('put a drying height’s key on what destroys, and order that first by harm to habit', () => {
    const [onWindows] = comparedTo(seven, {
      ...newest,
      uses: [{ command: id(seven, 'view.show-drying-heights'), source: 'desk', perDay: 38, often: null }],
    });
    const [worst] = onWindows!.harms;
    expect(worst).toMatchObject({ kind: 'new meaning', uses: 38, destroys: true, keyless: false });
    expect(worst!.change.press).toBe('KeyJ');
    expect(Math.round(worst!.mm)).toBe(51);
  });

  it('leave renames, a split and nothing wrong to be confirmed', () => {
    const [old, now] = [windows(seven, 11), windows(newest, 21)];
    const labels = lineageProposals(old, now, lineage).map(
      ({ kind, old: was, now: is }) =>
        `${kind}: ${was.map((one) => old.commands.get(one)!.label).join()} > ${is
          .map((one) => now.commands.get(one)!.label)
          .sort()
          .join()}`,
    );
    expect(labels.sort()).toEqual([
      'renamed: Border graduations > Graduated border',
      'renamed: Lead sounding out > Draw sounding out',
      'renamed: Mark particulars > Mark properties',
      'split: Scale bar > Scale bar in metres,Scale bar in miles',
    ]);
    expect(contextProposals(old, now, lineage)).toEqual([]);
  });

  it('come with keys as in 6.4 that are true to most of them, and not to all', () => {
    const between = lineageBetween(links, [1, 2, 3], six, newest);
    const found = faithfulness(windows(six, 1), windows(newest, 22), between, new Map());
    expect(found.counts.same).toBeGreaterThan(150);
    expect(found.counts.different).toBeGreaterThan(0);
    expect(found.counts.missing).toBeGreaterThan(5);
    expect(found.newWithout.length).toBeGreaterThan(20);
  });
});

describe('the School set, carried to 7.2', () => {
  it('meets every outcome that there is, and loses no reason', () => {
    const set = json<{ edits: { command: string; keys?: string; where: string; platform?: string; reason: string }[] }>(
      'school-set.json',
    );
    const edits = inPlaceOrder(
      set.edits.map(({ command, keys, where, platform = null, reason }) => {
        const read = keys ? readShortcuts(keys, { typedLetters: true }) : null;
        const shortcuts = read?.kind === 'read' ? read.shortcuts.map(writeStored) : [];
        const context = seven.contexts.find((one) => one.name === where)!.id;
        const action = keys ? ('set' as const) : ('clear' as const);
        return { command: id(seven, command), context, platform, action, shortcuts, reason, memoryAid: '' };
      }),
    );
    const outcomes = carry({ edits, old: settingAt(seven, 11), now: settingAt(newest, 21), lineage });
    expect(outcomes.map((one) => one.edit.reason)).toEqual(edits.map((one) => one.reason));
    expect(new Set(outcomes.map((one) => one.kind))).toEqual(
      new Set([
        'command gone',
        'context gone',
        'not accepted',
        'press taken',
        'follows',
        'now as shipped',
        'context moved',
        'carried',
      ]),
    );
  });
});
