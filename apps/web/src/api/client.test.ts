import { ApiError, actorMark, blobUrl, call, eventsUrl, packageUrl, smallerUrl } from './client';

const sent: Request[] = [];
let reply: () => Response | Promise<Response>;
const kept = new Map<string, string>();

jest.mock('openapi-fetch', () => {
  const real = jest.requireActual<typeof import('openapi-fetch')>('openapi-fetch');
  // Node has no page whose address stands before a path.
  return {
    __esModule: true,
    ...real,
    default: (options: object) =>
      real.default({
        ...options,
        baseUrl: 'http://bench.test',
        fetch: (request: Request) => {
          sent.push(request);
          return Promise.resolve().then(() => reply());
        },
      }),
  };
});

const json = (body: unknown, status = 200) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

beforeAll(() => {
  Object.assign(globalThis, {
    localStorage: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => kept.set(key, value),
    },
  });
});
beforeEach(() => (sent.length = 0));

test('an operation is asked at its address, with whose browser asks', async () => {
  reply = () => json({ revision: 7 });
  await expect(call('joints.change', 'j 1', { radius: 12 })).resolves.toEqual({ revision: 7 });
  const [request] = sent;
  expect(request.method).toBe('PATCH');
  expect(new URL(request.url).pathname).toMatch(/\/joints\/j%201$/);
  expect(request.headers.get('x-actor')).toBe(actorMark());
  expect(await request.json()).toEqual({ radius: 12 });
});

test('a file goes as a form, and not as JSON', async () => {
  reply = () => json({ doc: {} }, 201);
  const form = new FormData();
  form.append('name', 'Lark');
  form.append('design', new Blob(['…']), 'lark.png');
  await call('cast.create', 'p', form);
  expect(sent[0].headers.get('content-type')).toMatch(/^multipart\/form-data; boundary=/);
  expect((await sent[0].formData()).get('name')).toBe('Lark');
});

test('this browser keeps its mark', () => {
  const mark = actorMark();
  expect(mark).toMatch(/^[0-9a-f-]{36}$/);
  expect(actorMark()).toBe(mark);
});

test('a refusal is a sentence, with what would mend it and where', async () => {
  reply = () =>
    json(
      { code: 'no-border', sentence: 'The two do not touch.', remedy: 'Pick two that do.', place: { x: 1, y: 2 } },
      422,
    );
  const refusal = await call('joints.place', 'v', { pieceId: 'a', otherId: 'b' }).catch((error: unknown) => error);
  expect(refusal).toBeInstanceOf(ApiError);
  expect(refusal).toMatchObject({
    status: 422,
    code: 'no-border',
    message: 'The two do not touch.',
    remedy: 'Pick two that do.',
    place: { x: 1, y: 2 },
  });
});

test.each([
  ['a proxy’s page', () => new Response('<html>', { status: 502 })],
  ['an empty answer', () => json({}, 500)],
])('%s is still a sentence', async (_, answered) => {
  reply = answered;
  const refusal = await call('cast.state', 'c').catch((error: unknown) => error);
  expect(refusal).toMatchObject({ code: 'http', sentence: 'The server gave no answer that makes sense.' });
});

test('a server that does not answer is told, and a stop is a stop', async () => {
  reply = () => Promise.reject(new TypeError('fetch failed'));
  await expect(call('cast.state', 'c')).rejects.toMatchObject({ status: 0, code: 'offline' });
  const stop = new AbortController();
  reply = () => {
    stop.abort();
    return Promise.reject(new DOMException('stopped', 'AbortError'));
  };
  await expect(call('cast.state', 'c', undefined, stop.signal)).rejects.toMatchObject({ name: 'AbortError' });
});

test('addresses of pictures, events and packages', () => {
  expect(blobUrl('sha')).toBe('/api/blobs/sha');
  expect(blobUrl('sha', 160)).toBe('/api/blobs/sha?width=160');
  expect(smallerUrl('sha', 2, -3, 4)).toBe('/api/blobs/sha?by=2&x=-3&y=4');
  expect(eventsUrl('c')).toContain('/characters/c/');
  expect(packageUrl('h')).toContain('/h/');
});
