import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { beginExamples, examples, filled, runExamples } from './examples.ts';
import { Client, withServer } from './harness.ts';
import { runs } from '../../core/test/runs.ts';

const { numRuns, seed } = runs(10_000);

const server = withServer();
beforeAll(async () => {
  await beginExamples(server.pool());
  await runExamples(new Client(server.address()));
});

type Json = null | boolean | number | string | Json[] | { [name: string]: Json };

/** Values that are none of what anybody asks for, and some that nearly are. */
const strange: fc.Arbitrary<Json> = fc.oneof(
  fc.constantFrom<Json>(
    null,
    true,
    -1,
    0,
    1.5,
    1e308,
    2 ** 53,
    '',
    ' ',
    '\u0000',
    '\ud800',
    '‮',
    '{{7*7}}',
    "'; DROP TABLE app; --",
    '%00',
    '../../etc/passwd',
    [],
    {},
    [[]],
    { __proto__: null },
    'Primary+',
    'é',
    'e\u0301',
  ),
  fc.string({ unit: 'grapheme', maxLength: 40 }),
  fc.integer(),
  fc.constant('x'.repeat(70_000)),
  fc.jsonValue({ maxDepth: 3 }) as fc.Arbitrary<Json>,
);

/** Every place in a value, as the way there. */
function placesIn(value: Json, way: (string | number)[] = []): (string | number)[][] {
  if (value === null || typeof value !== 'object') return [way];
  return [way, ...Object.entries(value).flatMap(([name, part]) => placesIn(part, [...way, name]))];
}
/** A value with another one at a place, or with nothing there, or with what is there many times. */
function changed(value: Json, [step, ...rest]: (string | number)[], how: number, to: Json): Json {
  if (step === undefined)
    return how === 2 && Array.isArray(value) ? Array.from({ length: 1200 }, () => value[0] ?? to) : to;
  const parts = structuredClone(value) as Record<string, Json>;
  if (rest.length === 0 && how === 0) delete parts[step];
  else parts[step] = changed(parts[step]!, rest, how, to);
  if (how === 1) parts['another'] = to;
  return Array.isArray(value) ? Object.values(parts) : parts;
}

/** As a part of an address; half of a character cannot stand in one. */
const encoded = (value: Json) => encodeURIComponent(JSON.stringify(value));

/** All that can be asked, but for what would sign out whoever asks. */
const asked = examples.filter((one) => !(one.method === 'DELETE' && one.path.startsWith('/api/session')));

describe('requests that are nearly right', () => {
  it(`are answered with what is wrong about them, and never break the server (${numRuns})`, async () => {
    const client = await server.as('owner', 'Ebbstone Chart School');
    const statuses = new Map<number, number>();
    const one = fc.record({
      example: fc.constantFrom(...asked),
      at: fc.double({ min: 0, max: 0.999, noNaN: true }),
      how: fc.integer({ min: 0, max: 3 }),
      to: strange,
      where: fc.integer({ min: 0, max: 9 }),
      header: fc.constantFrom(
        {},
        { 'if-match': '"99999999999"' },
        { 'if-match': 'W/"x"' },
        { 'idempotency-key': 'k'.repeat(300) },
        { 'content-type': 'text/plain' },
        { 'content-type': 'application/json; charset=utf-7' },
      ),
    });
    await fc.assert(
      fc.asyncProperty(one, async ({ example, at, how, to, where, header }) => {
        let path = filled(example.path);
        const json =
          example.body !== undefined && /^[[{]/.test(example.body) ? (JSON.parse(filled(example.body)) as Json) : null;
        const places = placesIn(json);
        const body =
          json === null
            ? filled(example.body ?? '') + (how === 1 ? '\u0000' : '')
            : JSON.stringify(changed(json, places[Math.floor(at * places.length)]!, how, to));
        // Now and then the address is what is wrong, in any of its parts.
        if (where === 0) {
          const parts = path.split('/');
          parts[2 + Math.floor(at * (parts.length - 2))] = encoded(to).slice(0, 2000);
          path = parts.join('/');
        }
        if (where === 1)
          path += `${path.includes('?') ? '&' : '?'}layouts=${encoded(to).slice(0, 500)}&language=x&before=-1`;
        const type = json === null ? 'text/csv' : 'application/json';
        const sends = example.method !== 'GET';
        const answer = await client.ask<{ detail?: string; code?: string }>(
          example.method,
          path.replaceAll('#', ''),
          sends ? body : undefined,
          { 'content-type': type, ...(where > 6 ? header : {}) },
        );
        statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
        expect(
          answer.status,
          `${example.method} ${path}\n${body.slice(0, 400)}\n${JSON.stringify(answer.body).slice(0, 300)}`,
        ).toBeLessThan(500);
        if (answer.status >= 400)
          expect(answer.body.detail ?? answer.body, `${example.method} ${path}`).toMatch(/\S+ \S+ \S+/u);
      }),
      { numRuns, seed },
    );
    // Both kinds are met: those that are refused, and those that still can be done.
    expect(statuses.get(400) ?? 0).toBeGreaterThan(numRuns / 10);
    expect([...statuses].reduce((sum, [status, count]) => sum + (status < 300 ? count : 0), 0)).toBeGreaterThan(
      numRuns / 50,
    );
    expect((await client.ask('GET', '/api/apps')).status).toBe(200);
  });
});
