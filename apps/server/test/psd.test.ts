import { writePsd } from 'ag-psd';
import { call, inProduction } from './server-under-test';

const { server, ask, production } = inProduction('Neap');

test('a PSD comes with its effects drawn; a shadow is a row of its own, and what the file shows differs in nothing', async () => {
  const square = (x: number, y: number, side: number, rgb: number[]) => {
    const data = new Uint8ClampedArray(side * side * 4);
    for (let i = 0; i < data.length; i += 4) data.set([...rgb, 255], i);
    return { left: x, top: y, imageData: { width: side, height: side, data } };
  };
  const solid = { enabled: true, blendMode: 'normal' as const, opacity: 1 };
  const px = (value: number) => ({ units: 'Pixels' as const, value });
  const merged = new Uint8ClampedArray(120 * 160 * 4);
  const fill = (x0: number, y0: number, side: number, rgb: number[]) => {
    for (let y = y0; y < y0 + side; y++)
      for (let x = x0; x < x0 + side; x++) merged.set([...rgb, 255], (y * 120 + x) * 4);
  };
  // What a program that knows these effects leaves: a hard shadow 10 px to the right, and the coat dyed green.
  fill(40, 40, 60, [20, 20, 30]);
  fill(30, 40, 60, [40, 160, 60]);
  fill(50, 10, 24, [236, 182, 150]);
  const file = writePsd({
    width: 120,
    height: 160,
    imageData: { width: 120, height: 160, data: merged },
    children: [
      {
        name: 'torso',
        ...square(30, 40, 60, [200, 40, 40]),
        effects: {
          dropShadow: [
            { ...solid, color: { r: 20, g: 20, b: 30 }, angle: 180, distance: px(10), size: px(0), choke: px(0) },
          ],
          solidFill: [{ ...solid, color: { r: 40, g: 160, b: 60 } }],
        },
      },
      { name: 'head', ...square(50, 10, 24, [236, 182, 150]) },
    ],
  });
  const form = new FormData();
  form.append('name', 'Effects');
  form.append('design', new Blob([file]), 'effects.psd');
  const { doc } = await ask('POST', `/productions/${production()}/characters`, form);
  const [{ brought, id: view }] = doc.views;
  expect(brought?.differs).toBe(0);
  expect(brought?.notes.join(' ')).toMatch(/torso: its colour overlay, drop shadow were drawn/);
  expect(brought?.layers?.map((l) => [l.path.join(' / '), l.role, l.tokens?.group])).toEqual([
    ['torso / drop shadow', 'shade', 'torso'],
    ['torso', 'fill', 'torso'],
    ['head', 'fill', 'head'],
  ]);
  const layers = (brought?.layers ?? []).map(({ role, tokens: t }) => ({
    role,
    tokens: t && { group: t.group, part: t.part, side: t.side },
  }));
  const sorted = await ask('POST', `/views/${view}/sort`, { layers, keepApart: false });
  const row = sorted.doc.parts.find((p) => p.group === 'torso');
  const torso = sorted.doc.pieces.find((p) => p.partId === row?.id);
  expect(torso?.face.area).toBe(60 * 70);
  const { body } = await call<{ checks: { id: string; figure: number }[] }>(server, 'GET', `/views/${view}/checks`);
  expect(body.checks.filter((c) => ['rest-match', 'offcuts'].includes(c.id)).map((c) => c.figure)).toEqual([0, 0]);
});
