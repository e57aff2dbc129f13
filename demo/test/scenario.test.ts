import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { Catalogue, Recipe, type Command, type Context } from '@crib/core/contract';
import { keyboardsOf } from '@crib/core/press';
import { say } from '@crib/core/words';
import { clashSaid, clashes, effective, opened } from '@crib/core/keyset';
import { readList } from '@crib/core/list';
import { US, readShortcuts } from '@crib/core/keys';

const file = (name: string) => readFileSync(new URL(`../${name}`, import.meta.url), 'utf8');
const json = <T>(name: string) => JSON.parse(file(name)) as T;

const app = json<{
  app: Catalogue['app'];
  contexts: { name: string; in?: string; takesText?: boolean }[];
}>('fathomry/app.json');
const warts = json<{
  halfFamilies: { family: string; without: string[] }[];
  lopsidedPairs: { with: string; without: string }[];
  platformCustoms: string[];
  driftedPlatforms: string[];
  sameKeyTwice: { key: string; commands: string[] }[];
  neverGivenAKeyThoughUsed: string[];
  waits: string[];
  typedOnMacos: string[];
}>('warts.json');
const set = json<{ edits: { command: string; keys?: string; clear?: true; reason: string; where: string }[] }>(
  'fathomry/school-set.json',
);

const contexts: Context[] = [{ id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] }];
for (const { name, in: parent, takesText = false } of app.contexts) {
  const above = contexts.find((one) => one.name === (parent ?? 'Everywhere'))!.id;
  contexts.push({ id: contexts.length + 1, parent: above, name, position: contexts.length, takesText, together: [] });
}
const release = {
  id: 1,
  appId: 1,
  label: '7.0',
  releasedOn: null,
  position: 1,
  platforms: app.app.platforms,
  sealedAt: null,
  builds: [],
  tiers: [],
};
const empty = Catalogue.parse({ app: { ...app.app, id: 1 }, release, contexts, commands: [], keysets: [] });
const reading = readList(file('fathomry/7.0-keys.csv'), empty);
if ('code' in reading) throw new Error(reading.sentence);
const { plan } = reading;

const commands: Command[] = plan.newCommands.map(({ name, words, home }, i) => ({
  ...words,
  id: i + 1,
  name,
  home: Number(home),
  wordings: [],
  aliases: [],
}));
const byName = new Map(commands.map((one) => [one.name, one]));
const provenance = { kind: 'list' as const, source: '', who: '', on: null, build: '', platform: null };
const bindings = plan.newBindings.map((one, i) => ({
  ...one,
  id: i + 1,
  command: byName.get(one.command)!.id,
  contexts: one.contexts.map(Number),
  provenance,
  trials: [],
}));
const shipped = {
  id: 1,
  appId: 1,
  name: '7.0',
  note: '',
  revision: 1,
  kind: 'shipped' as const,
  releaseId: 1,
  isDefault: true,
  imitates: null,
  owner: null,
  bindings,
  corrections: [],
};
const stack = { shipped, layers: [] };
const on = (platform: string) => effective(stack, platform);
const keysOf = (name: string, platform = 'windows') =>
  on(platform)
    .of(byName.get(name)!.id)
    .map((held) => held.shortcut);

