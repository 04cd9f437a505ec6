// Lays the station of docs/add-a-station.md into a copy of the sources, builds it, and checks the directions; says how many
// files that are not its own it touches.
import { spawnSync } from 'node:child_process';
import {
  appendFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { projectRoot } from './postgres.js';

const copy = mkdtempSync(join(tmpdir(), 'limber-trial-'));

/** The packages of the house are the copy's own; all others are those that are installed. */
function linkPackages() {
  const from = join(projectRoot, 'node_modules');
  const to = join(copy, 'node_modules');
  mkdirSync(join(to, '@limber-sheaf'), { recursive: true });
  for (const entry of readdirSync(from)) if (entry !== '@limber-sheaf') symlinkSync(join(from, entry), join(to, entry));
  for (const name of ['core', 'formats']) symlinkSync(join(copy, 'packages', name), join(to, '@limber-sheaf', name));
  for (const own of ['packages/core', 'packages/formats', 'apps/server', 'apps/web']) {
    const nested = join(projectRoot, own, 'node_modules');
    if (existsSync(nested)) symlinkSync(nested, join(copy, own, 'node_modules'));
  }
}

function run(command, args) {
  const { status } = spawnSync(command, args, { cwd: copy, stdio: 'inherit' });
  if (status !== 0) throw new Error(`${command} ${args.join(' ')} failed`);
}

try {
  for (const folder of ['packages', 'apps'])
    cpSync(join(projectRoot, folder), join(copy, folder), {
      recursive: true,
      // What was built comes along: only what the station changes is compiled again.
      filter: (path) => !/\/node_modules$|apps\/web\/dist$/.test(path),
      preserveTimestamps: true,
    });
  for (const file of ['tsconfig.base.json', 'tsconfig.depcruise.json', '.dependency-cruiser.mjs', 'package.json'])
    cpSync(join(projectRoot, file), join(copy, file));
  linkPackages();
  const page = readFileSync(join(projectRoot, 'docs/add-a-station.md'), 'utf8');
  const lists = new Set();
  let made = 0;
  for (const [, path, more, text] of page.matchAll(/^```tsx? (\S+)( \+)?\n([\s\S]*?)^```$/gm)) {
    const file = join(copy, path);
    mkdirSync(dirname(file), { recursive: true });
    if (more) {
      appendFileSync(file, text);
      lists.add(path);
    } else {
      writeFileSync(file, text);
      made++;
    }
  }
  run('npx', ['tsc', '-b', 'packages/core', 'packages/formats', 'apps/server']);
  run('npx', ['tsc', '-p', 'apps/web', '--noEmit']);
  const sources = ['packages/core/src', 'packages/formats/src', 'apps/server/src', 'apps/web/src'];
  run('npx', ['depcruise', '--config', '.dependency-cruiser.mjs', ...sources]);
  console.log(
    `The trial station: ${made} files of its own, one line in each of ${lists.size} lists: ${[...lists].join(', ')}`,
  );
} finally {
  rmSync(copy, { recursive: true, force: true });
}
