import { drawOrder, inFrontOf } from '../document/family.js';
import { applyDiff } from '../document/diff.js';
import { compareAtRest } from '../cut/rest-match.js';
import { withDerived } from '../joints/derive-sheets.js';
import { fitAllJoints } from '../joints/place-fitted.js';
import { colourDistance, type Rgb } from '../raster/colour.js';
import { linelessRim } from '../joints/round-joint.js';
import { usualLine } from '../joints/usual-line.js';
import { TROUPE, drawWhole, onTheBench, type Member } from '../testing/troupe/index.js';
import { cellsOf, cellsOfMask, type Cells } from './cells.js';
import { comingIntoView } from './coming-into-view.js';
import { bareOfPiece } from './bare-of-piece.js';
import { bareIn, findBare, placesOf } from './find-bare.js';
import { proposeUnder, viewUnder } from './propose-under.js';
import { composePiece } from '../document/compose-piece.js';
import { paintBeneath } from './under-edits.js';
import { isCovered } from './ring-cover.js';
import type { PieceId, SheetRef } from '../document/rows.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { uniteMasks } from '../raster/mask.js';

/** A piece's hidden places that come into view, px: how many are truly its own, proposed to be, and both; and the paint. */
interface Outcome {
  who: string;
  truth: number;
  made: number;
  both: number;
  /** The mean distance (OKLab × 100) of proposed paint from the true one, line left out; NaN where too little is painted. */
  paint: number;
}

/** Less than this, px, comes into view at most as a rim. */
const LEAST = 120;
/** Nearer to the line's colour than this, a pixel is line. */
const LINE = 20;

function judge(member: Member) {
  let n = 0;
  const raw = onTheBench(member);
  const doc = applyDiff(raw.doc, fitAllJoints(raw.doc, 'v', raw.art, () => `joint ${n++}`).diff);
  const art = withDerived(doc, 'v', raw.art);
  const { design } = art;
  const under = viewUnder(doc, 'v', art);
  const proposals = new Map(doc.pieces.map(({ id }) => [id, proposeUnder(doc, id, art, under)]));
  const wholes = new Map(doc.pieces.map(({ id }) => [id, drawWhole(member, id)]));
  const made = new Map(doc.pieces.map(({ id }) => [id, cellsOfMask(under.shapes.get(id)?.hidden ?? null, design)]));
  const outcomes = doc.pieces.flatMap(({ id }): Outcome[] => {
    const whole = wholes.get(id) as PlacedBitmap;
    const own = made.get(id) as Cells;
    const [face, truth] = [art.pieces.get(id)?.face ?? null, whole].map((picture) => [cellsOf(picture, design)]);
    const index = drawOrder(doc, 'v').findIndex((piece) => piece.id === id);
    const { shows } = comingIntoView(doc, 'v', art, index, united(truth[0], own));
    // The outline of a rounded end is the other piece's where that carries it: what shows there is that, and nobody's hidden paint.
    const rims = doc.joints.flatMap((joint) => {
      if (!joint.rounded || (joint.childId !== id && joint.parentId !== id)) return [];
      const inFront = (inFrontOf(doc, joint) === 'child') === (joint.childId === id);
      return [{ ...joint, shrink: linelessRim(joint, inFront) }];
    });
    const isOthersRim = (px: number, py: number) =>
      rims.some(({ x, y, radius, shrink }) => {
        const far = Math.hypot(px - x, py - y);
        return far > radius - shrink && far <= radius + 1;
      });
    const counts = { truth: 0, made: 0, both: 0 };
    for (const { x, y } of placesOf(shows)) {
      if (isCovered(face, x, y) || isOthersRim(x, y)) continue;
      const [isTruth, isMade] = [isCovered(truth, x, y), isCovered([own], x, y)];
      if (isTruth) counts.truth++;
      if (isMade) counts.made++;
      if (isTruth && isMade) counts.both++;
    }
    if (counts.truth + counts.made - counts.both < LEAST) return [];
    const paint = proposals.get(id)?.paint;
    return [{ who: `${member.name} ${id}`, ...counts, paint: paint ? paintError(paint, whole, design) : NaN }];
  });
  // Every proposal taken: what is left bare, and does it still put together the design?
  const taken = [...proposals].flatMap(([id, made]) => (made ? [[id, made.paint] as const] : []));
  const refs = new Map<PieceId, SheetRef>(
    taken.map(([id, { x, y, width, height }]) => [id, { blob: id, x, y, width, height, area: 1 }]),
  );
  const painted = applyDiff(doc, paintBeneath(doc, refs));
  const pieces = new Map(
    [...raw.art.pieces].map(([id, sheets]) => [id, { ...sheets, beneath: proposals.get(id)?.paint ?? null }]),
  );
  const after = withDerived(painted, 'v', { ...raw.art, pieces });
  const bare = under.intoView.map((one) => bareIn(one, composePiece(art.pieces.get(one.pieceId) ?? NOTHING)));
  const still = drawOrder(painted, 'v').map((_, index) => bareOfPiece(painted, 'v', after, index)?.area ?? 0);
  const sum = (areas: readonly number[]) => areas.reduce((all, one) => all + one, 0);
  return {
    outcomes,
    before: sum(bare),
    after: sum(still),
    listed: findBare(doc, 'v', art, under.intoView).reduce((sum, { area }) => sum + area, 0),
    differing: compareAtRest(painted, 'v', after).differing,
  };
}

