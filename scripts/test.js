// Runs every check and test; the last line is `N passed, N failed`, all runners added up.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { freshDatabase, projectRoot, startPostgres } from './postgres.js';

const results = join(projectRoot, 'test-results');
const totals = { passed: 0, failed: 0 };

/** Runs a command with its output shown; answers with true when it ended well. */
function run(title, command, args, env = {}) {
  console.log(`\n── ${title}`);
  return new Promise((ended) => {
    const running = spawn(command, args, { cwd: projectRoot, stdio: 'inherit', env: { ...process.env, ...env } });
    running.on('error', () => ended(false));
    running.on('close', (status) => ended(status === 0));
  });
}

/** A check that passes or fails as a whole; what it says is shown when it has ended. It gives way to whatever else runs. */
function check({ title, command, args }) {
  return new Promise((ended) => {
    const said = [];
    const nice = ['-n', '19', command, ...args];
    const running = spawn('nice', nice, { cwd: projectRoot, stdio: ['ignore', 'pipe', 'pipe'] });
    running.stdout.on('data', (text) => said.push(text));
    running.stderr.on('data', (text) => said.push(text));
    running.on('error', (error) => said.push(`${error.message}\n`));
    running.on('close', (status) => {
      console.log(`\n── ${title}${status === 0 ? '' : ': failed'}`);
      process.stdout.write(Buffer.concat(said.map((text) => Buffer.from(text))));
      if (status === 0) totals.passed++;
      else totals.failed++;
      ended();
    });
  });
}

/** Runs checks one after the other. */
async function checkAll(checks) {
  for (const one of checks) await check(one);
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

const npm = (title, script) => ({ title, command: 'npm', args: ['run', '--silent', script] });
const node = (title, ...args) => ({ title, command: 'node', args });
/** What looks at the sources: for the times at which the journeys wait for a browser. */
const sources = [
  npm('lint', 'lint'),
  node('a station added as the docs say', 'scripts/trial-station.js'),
  npm('types', 'types'),
  npm('format', 'format:check'),
  node('API: description, types and client in step', 'scripts/api.js', '--check'),
  npm('direction of dependencies, no circles', 'direction'),
  npm('nothing unused', 'unused'),
  node('docs: schema and examples', 'scripts/check-docs.js'),
];

const data = process.env.TEST_DATA ?? join(projectRoot, 'data', 'test');
const postgres = await startPostgres(data);
try {
  const env = {
    API_DATABASE_URLS: `${await freshDatabase(postgres, 'api_1')} ${await freshDatabase(postgres, 'api_2')}`,
    SCHEMA_DATABASE_URL: await freshDatabase(postgres, 'schema'),
  };
  const jest = (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests + r.numRuntimeErrorTestSuites });
  const unit = [
    'node_modules/jest/bin/jest.js',
    '--selectProjects=unit',
    '--maxWorkers=100%',
    '--json',
    `--outputFile=${results}/unit.json`,
  ];
  count('unit.json', await run('unit tests', 'node', unit), jest);
  const api = [
    'node_modules/jest/bin/jest.js',
    '--selectProjects=api',
    '--maxWorkers=2',
    '--json',
    `--outputFile=${results}/api.json`,
  ];
  count('api.json', await run('API tests on the real database', 'node', api, env), jest);
} finally {
  postgres.stop();
}

const looking = checkAll(sources);
const e2e = await run('journeys in Chromium', 'npx', ['playwright', 'test', '-c', 'e2e/playwright.config.ts'], {
  TEST_DATA: data,
});
await looking;
count('e2e.json', e2e, (r) => ({ passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected }));

console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed === 0 ? 0 : 1);
