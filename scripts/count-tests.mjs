// Prints "passed failed" from the JSON report of jest or of playwright.
import { readFileSync } from 'node:fs';

const [kind, file] = process.argv.slice(2);
const report = JSON.parse(readFileSync(file, 'utf8'));
if (kind === 'jest') {
  // A suite that could not run at all has failed without any test of its own.
  const broken = report.numRuntimeErrorTestSuites ?? 0;
  console.log(`${report.numPassedTests} ${report.numFailedTests + broken}`);
} else {
  const { expected, unexpected, flaky } = report.stats;
  console.log(`${expected} ${unexpected + flaky + report.errors.length}`);
}
