import { counted } from '../counted.js';
import { drawSteps } from '../document/family.js';
import { deriveKey, drawnAs, placeOf } from '../document/keys.js';
import type { CharacterDoc, SheetsOf, SwapSetRow, ViewId } from '../document/rows.js';
import { viewCheck, type Finding, type ViewCheck } from '../document/view-check.js';
import { viewById } from '../document/view-edits.js';
import { bareUnder } from './bare-under.js';
import { defaultOf, drawingName, drawingsOf, inView, namesThatMeet, pieceOfSet } from './find-swaps.js';
import { seatDrift } from './seat.js';

/** px by which a drawing's marks may lie off the set's. */
const SEATED = 0.5;
/** Bare pixels under a drawing that count as none: the rim of the one that it stands for. */
const RIM = 8;

/** What is bare under the drawings of a set: by their places on its chart. */
type MeasuredBare = [at: number, area: number, x: number, y: number][];

/** The sets that have their piece in a view. */
function setsIn(doc: CharacterDoc, viewId: ViewId): SwapSetRow[] {
  return doc.swapSets.filter((set) => pieceOfSet(doc, set, viewId));
}

/** What bare places under a set's drawings depend on: everything that is drawn, and the drawings. */
function bareKey(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf, set: SwapSetRow): string {
  return deriveKey('bare under drawings 1', [
    viewById(doc, viewId).designBlob,
    drawSteps(doc, viewId).map(({ piece, sheet }) => [drawnAs(piece, sheets), sheet, piece.partId === set.partId]),
    drawingsOf(doc, set).map(({ id }) => {
      const row = inView(doc, id, viewId);
      return row && placeOf(row.picture);
    }),
  ]);
}

const swapSeats: ViewCheck<MeasuredBare> = {
  id: 'swap-seats',
  measures: (doc, viewId, sheets) =>
    setsIn(doc, viewId).map((set) => ({
      key: bareKey(doc, viewId, sheets, set),
      what: 'Drawings on their seats',
      measure: (art) => {
        const drawings = drawingsOf(doc, set);
        return bareUnder(doc, viewId, art, set).map(({ drawingId, area, place: { x, y } }) => [
          drawings.findIndex(({ id }) => id === drawingId),
          area,
          x,
          y,
        ]);
      },
    })),
  report(doc, viewId, measured) {
    const findings: Finding[] = namesThatMeet(doc, viewId).map((name) => ({
      sentence: `Two pieces or drawings would be named ${name}. Rename one of them.`,
    }));
    let drift = 0;
    for (const [at, set] of setsIn(doc, viewId).entries()) {
      const pieceId = pieceOfSet(doc, set, viewId)?.id;
      const drawings = drawingsOf(doc, set);
      const marks = inView(doc, defaultOf(doc, set).id, viewId)?.marks ?? [];
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
      for (const [index, area, x, y] of measured[at] ?? []) {
        if (area <= RIM) continue;
        findings.push({
          sentence: `Under ${drawingName(doc, drawings[index])} ${counted(area, 'px', 'px')} are bare where the default drawing covered. Paint beneath.`,
          pieceId,
          place: { x, y },
        });
      }
    }
    return { figure: drift > SEATED ? Math.round(drift * 10) / 10 : 0, unit: 'px', findings };
  },
};

/** What Swaps checks. */
export const SWAPS_CHECKS = [viewCheck(swapSeats)];
