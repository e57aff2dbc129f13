// @ts-check
import { existsSync, readFileSync } from 'node:fs';
import { stripVTControlCharacters } from 'node:util';

/** How many tests passed, and a line about each that did not. @typedef {{ passed: number, failed: string[] }} Tally */

const firstLine = (/** @type {unknown} */ text) =>
  stripVTControlCharacters(String(text ?? '').split('\n')[0] ?? '').slice(0, 300);

/** What a vitest JSON report counts. @param {string} file @returns {Tally} */
export function vitestTally(file) {
  if (!existsSync(file)) return { passed: 0, failed: ['No report of the unit and API tests was written.'] };
  const report = JSON.parse(readFileSync(file, 'utf8'));
  const failed = report.testResults.flatMap((/** @type {any} */ one) => {
    const tests = one.assertionResults.filter((/** @type {any} */ test) => test.status === 'failed');
    const lines = tests.map((/** @type {any} */ test) => `${test.fullName}: ${firstLine(test.failureMessages[0])}`);
    // A file that fails by itself: it cannot be read, or what its tests stand on could not be made.
    if (one.status === 'failed' && !lines.length) lines.push(firstLine(one.message) || 'The file failed as a whole.');
    return lines.map((/** @type {string} */ line) => `${one.name}: ${line}`);
  });
  return { passed: report.numPassedTests, failed };
}

/** What a Playwright JSON report counts. @param {string} file @returns {Tally} */
export function playwrightTally(file) {
  if (!existsSync(file)) return { passed: 0, failed: ['No report of the browser tests was written.'] };
  const { stats, errors, suites } = JSON.parse(readFileSync(file, 'utf8'));
  const specs = (/** @type {any} */ suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specs)];
  const failed = suites
    .flatMap(specs)
    .filter((/** @type {any} */ spec) =>
      spec.tests.some((/** @type {any} */ test) => test.status === 'unexpected' || test.status === 'flaky'),
    )
    .map((/** @type {any} */ spec) => {
      const results = spec.tests.flatMap((/** @type {any} */ test) => test.results);
      return `${spec.file}:${spec.line} ${spec.title}: ${firstLine(results.find((/** @type {any} */ one) => one.error)?.error.message)}`;
    });
  // A run that cannot begin has no tests, and says why.
  return {
    passed: stats.expected,
    failed: [...failed, ...errors.map((/** @type {any} */ one) => firstLine(one.message))],
  };
}
