// @ts-check
import { existsSync, readFileSync } from 'node:fs';

/** @typedef {{ passed: number, failed: number }} Tally */

/** What a vitest JSON report counts. @param {string} file @returns {Tally} */
export function vitestTally(file) {
  if (!existsSync(file)) return { passed: 0, failed: 1 };
  const report = JSON.parse(readFileSync(file, 'utf8'));
  const brokenFiles = report.testResults.filter(
    (/** @type {any} */ one) => one.status === 'failed' && one.assertionResults.length === 0,
  ).length;
  return { passed: report.numPassedTests, failed: report.numFailedTests + brokenFiles };
}

/** What a Playwright JSON report counts. @param {string} file @returns {Tally} */
export function playwrightTally(file) {
  if (!existsSync(file)) return { passed: 0, failed: 1 };
  const { stats, errors } = JSON.parse(readFileSync(file, 'utf8'));
  return { passed: stats.expected, failed: stats.unexpected + stats.flaky + errors.length };
}
