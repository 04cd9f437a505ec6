import { counted } from '../counted.js';
import { drawSteps, jointLabel } from '../document/family.js';
import { deriveKey, drawnKey, drawnRect, isDrawnIn, placeOf } from '../document/keys.js';
import type { CharacterDoc, SheetsOf, SwapSetRow, ViewId } from '../document/rows.js';
import { measureUnder, viewCheck, type Finding, type ViewCheck } from '../document/view-check.js';
import { viewById } from '../document/view-edits.js';
import { outsetRect } from '../raster/bitmap.js';
import { bareUnder } from './bare-under.js';
import { drawnInstead } from './drawn-instead.js';
import type { ViewArt } from '../document/view-art.js';
import { endsApart, jointMeasureCount, jointMeasures, type EndProof } from './same-end.js';
import { unlinkedOf } from './set-rules.js';
import {
  drawingById,
  drawingName,
  drawingsOf,
  inView,
  marksOf,
  namesThatMeet,
  pieceOfSet,
  setName,
} from './find-swaps.js';
import { SEATED, seatDrift } from './seat.js';

/** Bare pixels under a drawing that count as none: the rim of the one that it stands for. */
const RIM = 8;

/** What is bare under the drawings of a set: by their places on its chart. */
type MeasuredBare = [at: number, area: number, x: number, y: number][];

/** The sets that have their piece in a view. */
function setsIn(doc: CharacterDoc, viewId: ViewId): SwapSetRow[] {
  return doc.swapSets.filter((set) => pieceOfSet(doc, set, viewId));
}

/** What bare places under a set's drawings depend on: all that is drawn where its piece is, and the drawings. */
function bareKey(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf, set: SwapSetRow): string {
  const own = pieceOfSet(doc, set, viewId);
  if (!own) return deriveKey('bare under drawings 4', null);
  const room = outsetRect(drawnRect(own, sheets), 1);
  const steps = drawSteps(doc, viewId).filter(({ piece }) => isDrawnIn(piece, sheets, room));
  return deriveKey('bare under drawings 4', [
    viewById(doc, viewId).designBlob,
    steps.map(({ piece, sheet }) => [drawnKey(piece, sheets), sheet, piece.id === own.id]),
    drawingsOf(doc, set).map(({ id }) => {
      const row = inView(doc, id, viewId);
      const gone = drawnInstead(doc, viewId, [id]);
      return row && [placeOf(row.picture), steps.map(({ piece }) => gone.has(piece.id))];
    }),
  ]);
}

/** Where the measures of each set's joint begin, after what is bare of every set. */
function jointsFrom(doc: CharacterDoc, viewId: ViewId): { set: SwapSetRow; from: number; count: number }[] {
  let from = setsIn(doc, viewId).length;
  return setsIn(doc, viewId).map((set) => {
    const count = jointMeasureCount(doc, set, viewId);
    from += count;
    return { set, from: from - count, count };
  });
}

const swapSeats: ViewCheck<MeasuredBare | EndProof> = {
  id: 'swap-seats',
  measures: (doc, viewId, sheets) => [
    ...setsIn(doc, viewId).map((set) =>
      measureUnder(() => bareKey(doc, viewId, sheets, set), {
        what: 'Drawings on their seats',
        measure: (art: ViewArt): MeasuredBare => {
          const drawings = drawingsOf(doc, set);
          return bareUnder(doc, viewId, art, set).map(({ drawingId, area, place: { x, y } }) => [
            drawings.findIndex(({ id }) => id === drawingId),
            area,
            x,
            y,
          ]);
        },
      }),
    ),
    ...setsIn(doc, viewId).flatMap((set) => jointMeasures(doc, set, viewId, sheets)),
  ],
  report(doc, viewId, measured) {
    const findings: Finding[] = namesThatMeet(doc, viewId).map((name) => ({
      sentence: `Two pieces or drawings would be named ${name}. Rename one of them.`,
    }));
    let drift = 0;
    for (const [at, set] of setsIn(doc, viewId).entries()) {
      const pieceId = pieceOfSet(doc, set, viewId)?.id;
      const drawings = drawingsOf(doc, set);
      const marks = marksOf(doc, set, viewId);
      for (const drawing of drawings) {
        const row = drawing.isDefault ? null : inView(doc, drawing.id, viewId);
        const far = row ? seatDrift(marks, row.marks) : 0;
        drift = Math.max(drift, far);
        if (far > SEATED)
          findings.push({
            sentence: `${drawingName(doc, drawing)} is ${far.toFixed(1)} px off its seat. Seat all, or move it.`,
            pieceId,
            place: { x: row?.marks[0] ?? 0, y: row?.marks[1] ?? 0 },
          });
      }
      for (const [index, area, x, y] of (measured[at] as MeasuredBare | undefined) ?? []) {
        if (area <= RIM) continue;
        findings.push({
          sentence: `Under ${drawingName(doc, drawings[index])} ${counted(area, 'px', 'px')} are bare where the default drawing covered. Paint beneath.`,
          pieceId,
          place: { x, y },
        });
      }
      const apart = unlinkedOf(doc, set, viewId);
      if (apart.length > 0)
        findings.push({
          sentence: `${setName(doc, set)} goes with another set, but one of the two lacks ${apart.map(({ shape, mood }) => `${shape}, ${mood}`).join('; ')}. Draw it, or leave it blank.`,
          pieceId,
        });
    }
    for (const { set, from, count } of jointsFrom(doc, viewId)) {
      const proofs = measured.slice(from, from + count) as EndProof[];
      for (const { drawingId, joint, clean, lacks } of endsApart(doc, set, viewId, proofs)) {
        const held =
          lacks > 0
            ? `lacks ${counted(lacks, 'px', 'px')} of its disc`
            : clean
              ? `is clean from ${clean[0]}° to ${clean[1]}°`
              : 'is not clean even at rest';
        findings.push({
          sentence: `With ${drawingName(doc, drawingById(doc, drawingId))}, ${jointLabel(doc, joint)} ${held}. Give the drawing the same end as the default one.`,
          pieceId: pieceOfSet(doc, set, viewId)?.id,
          place: { x: joint.x, y: joint.y },
        });
      }
    }
    return { figure: drift > SEATED ? Math.round(drift * 10) / 10 : 0, unit: 'px', findings };
  },
};

/** What Swaps checks. */
export const SWAPS_CHECKS = [viewCheck(swapSeats)];
