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
  rmSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { projectRoot } from './postgres.js';

// On the disk of the sources, so that what is installed is linked file by file; and below the same folders, so that what
// was built finds it where it was and only what the station changes is compiled again.
const data = join(projectRoot, 'data');
mkdirSync(data, { recursive: true });
const copy = mkdtempSync(join(data, 'trial-'));

/** What is installed, as links to the same files: the packages of the house in it are links that lead to the copy's own. */
function linkInstalled() {
  for (const folder of ['node_modules', 'apps/server/node_modules'])
    if (existsSync(join(projectRoot, folder))) run('cp', ['-al', join(projectRoot, folder), join(copy, folder)]);
}

function run(command, args) {
  const { status } = spawnSync(command, args, { cwd: copy, stdio: 'inherit' });
  if (status !== 0) throw new Error(`${command} ${args.join(' ')} failed`);
}

try {
  for (const folder of ['packages', 'apps'])
    cpSync(join(projectRoot, folder), join(copy, folder), {
      recursive: true,
      // What was built comes along.
      filter: (path) => !/\/node_modules$|apps\/web\/dist$/.test(path),
      preserveTimestamps: true,
    });
  for (const file of ['tsconfig.base.json', 'tsconfig.depcruise.json', '.dependency-cruiser.mjs', 'package.json'])
    cpSync(join(projectRoot, file), join(copy, file));
  linkInstalled();
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