/** Cells of either. */
function united(a: Cells, b: Cells): Cells {
  return { ...uniteMasks([a, b]), size: a.size };
}

const NOTHING = { face: null, overlap: null, under: null };

function paintError(paint: PlacedBitmap, whole: PlacedBitmap, design: PlacedBitmap): number {
  const line = usualLine(design);
  let [sum, count] = [0, 0];
  for (let i = 0; i < paint.width * paint.height; i++) {
    const [x, y] = [paint.x + (i % paint.width) - whole.x, paint.y + Math.floor(i / paint.width) - whole.y];
    const at = (y * whole.width + x) * 4;
    if (
      paint.data[i * 4 + 3] === 0 ||
      x < 0 ||
      y < 0 ||
      x >= whole.width ||
      y >= whole.height ||
      whole.data[at + 3] < 255
    )
      continue;
    const [made, truth] = [paint.data.subarray(i * 4), whole.data.subarray(at)].map(([r, g, b]): Rgb => [r, g, b]);
    if ([made, truth].some((colour) => line.width > 0 && colourDistance(colour, line.colour) < LINE)) continue;
    sum += colourDistance(made, truth);
    count++;
  }
  return count < 50 ? NaN : sum / count;
}

// Every other one is enough to notice a change for the worse; the figures are those of all.
const MEMBERS = process.env.FIGURES ? TROUPE : TROUPE.filter((_, i) => i % 2 === 0);
const judged = MEMBERS.map((make) => judge(make()));
const outcomes = judged.flatMap((one) => one.outcomes);
const sorted = (values: readonly number[]) => [...values].sort((a, b) => a - b);
const overlap = sorted(outcomes.map(({ truth, made, both }) => both / (truth + made - both)));
const at = (values: readonly number[], share: number) => values[Math.floor((values.length - 1) * share)];

test('whole shapes are what was truly drawn beneath, as far as it comes into view', () => {
  expect(outcomes.length).toBeGreaterThan(35);
  expect(at(overlap, 0.5)).toBeGreaterThan(0.92);
  expect(at(overlap, 0.1)).toBeGreaterThan(0.7);
});

test('paint beneath is the piece’s own, flat, shaded, striped or dotted', () => {
  const errors = sorted(outcomes.map(({ paint }) => paint).filter(Number.isFinite));
  expect(errors.length).toBeGreaterThan(25);
  expect(errors.reduce((sum, one) => sum + one, 0) / errors.length).toBeLessThan(2);
  expect(at(errors, 0.95)).toBeLessThan(7);
});

test('with every proposal taken next to nothing is left bare, and what shows is still the design', () => {
  const sum = (values: readonly number[]) => values.reduce((all, one) => all + one, 0);
  const [before, after] = [sum(judged.map((one) => one.before)), sum(judged.map((one) => one.after))];
  expect(before).toBeGreaterThan(10_000);
  expect(after).toBeLessThan(0.02 * before);
  expect(judged.map(({ differing }) => differing)).toEqual(judged.map(() => 0));
  expect(judged.map(({ listed }) => listed)).toEqual(judged.map((one) => one.before));
});

if (process.env.FIGURES)
  test('figures', () => {
    for (const one of [...outcomes]
      .sort((a, b) => a.both / (a.truth + a.made - a.both) - b.both / (b.truth + b.made - b.both))
      .slice(0, 25))
      console.info(
        one.who,
        (one.both / (one.truth + one.made - one.both)).toFixed(2),
        one.truth,
        one.made,
        one.paint.toFixed(1),
      );
    console.info('iou', [0.5, 0.1, 0].map((s) => at(overlap, s).toFixed(3)).join(' '), outcomes.length);
    console.info(MEMBERS.map((make, i) => `${make().name} ${judged[i].before}→${judged[i].after}`).join(' '));
    const errors = sorted(outcomes.map(({ paint }) => paint).filter(Number.isFinite));
    console.info(
      'paint',
      (errors.reduce((s, e) => s + e, 0) / errors.length).toFixed(2),
      [0.5, 0.95, 1].map((s) => at(errors, s).toFixed(2)).join(' '),
    );
  });