describe('Fathomry 7.0', () => {
  it('groups commands that are there, its half pairs and half families among them', () => {
    const groups = json<{ kind: string; name: string; members: string[] }[]>('fathomry/groups.json');
    const runs = json<{ steps: string[] }[]>('fathomry/runs.json');
    expect(runs).toHaveLength(3);
    for (const { steps } of runs) for (const name of steps) expect(byName.has(name), name).toBe(true);
    for (const { members } of groups) for (const name of members) expect(byName.has(name), name).toBe(true);
    for (const pair of warts.lopsidedPairs)
      expect(
        groups.some(
          ({ kind, members }) => kind === 'pair' && members.includes(pair.with) && members.includes(pair.without),
        ),
      ).toBe(true);
    for (const { family, without } of warts.halfFamilies)
      expect(groups.find((one) => one.name === family)?.members).toEqual(expect.arrayContaining(without));
  });

  it('is read without a question, with all its places in use', () => {
    expect(plan.problems).toEqual([]);
    for (const context of contexts)
      expect(commands.filter((one) => one.home === context.id).length, context.name).toBeGreaterThan(5);
  });

  it('is of the size and the kind of a real program', () => {
    expect(commands.length).toBeGreaterThanOrEqual(200);
    const numbered = commands.filter((one) => /-\d$/.test(one.name));
    expect(numbered.length / commands.length).toBeLessThanOrEqual(0.25);
    const without = commands.filter((one) => keysOf(one.name).length === 0);
    expect(without.length / commands.length).toBeGreaterThanOrEqual(0.08);
    expect(new Set(commands.map((one) => one.label)).size).toBe(commands.length);
    for (const flag of ['fixed', 'destructive', 'parameterised', 'scripted'] as const) {
      expect(commands.filter((one) => one[flag]).length, flag).toBeGreaterThan(1);
    }
    expect(new Set(commands.map((one) => one.onePress))).toEqual(
      new Set(['once', 'toggles', 'cycles', 'nth press', 'steps']),
    );
  });

  it('has typed letters, held keys, pointer actions and stepwise access keys', () => {
    const stored = bindings.map((one) => one.shortcut);
    const some = (pattern: RegExp) => stored.filter((text) => pattern.test(text)).length;
    expect(some(/^[A-Z] [A-Z]$/)).toBeGreaterThan(10);
    expect(some(/^hold:/)).toBeGreaterThan(2);
    expect(some(/Drag|Click|Wheel/)).toBeGreaterThan(3);
    expect(some(/^tap\(Alt\) /)).toBeGreaterThan(0);
  });

  it('has no clash that its program could not mean, and only the waits that its warts name', () => {
    const whole = { ...empty, contexts, commands, keysets: [shipped] };
    const setting = opened(whole).setting(shipped.id, keyboardsOf([US], release.platforms));
    const found = clashes(setting);
    const errors = found.filter((one) => one.severity === 'error');
    expect(errors.filter((one) => one.kind !== 'typing').map((one) => say(clashSaid(setting, one)))).toEqual([]);
    const typed = errors.map(
      ({ parties, platforms }) => `${commands[parties[0].command - 1]!.name} ${platforms.join()}`,
    );
    expect(typed.sort()).toEqual(warts.typedOnMacos.map((name) => `${name} macos`).sort());
    const waiting = found
      .filter((one) => one.kind === 'waits')
      .flatMap((one) => one.parties.filter((held) => !held.shortcut.includes(' ')));
    const names = new Set(waiting.map((held) => commands[held.command - 1]!.name));
    expect([...names].sort()).toEqual([...warts.waits].sort());
  });

  it('has the warts that are written down, and no other drift between its platforms', () => {
    for (const { without } of warts.halfFamilies) for (const name of without) expect(keysOf(name), name).toEqual([]);
    for (const pair of warts.lopsidedPairs) {
      expect(keysOf(pair.with).length, pair.with).toBeGreaterThan(0);
      expect(keysOf(pair.without), pair.without).toEqual([]);
    }
    for (const name of warts.neverGivenAKeyThoughUsed) expect(keysOf(name), name).toEqual([]);
    for (const { commands: names, key } of warts.sameKeyTwice)
      for (const name of names) expect(keysOf(name), name).toContain(key);
    const drifted = commands.filter((one) => keysOf(one.name, 'windows').join() !== keysOf(one.name, 'macos').join());
    expect(drifted.map((one) => one.name).sort()).toEqual([...warts.driftedPlatforms, ...warts.platformCustoms].sort());
  });
});

describe('the School set', () => {
  it('has at least fifteen edits, each with a reason, on commands that are there and may be changed', () => {
    expect(set.edits.length).toBeGreaterThanOrEqual(15);
    for (const { command, reason, keys, clear, where } of set.edits) {
      expect(byName.get(command)?.fixed, command).toBe(false);
      expect(reason.length, command).toBeGreaterThan(10);
      expect(contexts.some((one) => one.name === where)).toBe(true);
      if (!clear) expect(readShortcuts(keys!, { typedLetters: true }).kind, keys).toBe('read');
    }
  });
  it('can be written by a recipe that holds', () => {
    expect(Recipe.safeParse(json('fathomry/recipe.json')).success).toBe(true);
  });
});

describe('what is laid on it and counted', () => {
  it('the One-hand set edits commands that are there, in places that are there, with a reason and clear keys', () => {
    const oneHand = json<typeof set>('fathomry/one-hand-set.json');
    for (const { command, reason, keys, where } of oneHand.edits) {
      expect(byName.get(command)?.fixed, command).toBe(false);
      expect(contexts.map((one) => one.name)).toContain(where);
      expect(readShortcuts(keys!, { typedLetters: true }).kind, keys).toBe('read');
      expect(reason.length, command).toBeGreaterThan(10);
    }
  });
  it('counts name commands that are there once, and the warts that are used without a key are used often', () => {
    const used = json<{ counts: Record<string, number>; classes: Record<string, string> }>('fathomry/uses.json');
    for (const name of [...Object.keys(used.counts), ...Object.keys(used.classes)])
      expect(byName.has(name), name).toBe(true);
    expect(Object.keys(used.counts).filter((name) => name in used.classes)).toEqual([]);
    for (const name of warts.neverGivenAKeyThoughUsed) expect(used.counts[name], name).toBeGreaterThan(10);
    // The busiest commands of the runs are counted: figures by the day would leave them out otherwise.
    const steps = json<{ steps: string[] }[]>('fathomry/runs.json').flatMap((run) => run.steps);
    const counted = steps.filter((name) => name in used.counts || name in used.classes);
    expect(counted.length / steps.length).toBeGreaterThan(0.7);
  });
});
