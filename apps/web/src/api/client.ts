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

/** Sends a request to the API. @throws ApiError with a sentence for the user */
export async function request<T>(method: string, path: string, body?: object | FormData): Promise<T> {
  const headers: Record<string, string> = { 'x-actor': actorMark() };
  if (body && !(body instanceof FormData)) headers['content-type'] = 'application/json';
  let answer: Response;
  try {
    answer = await fetch(`/api${path}`, {
      method,
      headers,
      body: body instanceof FormData ? body : body && JSON.stringify(body),
    });
  } catch {
    throw new ApiError(
      0,
      'offline',
      'The server does not answer. Nothing was changed; it will go on when the server is back.',
    );
  }
  const value = (await answer.json().catch(() => null)) as (T & Partial<ApiError>) | null;
  if (answer.ok && value !== null) return value;
  throw new ApiError(
    answer.status,
    value?.code ?? 'http',
    value?.sentence ?? 'The server gave no answer that makes sense.',
    value?.remedy,
    value?.place,
  );
}

/** For SWR: a key is a path. */
export const fetcher = <T>(path: string): Promise<T> => request<T>('GET', path);

/** The address of a picture; `width` asks for a small one. */
export function blobUrl(sha256: string, width?: number): string {
  return `/api/blobs/${sha256}${width ? `?width=${width}` : ''}`;
}
