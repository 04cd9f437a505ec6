// Runs every check and test; the last line is `N passed, N failed`, all runners added up.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { freshDatabase, projectRoot, startPostgres } from './postgres.js';
import { COMPILE_LATER } from './serve.js';

// What is run here is soon over: none of it is worth compiling with much care.
process.env.NODE_OPTIONS = `${process.env.NODE_OPTIONS ?? ''} --import ${COMPILE_LATER}`;

const results = join(projectRoot, 'test-results');
const totals = { passed: 0, failed: 0 };

/** Runs a command with its output shown as it comes; answers with true when it ended well. */
function run(title, [command, ...args], env = {}) {
  console.log(`\n── ${title}`);
  return new Promise((ended) => {
    const running = spawn(command, args, { cwd: projectRoot, stdio: 'inherit', env: { ...process.env, ...env } });
    running.on('error', () => ended(false));
    running.on('close', (status) => ended(status === 0));
  });
}

/** Begins a command in a session of its own, whose share of the processor is the least: of one session alone `nice` is not enough. */
const GIVING_WAY = '{ echo 19 >/proc/self/autogroup; } 2>/dev/null; exec nice -n 19 "$@"';

/** Runs a command that gives way to whatever else runs, and shows what it said when it has ended; true when it ended well. */
function runInTheGaps(title, command) {
  return new Promise((ended) => {
    const said = [];
    const running = spawn('sh', ['-c', GIVING_WAY, 'sh', ...command], {
      cwd: projectRoot,
      stdio: ['ignore', 'pipe', 'pipe'],
      detached: true,
    });
    const stop = () => process.kill(-running.pid);
    process.once('exit', stop);
    running.on('close', () => process.off('exit', stop));
    running.stdout.on('data', (text) => said.push(text));
    running.stderr.on('data', (text) => said.push(text));
    running.on('error', (error) => said.push(Buffer.from(`${error.message}\n`)));
    running.on('close', (status) => {
      console.log(`\n── ${title}${status === 0 ? '' : ': failed'}`);
      process.stdout.write(Buffer.concat(said));
      ended(status === 0);
    });
  });
}

/** Checks that pass or fail as a whole, one after the other. */
async function checkAll(checks) {
  for (const { title, command } of checks) {
    if (await runInTheGaps(title, command)) totals.passed++;
    else totals.failed++;
  }
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

// What was begun goes too.
for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => process.exit(1));
rmSync(results, { recursive: true, force: true });
mkdirSync(results, { recursive: true });

const npm = (title, script) => ({ title, command: ['npm', 'run', '--silent', script] });
const node = (title, ...args) => ({ title, command: ['node', ...args] });
/** What looks at the sources, and takes longest. */
const sources = [
  npm('lint', 'lint'),
  // The types of all that is shipped, and the directions, are looked at with that station in it: once is enough.
  node(
    'types and direction of dependencies, no circles, with a station added as the docs say',
    'scripts/trial-station.js',
  ),
];
/** What looks at the sources and at what was built of them. */
const built = [
  npm('types of the tests', 'types:tests'),
  npm('format', 'format:check'),
  node('API: description, types and client in step', 'scripts/api.js', '--check'),
  npm('nothing unused', 'unused'),
  node('docs: schema and examples', 'scripts/check-docs.js'),
];

const jest = (report, ...select) => [
  'node',
  'node_modules/jest/bin/jest.js',
  '--json',
  `--outputFile=${results}/${report}`,
  ...select,
];
const tests = (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests + r.numRuntimeErrorTestSuites });

/** Tests of the core and the formats, over both cores: what is left of them when all else has ended leaves none idle. */
async function testCore() {
  const core = jest('core.json', '--selectProjects=core', '--maxWorkers=2');
  count('core.json', await runInTheGaps('unit tests of core and formats', core), tests);
}

// These go on at the times at which the others wait for a database or a browser, and when they have ended.
const beside = [testCore()];
if (!(await run('libraries', ['npm', 'run', '--silent', 'build:libs']))) totals.failed++;
beside.push(checkAll(sources));
if (!(await run('build', ['bash', 'scripts/build.sh']))) totals.failed++;
beside.push(checkAll(built));
const data = process.env.TEST_DATA ?? join(projectRoot, 'data', 'test');
const postgres = await startPostgres(data);
try {
  const env = {
    API_DATABASE_URLS: `${await freshDatabase(postgres, 'api_1')} ${await freshDatabase(postgres, 'api_2')}`,
    SCHEMA_DATABASE_URL: await freshDatabase(postgres, 'schema'),
  };
  const web = jest('web.json', '--selectProjects=web', '--maxWorkers=2');
  count('web.json', await run('unit tests of the interface', web), tests);
  const api = jest('api.json', '--selectProjects=api', '--maxWorkers=2');
  count('api.json', await run('API tests on the real database', api, env), tests);
} finally {
  postgres.stop();
}

const journeys = ['npx', 'playwright', 'test', '-c', 'e2e/playwright.config.ts'];
const e2e = await run('journeys in Chromium', journeys, { TEST_DATA: data });
await Promise.all(beside);
count('e2e.json', e2e, (r) => ({ passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected }));

console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed === 0 ? 0 : 1);
