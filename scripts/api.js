// Writes what describes the API, and the web's types and operations from it; with --check only says whether they are in step.
import 'reflect-metadata';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { NestFactory } from '@nestjs/core';
import openapiTS, { astToString } from 'openapi-typescript';
import prettier from 'prettier';
import { createGenerator } from 'ts-json-schema-generator';
import { projectRoot } from './postgres.js';

const at = (path) => join(projectRoot, path);
const server = (path) => import(pathToFileURL(at(`apps/server/dist/${path}`)).href);
const checking = process.argv.includes('--check');
let stale = 0;

/** Writes a file, or compares it. */
async function put(path, text) {
  const options = { ...(await prettier.resolveConfig(at(path))), filepath: at(path) };
  const wanted = await prettier.format(text, options);
  let now = null;
  try {
    now = readFileSync(at(path), 'utf8');
  } catch {
    // Not written yet.
  }
  if (now === wanted) return;
  if (checking) {
    console.error(`${path} is not in step with the server. Run: npm run api`);
    stale++;
  } else writeFileSync(at(path), wanted);
}

const answers = createGenerator({
  path: at('apps/server/src/answers.ts'),
  tsconfig: at('apps/server/tsconfig.json'),
  type: 'Answers',
  skipTypeCheck: true,
  additionalProperties: false,
  topRef: true,
}).createSchema('Answers');
await put('apps/server/answers.schema.json', JSON.stringify(answers));

const { AppModule } = await server('app.module.js');
const { openDatabase } = await server('data/database.js');
const { describeApi } = await server('describe-api.js');
const config = {
  databaseUrl: 'postgres://127.0.0.1:1/none',
  host: '127.0.0.1',
  port: 0,
  webDir: null,
  logLevel: 'silent',
};
const app = await NestFactory.create(AppModule.with(config, openDatabase(config.databaseUrl)), {
  preview: true,
  logger: false,
});
app.setGlobalPrefix('api');
const document = describeApi(app);

const operations = {};
for (const [path, methods] of Object.entries(document.paths))
  for (const [method, { operationId }] of Object.entries(methods))
    operations[operationId] = [method.toUpperCase(), path];
const types = astToString(await openapiTS(document));
await put('apps/web/src/api/generated/schema.d.ts', `// Made by npm run api.\n${types}`);
await put(
  'apps/web/src/api/generated/operations.ts',
  `// Made by npm run api.\n\n/** Every operation of the API: its method and its path. */\nexport const OPERATIONS = ${JSON.stringify(operations)} as const;\n`,
);
if (stale > 0) process.exit(1);
console.log(`${Object.keys(operations).length} operations are described.`);
process.exit(0);
