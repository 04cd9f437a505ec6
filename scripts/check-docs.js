// Checks what the docs claim: the written-out schema is the one packages are checked by, and the README's example runs.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { writeRigSchema } from '@limber-sheaf/formats';
import { projectRoot } from './postgres.js';

const schemaFile = join(projectRoot, 'docs/rig.schema.json');
const wanted = Buffer.from(writeRigSchema()).toString('utf8');
if (process.argv.includes('--write')) writeFileSync(schemaFile, wanted);
if (readFileSync(schemaFile, 'utf8') !== wanted) {
  console.error('docs/rig.schema.json is not the schema in packages/formats. Run: node scripts/check-docs.js --write');
  process.exit(1);
}

const coreDoc = readFileSync(join(projectRoot, 'docs/core.md'), 'utf8');
const example = coreDoc.match(/```js\n([\s\S]*?)```/);
if (!example) throw new Error('docs/core.md has no example');
const file = join(projectRoot, 'test-results', 'example.mjs');
mkdirSync(join(projectRoot, 'test-results'), { recursive: true });
writeFileSync(file, example[1]);
await import(file);
console.log('The schema is the same, and the example runs.');
