import { LimberError } from '@limber-sheaf/core';
import { decodePng, encodePng } from '@limber-sheaf/formats';

/** A picture with colours that hardly show, or not at all. */
const PICTURE = { width: 3, height: 2, data: Uint8Array.from({ length: 24 }, (_, i) => (i * 97) % 256) };
const FILE = new Uint8Array(encodePng(PICTURE)).buffer;

/** Puts a browser's decoder in place that gives pixels as `change` leaves them; counts what it was asked for, and what is open. */
function browserWith(format: string, change: (bgra: Uint8Array) => void = () => {}) {
  const count = { asked: 0, open: 0, most: 0, frames: 0 };
  class Decoder {
    constructor(private readonly init: { data: ArrayBuffer }) {
      count.most = Math.max(count.most, ++count.open);
    }
    decode() {
      count.asked++;
      const { width, height, data } = decodePng(new Uint8Array(this.init.data));
      const pixels = data.slice();
      if (format === 'BGRA')
        for (let i = 0; i < pixels.length; i += 4) [pixels[i], pixels[i + 2]] = [pixels[i + 2], pixels[i]];
      const copyTo = async (to: Uint8Array) => {
        await Promise.resolve();
        change(pixels);
        to.set(pixels);
      };
      count.frames++;
      const close = () => void count.frames--;
      return Promise.resolve({ image: { codedWidth: width, codedHeight: height, format, copyTo, close } });
    }
    close() {
      count.open--;
    }
  }
  Object.assign(globalThis, { ImageDecoder: Decoder });
  return count;
}

/** Decodes as a page that has just been opened. */
async function decodeFresh(bytes: ArrayBuffer) {
  jest.resetModules();
  return (await import('./decode-picture')).decodePicture(bytes);
}

afterEach(() => void Reflect.deleteProperty(globalThis, 'ImageDecoder'));

test('a browser’s own decoder is asked, whichever way round it keeps its colours', async () => {
  for (const format of ['RGBA', 'BGRA']) {
    const browser = browserWith(format);
    expect(await decodeFresh(FILE)).toEqual(PICTURE);
    // The picture that shows whether it keeps all values, and this one.
    expect(browser.asked).toBe(2);
  }
});

test('one that rounds colours by their alpha, or keeps them in planes, or is not there, is done without', async () => {
  const rounds = browserWith('BGRA', (pixels) => {
    for (let i = 0; i < pixels.length; i++) if (i % 4 < 3 && pixels[i | 3] === 0) pixels[i] = 0;
  });
  expect(await decodeFresh(FILE)).toEqual(PICTURE);
  expect(rounds.asked).toBe(1);
  browserWith('I420');
  expect(await decodeFresh(FILE)).toEqual(PICTURE);
  Reflect.deleteProperty(globalThis, 'ImageDecoder');
  expect(await decodeFresh(FILE)).toEqual(PICTURE);
});

test('pictures are decoded one after the other, and one that fails holds up no other', async () => {
  const browser = browserWith('RGBA');
  jest.resetModules();
  const { decodePicture } = await import('./decode-picture');
  const files = [FILE, FILE.slice(0, 60), FILE, FILE];
  const all = await Promise.allSettled(files.map(decodePicture));
  expect(all.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled', 'fulfilled']);
  expect(browser.most).toBe(1);
});

test('a frame is let go, whether its pixels could be had or not', async () => {
  let copies = 0;
  // Its first copy shows that it keeps all values; the second fails.
  const browser = browserWith('RGBA', () => {
    if (++copies > 1) throw new Error('no room');
  });
  expect(await decodeFresh(FILE)).toEqual(PICTURE);
  expect([copies, browser.frames]).toEqual([2, 0]);
});

test('a file that the browser cannot read is refused in words', async () => {
  browserWith('RGBA');
  const refused = await decodeFresh(FILE.slice(0, 60)).catch((error: unknown) => error);
  expect((refused as LimberError).code).toBe('damaged-file');
});
