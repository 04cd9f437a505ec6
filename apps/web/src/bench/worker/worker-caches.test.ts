import type { CharacterDoc } from '@limber-sheaf/core';
import { encodePng } from '@limber-sheaf/formats';
import { held, holding } from './held';
import { artOf, picture } from './pictures';

const SHA = (n: number) => n.toString(16).padStart(64, '0');
const png = (grey: number) => encodePng({ width: 1, height: 1, data: Uint8Array.of(grey, grey, grey, 255) });

/** The server's pictures: blob n is one pixel of grey n. Counts how often each was asked for. */
function serve(fails: () => boolean = () => false, file?: Uint8Array): Map<string, number> {
  const asked = new Map<string, number>();
  global.fetch = ((url: string) => {
    const blob = url.split('/').at(-1) as string;
    asked.set(blob, (asked.get(blob) ?? 0) + 1);
    if (fails()) return Promise.reject(new Error('gone'));
    return Promise.resolve(new Response(new Uint8Array(file ?? png(parseInt(blob, 16) & 255)).buffer));
  }) as typeof fetch;
  return asked;
}

test('a state is held under its key until six newer ones have come', () => {
  const state = (n: number) => ({ doc: { n } as unknown as CharacterDoc, sheets: {} });
  for (let key = 1; key <= 6; key++) holding.hold(key, state(key));
  expect(held(1).doc).toEqual({ n: 1 });
  holding.hold(7, state(7));
  expect(() => held(1)).toThrow('no longer held');
  expect(held(2).doc).toEqual({ n: 2 });
});

test('a picture is fetched and decoded once, however many ask at once', async () => {
  const asked = serve();
  const all = await Promise.all([picture(SHA(7)), picture(SHA(7)), picture(SHA(7))]);
  expect(all.map((p) => p.data[0])).toEqual([7, 7, 7]);
  expect(asked.get(SHA(7))).toBe(1);
});

test('a picture that could not be had is asked for again', async () => {
  let down = true;
  const asked = serve(() => down);
  await expect(picture(SHA(8))).rejects.toThrow('gone');
  down = false;
  expect((await picture(SHA(8))).data[0]).toBe(8);
  expect(asked.get(SHA(8))).toBe(2);
});

test('of large pictures those not asked for the longest are let go, so that memory has an end', async () => {
  // 30 MB each, of which three fit.
  const large = encodePng({ width: 2740, height: 2740, data: new Uint8Array(2740 * 2740 * 4) });
  const asked = serve(() => false, large);
  for (const n of [1, 2, 3, 1, 4]) await picture(SHA(1000 + n));
  await picture(SHA(1001));
  await picture(SHA(1004));
  await picture(SHA(1002));
  expect([1, 2, 3, 4].map((n) => asked.get(SHA(1000 + n)))).toEqual([1, 2, 1, 1]);
});

test('small pictures stay, however many came after them', async () => {
  const asked = serve();
  for (let n = 2000; n < 2400; n++) await picture(SHA(n));
  await picture(SHA(2000));
  expect(asked.get(SHA(2000))).toBe(1);
});

test('a view’s art is its pieces’ sheets at their places; bare, their faces alone', async () => {
  serve();
  const ref = (n: number, x: number) => ({ blob: SHA(n), x, y: 2, width: 1, height: 1, area: 1 });
  const doc = {
    views: [{ id: 'v', designBlob: SHA(20) }],
    pieces: [
      { id: 'p', viewId: 'v', face: ref(21, 5) },
      { id: 'elsewhere', viewId: 'w', face: ref(22, 5) },
    ],
  } as unknown as CharacterDoc;
  const sheets = { p: { overlap: null, under: ref(23, 9), clean: null, line: null } };
  holding.hold(50, { doc, sheets } as never);
  const art = await artOf(50, 'v');
  expect([...art.pieces.keys()]).toEqual(['p']);
  expect(art.design.data[0]).toBe(20);
  expect(art.pieces.get('p')).toMatchObject({ face: { x: 5, y: 2 }, under: { x: 9, y: 2 }, overlap: null });
  expect((await artOf(50, 'v', true)).pieces.get('p')).toMatchObject({ face: { x: 5 }, under: null });
  await expect(artOf(50, 'nowhere')).rejects.toThrow('no such view');
});
