import { LimberError } from '../errors.js';
import { LONGEST_NAME, nameFor, type NameTokens, type NamingScheme } from '../document/naming.js';

/** Words that no common system takes as a file name, or that a package keeps for itself. */
const RESERVED = new Set([
  'design',
  'finish',
  'uncut',
  'con',
  'prn',
  'aux',
  'nul',
  ...[1, 2, 3, 4, 5, 6, 7, 8, 9].flatMap((n) => [`com${n}`, `lpt${n}`]),
]);

/** What is wrong with a name. */
export interface NameFault {
  /** Index of the part in the list given. */
  at: number;
  name: string;
  fault: 'empty' | 'duplicate' | 'reserved' | 'unsafe' | 'too-long';
  sentence: string;
}

/**
 * Checks the names of one view's pieces: unique (also where letter case does not count), safe as file names
 * on every common system, not reserved, not too long.
 */
export function checkNames(parts: readonly NameTokens[], scheme: NamingScheme): NameFault[] {
  const faults: NameFault[] = [];
  const seen = new Map<string, string>();
  parts.forEach((part, at) => {
    const name = nameFor(part, scheme);
    const add = (fault: NameFault['fault'], sentence: string) => faults.push({ at, name, fault, sentence });
    if (name === '') return add('empty', 'A piece has no name. Give it one from the list, or type your own.');
    if (name.length > LONGEST_NAME)
      add('too-long', `The name ${name.slice(0, 24)}… is longer than ${LONGEST_NAME} characters.`);
    if (RESERVED.has(name.toLowerCase())) add('reserved', `The name ${name} is kept for other uses. Choose another.`);
    if (!/^[A-Za-z0-9][A-Za-z0-9 _-]*$/.test(name))
      add('unsafe', `The name ${name} has characters that not every system takes in a file name.`);
    const twin = seen.get(name.toLowerCase());
    if (twin !== undefined) add('duplicate', `Two pieces are named ${name}. Number them, or rename one.`);
    seen.set(name.toLowerCase(), name);
  });
  return faults;
}

/** Refuses tokens whose name no file system or rig could keep. @throws LimberError `bad-name` */
export function refuseBadName(tokens: NameTokens, scheme: NamingScheme): void {
  const [fault] = checkNames([tokens], scheme);
  if (fault) throw new LimberError('bad-name', fault.sentence);
}
