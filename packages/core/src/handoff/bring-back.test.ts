import { createPlaced, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { compareBitmaps } from '../raster/compare.js';
import { composite } from '../raster/composite.js';
import { pieceImages } from '../document/view-art.js';
import { drawLimb } from '../testing/limbs.js';
import { jointedLimb, withRounding } from '../testing/jointed.js';
import { matchBack, type NamedPicture } from './match-back.js';
import { takeBack } from '../document/take-back.js';

const picture = (name: string, more: Partial<NamedPicture> = {}): NamedPicture => ({
  name,
  path: [name],
  visible: true,
  ...more,
});
const now = new Map([
  ['arm_A_upper', 'u'],
  ['arm_A_lower', 'l'],
  ['head', 'h'],
]);
const before = new Map([
  ['arm_A_upper', 'u'],
  ['forearm A', 'l'],
  ['belt', 'gone'],
]);
const ids = (pictures: NamedPicture[]) =>
  matchBack(pictures, [now, before], ['pivot marks']).map((match) =>
    match.kind === 'piece' ? `${match.pieceId} ${match.role}${match.renamed ? ' renamed' : ''}` : match.reason,
  );

test('pictures come back to their pieces by name, as it is, as it was, and however it is written', () => {
  expect(ids([picture('arm_A_upper'), picture('Forearm-A'), picture('HEAD')])).toEqual([
    'u whole',
    'l whole renamed',
    'h whole',
  ]);
  expect(ids([picture('head_line'), picture('head_shade'), picture('head')])).toEqual(['h line', 'h shade', 'h whole']);
});

test('what cannot be told is left with its reason: twice the same, hidden, gone, unknown; marks are passed over', () => {
  expect(ids([picture('head'), picture('head'), picture('belt'), picture('moustache')])).toEqual([
    'Two are named head: none of them is taken.',
    'Two are named head: none of them is taken.',
    'belt is no piece of this view.',
    'moustache is no piece of this view.',
  ]);
  expect(ids([picture('head', { visible: false })])).toEqual(['head is hidden in the file.']);
  expect(ids([picture('head', { path: ['pivot marks', 'head'] })])).toEqual([null]);
  expect(ids([picture('arm_A_lower'), picture('forearm A')])[0]).toMatch(/means a piece/);
});

const limb = drawLimb({ width: 60, angle: 0, line: 5 });
const { doc, art: raw } = jointedLimb(limb);
const art = withRounding(doc, raw);
const [front, back] = [...doc.pieces].sort((a, b) => b.depth - a.depth).map(({ id }) => id);
const imageOf = (id: string) => {
  const found = pieceImages(doc, 'v', art).find((one) => one.id === id);
  if (!found) throw new Error('no image');
  return found.image;
};

/** An image with the pixels that a rule names in another colour. */
function painted(image: PlacedBitmap, word: number, where: (x: number, y: number, old: number) => boolean) {
  const out = { ...image, data: image.data.slice() };
  const words = wordsOf(out);
  for (let i = 0; i < words.length; i++)
    if (where(image.x + (i % image.width), image.y + Math.floor(i / image.width), words[i])) words[i] = word;
  return out;
}
const GREEN = 0xff30c040;
const isSolid = (_x: number, _y: number, old: number) => old >>> 24 === 255;
const restOf = (pictures: readonly PlacedBitmap[]) => composite(art.design.width, art.design.height, pictures);

test('what came back as it left changes nothing', () => {
  const same = takeBack({ doc, viewId: 'v', art }, new Map([[front, imageOf(front)]]), true);
  expect(same.design).toBeNull();
  expect(same.left).toBe(0);
  expect(same.pieces.get(front)).toMatchObject({ shown: 0, hidden: 0 });
});

test('paint where a piece is hidden is its own beneath; what would be seen is left until the design may change', () => {
  const repainted = painted(imageOf(back), GREEN, isSolid);
  const kept = takeBack({ doc, viewId: 'v', art }, new Map([[back, repainted]]), false);
  const sheets = kept.pieces.get(back);
  expect(kept.design).toBeNull();
  expect(kept.left).toBeGreaterThan(1000);
  expect(sheets?.face).toBe(art.pieces.get(back)?.face);
  // The rounded end beneath the piece in front.
  expect(sheets?.hidden).toBeGreaterThan(200);
  const beneath = sheets?.beneath ?? createPlaced(art.design);
  expect(wordsOf(beneath).filter((word) => word === GREEN)).toHaveLength(sheets?.hidden ?? 0);
});

test('where the design may change it becomes what the repainted pieces show, and faces share it out without a rest', () => {
  const repainted = painted(imageOf(front), GREEN, isSolid);
  const taken = takeBack({ doc, viewId: 'v', art }, new Map([[front, repainted]]), true);
  const design = taken.design;
  if (!design) throw new Error('no design');
  const wanted = restOf(pieceImages(doc, 'v', art).map(({ id, image }) => (id === front ? repainted : image)));
  expect(compareBitmaps(design, wanted).largest).toBeLessThanOrEqual(1);
  const faces = [...art.pieces].map(([id, { face }]) => taken.pieces.get(id)?.face ?? face);
  const sharedOut = restOf(faces.filter((face): face is PlacedBitmap => face !== null));
  expect(compareBitmaps(sharedOut, design)).toMatchObject({ differing: 0 });
  // No pixel is in two faces.
  const owners = new Uint8Array(design.width * design.height);
  for (const face of faces)
    if (face)
      wordsOf(face).forEach((word, i) => {
        if (word >>> 24 > 0) owners[(face.y + Math.floor(i / face.width)) * design.width + face.x + (i % face.width)]++;
      });
  expect(Math.max(...new Set(owners))).toBe(1);
});

test('a piece that grew and shrank gives the design its new outline, and what lies behind shows where it is gone', () => {
  const whole = imageOf(front);
  const grown = createPlaced(art.design);
  const words = wordsOf(grown);
  wordsOf(restOf([whole])).forEach((word, i) => (words[i] = word));
  // A blot beside the limb, and a bite out of its middle.
  const blot = (x: number, y: number) => y * grown.width + x;
  for (let y = 4; y < 12; y++) for (let x = 4; x < 12; x++) words[blot(x, y)] = GREEN;
  const bite = { x: Math.round(whole.x + whole.width / 2), y: Math.round(whole.y + whole.height / 2) };
  for (let y = 0; y < 6; y++) for (let x = 0; x < 6; x++) words[blot(bite.x + x, bite.y + y)] = 0;
  const taken = takeBack({ doc, viewId: 'v', art }, new Map([[front, grown]]), true);
  const design = wordsOf(taken.design ?? art.design);
  expect(design[blot(6, 6)]).toBe(GREEN);
  const behind = wordsOf(restOf([imageOf(back)]))[blot(bite.x + 2, bite.y + 2)];
  expect(design[blot(bite.x + 2, bite.y + 2)]).toBe(behind);
  const face = taken.pieces.get(front)?.face;
  expect(face && [face.x, face.y]).toEqual([4, 4]);
});
