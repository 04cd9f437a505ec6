import { readFileSync } from 'node:fs';
import type { INestApplication } from '@nestjs/common';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import { VERSION } from './config.js';

type Schema = Record<string, unknown>;

/** Written by \`npm run api\` from \`answers.ts\`. */
const ANSWERS = new URL('../answers.schema.json', import.meta.url);

interface Operation {
  operationId?: string;
  parameters?: object[];
  responses?: Schema;
}

/** References as OpenAPI writes them. */
const asComponents = <T>(value: T): T =>
  JSON.parse(JSON.stringify(value).replaceAll('#/definitions/', '#/components/schemas/')) as T;

const numbers = () => ({ type: 'array' as const, items: { type: 'number' as const } });

/** A definition's name as a key of OpenAPI's components. */
const isPlain = (name: string) => /^[\w.-]+$/.test(name);

/**
 * Describes the API: bodies from the rules they are validated by, answers from the types they are made of. Operations are
 * named by controller and method: \`cut.trace\`.
 */
export function describeApi(app: INestApplication): OpenAPIObject {
  const config = new DocumentBuilder().setTitle('Limber Sheaf').setVersion(VERSION).build();
  const document = SwaggerModule.createDocument(app, config, {
    operationIdFactory: (controller, method) => {
      const name = controller.replace(/Controller$/, '');
      return `${name[0].toLowerCase()}${name.slice(1)}.${method}`;
    },
  });
  const bodies = validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage as never,
    refPointerPrefix: '#/components/schemas/',
    additionalConverters: {
      isIn: ({ constraints }) => ({ enum: constraints[0] as unknown[] }),
      // What may be left out may mostly be null as well.
      conditionalValidation: () => ({ nullable: true }),
      saw: () => ({ type: 'object', additionalProperties: { type: 'integer' } }),
      points: numbers,
      stroke: numbers,
    },
  }) as Record<string, Schema>;
  const answers = JSON.parse(readFileSync(ANSWERS, 'utf8')) as {
    definitions: Record<string, Schema> & { Answers: { properties: Record<string, Schema> } };
  };
  const { Answers, ...definitions } = answers.definitions;
  const named = Object.entries(definitions).filter(([name]) => isPlain(name));
  const schemas = { ...document.components?.schemas, ...bodies, ...asComponents(Object.fromEntries(named)) };
  document.components = { ...document.components, schemas: schemas };
  for (const [address, path] of Object.entries(document.paths))
    for (const operation of Object.values(path as Record<string, Operation>)) {
      if (!operation.operationId) continue;
      const names = [...address.matchAll(/\{(\w+)\}/g)].map(([, name]) => name);
      operation.parameters = names.map((name) => ({ name, in: 'path', required: true, schema: { type: 'string' } }));
      const schema = Answers.properties[operation.operationId] ?? Answers.properties.usual;
      for (const status of ['200', '201'])
        if (operation.responses?.[status])
          operation.responses[status] = {
            description: '',
            content: { 'application/json': { schema: asComponents(schema) } },
          };
    }
  return document;
}
