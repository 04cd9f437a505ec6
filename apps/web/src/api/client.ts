import createClient from 'openapi-fetch';
import { OPERATIONS } from './generated/operations';
import type { operations, paths } from './generated/schema';
import type { CharacterState } from './types';

/** What the API answers with where it refuses. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly sentence: string,
    readonly remedy?: string,
    readonly place?: { x: number; y: number },
  ) {
    super(sentence);
    this.name = 'ApiError';
  }
}

const ACTOR_KEY = 'limber-sheaf.actor';

/** This browser's mark: whose edits undo takes back. */
export function actorMark(): string {
  let mark = localStorage.getItem(ACTOR_KEY);
  if (!mark) {
    mark = crypto.randomUUID();
    localStorage.setItem(ACTOR_KEY, mark);
  }
  return mark;
}

/** An operation of the API, by its name: `cut.trace`. */
export type Operation = keyof typeof OPERATIONS & keyof operations;

type Json<C> = C extends { content: { 'application/json': infer T } } ? T : never;
type Answered<O extends Operation> = operations[O]['responses'] extends infer R
  ? Json<R[keyof R & (200 | 201)]>
  : never;

/** What an operation answers with. A character's state has the core's own rows. */
export type AnswerOf<O extends Operation> =
  Answered<O> extends { doc: unknown; undo: unknown } ? CharacterState : Answered<O>;

/** Lists may be read only where they are sent. */
type Sent<T> = T extends readonly (infer E)[]
  ? readonly Sent<E>[]
  : T extends object
    ? { [K in keyof T]: Sent<T[K]> }
    : T;

/** What an operation takes. */
export type BodyOf<O extends Operation> = operations[O] extends { requestBody?: infer B }
  ? Sent<Json<NonNullable<B>>>
  : never;

/** The operations that change a character and answer with its new state. */
export type EditOperation = {
  [O in Operation]: AnswerOf<O> extends CharacterState ? O : never;
}[Operation];

const client = createClient<paths>({ baseUrl: '/' });

/**
 * Asks the API for an operation.
 * @param id what stands for `{id}` in its path; empty where it has none
 * @param signal stops it; the server stops as well
 * @throws ApiError with a sentence for the user; AbortError where it was stopped
 */
export async function call<O extends Operation>(
  operation: O,
  id: string,
  body?: BodyOf<O> | FormData,
  signal?: AbortSignal,
): Promise<AnswerOf<O>> {
  const [method, path] = OPERATIONS[operation];
  const form = body instanceof FormData;
  const asked = {
    params: { path: { id } },
    headers: { 'x-actor': actorMark() },
    body,
    signal,
    ...(form ? { bodySerializer: (data: FormData) => data } : {}),
  };
  // The types of one operation at a time stand above; here any of them goes the same way.
  const send = client.request as unknown as (method: string, path: string, asked: object) => Promise<Told>;
  let told: Told;
  try {
    told = await send(method.toLowerCase(), path, asked);
  } catch (failure) {
    if (signal?.aborted) throw failure;
    throw new ApiError(
      0,
      'offline',
      'The server does not answer. Nothing was changed; it will go on when the server is back.',
    );
  }
  if (told.data !== undefined) return told.data as AnswerOf<O>;
  const { code, sentence, remedy, place } = told.error ?? {};
  throw new ApiError(
    told.response.status,
    code ?? 'http',
    sentence ?? 'The server gave no answer that makes sense.',
    remedy,
    place,
  );
}

interface Told {
  data?: unknown;
  error?: Partial<ApiError>;
  response: Response;
}

/** The address of a character's events. */
export const eventsUrl = (id: string) => OPERATIONS['events.stream'][1].replace('{id}', id);

/** The address of a finished package. */
export const packageUrl = (id: string) => OPERATIONS['handOff.download'][1].replace('{id}', id);

/** The address of a version's page for whoever rigs. */
export const sheetUrl = (id: string) => OPERATIONS['handOff.sheet'][1].replace('{id}', id);

/** The address of a note of what in a character's poses will make separating hard. */
export const poseNoteUrl = (id: string) => OPERATIONS['turns.note'][1].replace('{id}', id);

/** The address of a production's line-up. */
export const lineUpUrl = (id: string) => OPERATIONS['cast.lineUp'][1].replace('{id}', id);

/** The address of a picture; `width` asks for a small one. */
export function blobUrl(sha256: string, width?: number): string {
  return `${OPERATIONS['blob.get'][1].replace('{sha256}', sha256)}${width ? `?width=${width}` : ''}`;
}

/** The address of a picture made smaller by a whole number, on the canvas's grid; where it lies on it, px. */
export function smallerUrl(sha256: string, by: number, x: number, y: number): string {
  return `${blobUrl(sha256)}?by=${by}&x=${x}&y=${y}`;
}
