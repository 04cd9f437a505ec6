import { Ajv2020 } from 'ajv/dist/2020.js';
import { RIG_SCHEMA } from './rig-schema.js';

let validate: ReturnType<Ajv2020['compile']> | null = null;

/** What is wrong with a manifest by its schema; empty for a good one. */
export function rigFaults(rig: unknown): string[] {
  validate ??= new Ajv2020({ allErrors: true, formats: { uuid: true, 'date-time': true } }).compile(RIG_SCHEMA);
  if (validate(rig)) return [];
  return (validate.errors ?? []).map((error) => `${error.instancePath || '/'} ${error.message ?? ''}`);
}
