// Runs every check and test; the last line is `N passed, N failed`, all runners added up.
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { freshDatabase, projectRoot, startPostgres } from './postgres.js';

const results = join(projectRoot, 'test-results');
const totals = { passed: 0, failed: 0 };

/** Runs a command with its output shown; true when it ended well. */
function run(title, command, args, env = {}) {
  console.log(`\n── ${title}`);
  return spawnSync(command, args, { cwd: projectRoot, stdio: 'inherit', env: { ...process.env, ...env } }).status === 0;
}

/** A check that passes or fails as a whole. */
function check(title, command, args) {
  if (run(title, command, args)) totals.passed++;
  else totals.failed++;
}

/** Adds up a runner's own report; a runner without one counts as one failure. */
function count(file, ok, read) {
  let sums = { passed: 0, failed: 0 };
  try {
    sums = read(JSON.parse(readFileSync(join(results, file), 'utf8')));
  } catch {
    // No report: the runner did not get that far.
  }
  totals.passed += sums.passed;
  totals.failed += sums.failed;
  if (!ok && sums.failed === 0) totals.failed++;
}

rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

check('format', 'npm', ['run', '--silent', 'format:check']);
check('lint', 'npm', ['run', '--silent', 'lint']);
check('direction of dependencies, no circles', 'npm', ['run', '--silent', 'direction']);
check('nothing unused', 'npm', ['run', '--silent', 'unused']);
check('types', 'npm', ['run', '--silent', 'types']);
check('API: description, types and client in step', 'node', ['scripts/api.js', '--check']);
check('a station added as the docs say', 'node', ['scripts/trial-station.js']);
check('docs: schema and examples', 'node', ['scripts/check-docs.js']);

const data = process.env.TEST_DATA ?? join(projectRoot, 'data', 'test');
const postgres = await startPostgres(data);
try {
  const env = {
    DATABASE_URL: await freshDatabase(postgres, 'api'),
    SCHEMA_DATABASE_URL: await freshDatabase(postgres, 'schema'),
  };
  const jest = (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests + r.numRuntimeErrorTestSuites });
  const unit = [
    'node_modules/jest/bin/jest.js',
    '--selectProjects=unit',
    '--json',
    `--outputFile=${results}/unit.json`,
  ];
  count('unit.json', run('unit tests', 'node', unit), jest);
  const api = [
    'node_modules/jest/bin/jest.js',
    '--selectProjects=api',
    '--runInBand',
    '--json',
    `--outputFile=${results}/api.json`,
  ];
  count('api.json', run('API tests on the real database', 'node', api, env), jest);
} finally {
  postgres.stop();
}

const e2e = run('journeys in Chromium', 'npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts'], {
  TEST_DATA: data,
});
count('e2e.json', e2e, (r) => ({ passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected }));

console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed === 0 ? 0 : 1);
