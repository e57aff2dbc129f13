import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { propose, type MatchedCommand } from '@crib/core/crosswalk';

const file = (name: string) => readFileSync(new URL(`../${name}`, import.meta.url), 'utf8');
const list = (name: string) =>
  Papa.parse<Record<string, string>>(file(name), { header: true, skipEmptyLines: true }).data;
const [ours, brine, tallow] = ['fathomry/7.2-keys.csv', 'brinechart/3-keys.csv', 'tallowline/2.8-keys.csv'].map(
  list,
) as [Record<string, string>[], Record<string, string>[], Record<string, string>[]];
const judged = JSON.parse(file('brinechart/judged.json')) as [string, string, string][];
const ids = (rows: readonly Record<string, string>[]) => rows.map((one) => one['Command id']!);
const labels = (rows: readonly Record<string, string>[]) => rows.map((one) => one['Label']!.toLowerCase());

describe('the programs that learners come from', () => {
  it('are large enough, say each command once, and have keys as a designer would give them: one a place', () => {
    expect(brine.length).toBeGreaterThanOrEqual(250);
    expect(tallow.length).toBeGreaterThanOrEqual(120);
    for (const rows of [brine, tallow]) {
      expect(new Set(ids(rows)).size).toBe(rows.length);
      const keyed = rows.filter((one) => one['All platforms']);
      const places = keyed.map((one) => `${one['Where it works']} ${one['All platforms']}`);
      expect(new Set(places).size).toBe(places.length);
    }
    // Typed letters mostly.
    expect(
      tallow.filter((one) => /^[A-Z] [A-Z0-9?]$/.test(one['All platforms'] ?? '')).length / tallow.length,
    ).toBeGreaterThan(0.8);
  });

  it('have a vocabulary of their own, universal words apart', () => {
    const taken = new Set(labels(ours));
    const same = labels(brine).filter((one) => taken.has(one));
    expect(same.length / brine.length).toBeLessThan(0.05);
    expect(labels(tallow).filter((one) => taken.has(one)).length / tallow.length).toBeLessThan(0.05);
  });

  it('are judged to two thirds and not at all, of commands that are there; the likeliest proposals agree with what was judged', () => {
    expect(judged.length / brine.length).toBeGreaterThan(0.64);
    expect(judged.length / brine.length).toBeLessThan(0.7);
    const [here, there] = [new Set(ids(brine)), new Set(ids(ours))];
    for (const [source, relation, target] of judged) {
      expect(here.has(source), source).toBe(true);
      if (relation !== 'none') expect(there.has(target), target).toBe(true);
    }
    const matched = (rows: readonly Record<string, string>[]): MatchedCommand[] =>
      rows.map((one, at) => ({
        id: at,
        name: one['Command id']!,
        label: one['Label']!,
        otherNames: [],
        description: '',
        menu: one['Menu path'] ?? '',
        place: one['Where it works']!,
        destructive: (one['Flags'] ?? '').includes('destructive'),
        presses: [],
      }));
    const right = new Map(judged.map(([source, , target]) => [source, target]));
    const sure = propose({ sources: matched(brine), targets: matched(ours) }).filter(
      (one) => one.likelihood >= 0.95 && right.has(ids(brine)[one.source]!),
    );
    const good = sure.filter((one) => ids(ours)[one.proposals[0]!.target] === right.get(ids(brine)[one.source]!));
    expect(sure.length).toBeGreaterThan(15);
    expect(good.length / sure.length).toBeGreaterThan(0.7);
  });
});
