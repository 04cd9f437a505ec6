import { KNOWN_PARTS } from '../../plan/known-parts.js';
import { TROUPE, drawMember } from '../../testing/troupe/index.js';
import { proposeParts } from './propose-parts.js';
import { writeFileSync } from 'node:fs';
import sharp from 'sharp';
jest.setTimeout(60000);
test('f', async () => {
  const tiles: sharp.OverlayOptions[] = [];
  let n = 0;
  for (const make of TROUPE) {
    const m = make();
    if (process.env.WHO && !process.env.WHO.split(',').includes(m.name)) continue;
    const { design, masks } = drawMember(m);
    const addresses = [...masks.keys()];
    const parts = KNOWN_PARTS.filter((p) => addresses.includes(`${p.group}/${p.part ?? ''}/${p.side ?? ''}`));
    const { labels, shapes } = proposeParts(design, parts);
    const hue = (k: number) => {
      const h = (k * 0.618034) % 1;
      const f = (o: number) => Math.round(255 * Math.max(0, Math.min(1, Math.abs(((h * 6 + o) % 6) - 3) - 1)));
      return [f(0), f(4), f(2)];
    };
    const truth = new Int16Array(labels.length).fill(-1);
    [...masks.values()].forEach((k, a) => {
      for (let y = 0; y < k.height; y++)
        for (let x = 0; x < k.width; x++)
          if (k.data[y * k.width + x] > 127)
            truth[(y + k.y) * design.width + x + k.x] = addresses.findIndex((q) => masks.get(q) === k);
    });
    const paint = (of: (i: number) => number) => {
      const d = Buffer.alloc(labels.length * 4);
      for (let i = 0; i < labels.length; i++) {
        const k = of(i);
        if (k === -2) continue;
        const c = k < 0 ? [200, 200, 200] : hue(k + 1);
        d.set([...c, 255], i * 4);
      }
      return sharp(d, { raw: { width: design.width, height: design.height, channels: 4 } })
        .resize({ width: 300, height: 340, fit: 'inside' })
        .png()
        .toBuffer();
    };
    const partAddress = (p: number) =>
      addresses.indexOf(`${parts[p].group}/${parts[p].part ?? ''}/${parts[p].side ?? ''}`);
    const a = await paint((i) => (design.data[4 * i + 3] === 0 ? -2 : truth[i]));
    const b = await paint((i) =>
      labels[i] === 0
        ? -2
        : shapes[labels[i] - 1].part === null
          ? -1
          : partAddress(shapes[labels[i] - 1].part as number),
    );
    tiles.push(
      { input: a, left: (n % 3) * 620, top: Math.floor(n / 3) * 345 },
      { input: b, left: (n % 3) * 620 + 305, top: Math.floor(n / 3) * 345 },
    );
    n++;
  }
  writeFileSync(
    '/tmp/look.png',
    await sharp({ create: { width: 1860, height: 345 * Math.ceil(n / 3), channels: 4, background: '#fff' } })
      .composite(tiles)
      .png()
      .toBuffer(),
  );
});
