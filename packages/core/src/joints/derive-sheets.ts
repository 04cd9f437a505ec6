import type { DerivedSheets } from '../document/compose-piece.js';
import { drawOrder, drawSteps, lineJoint } from '../document/family.js';
import { deriveKey, oncePerDoc } from '../document/keys.js';
import type { CharacterDoc, PieceId, PieceRow, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { thickenLine } from './line-under.js';
import { piecesAround } from './piece-reach.js';
import { roughKey, roughSheets } from './rough-sheets.js';
import { settleRest, type Since } from './settle-rest.js';

/**
 * Works out overlap, under, clean and line sheets of a view's pieces, settled: put together, what shows is the design, so
 * that the rest match holds by construction. A pure function of the rows and the pictures they name.
 *
 * @param only the pieces to work out; all pieces of the view where not given. The others are not in the answer.
 * @param known rough sheets that are worked out already
 * @param since what some pieces came to before, and where rough sheets have changed: settled anew only there. Lines that
 *   were made thicker or thinner cannot be gone on from; such pieces must not be among them
 */
export function derivedSheets(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  only?: ReadonlySet<PieceId>,
  known: ReadonlyMap<PieceId, DerivedSheets> = new Map(),
  since?: Since,
): Map<PieceId, DerivedSheets> {
  const wanted = drawOrder(doc, viewId).filter((piece) => !only || only.has(piece.id));
  const missing = new Set(
    wanted.flatMap((piece) => piecesAround(doc, piece).map((p) => p.id)).filter((id) => !known.has(id)),
  );
  const rough = new Map([...known, ...roughSheets(doc, viewId, art, missing)]);
  const settled = settleRest(doc, viewId, art, rough, wanted, since);
  for (const [id, sheets] of settled) {
    const joint = lineJoint(doc, id);
    if (joint && joint.lineMore !== 0 && sheets.line)
      settled.set(id, { ...sheets, line: thickenLine(sheets.line, joint.lineMore, joint.lineColour) });
  }
  return settled;
}

/**
 * Is a piece's line under all drawn as it was, so that its sheets can be gone on from? As thick as in the design in both,
 * and all that is in both is drawn in the same steps. True where it has none in either.
 */
export function isLineSteady(before: CharacterDoc, doc: CharacterDoc, { id, viewId }: PieceRow): boolean {
  const lines = [before, doc].map((d) => lineJoint(d, id));
  if (lines.every((line) => line === null)) return true;
  if (lines.some((line) => line !== null && line.lineMore !== 0)) return false;
  const stepsShared = (of: CharacterDoc, other: CharacterDoc) => {
    const shared = new Set(other.pieces.map((piece) => piece.id));
    return drawSteps(of, viewId).flatMap(({ piece, sheet }) => (shared.has(piece.id) ? [`${piece.id} ${sheet}`] : []));
  };
  return stepsShared(before, doc).join() === stepsShared(doc, before).join();
}

/** A view's pictures with what follows from its rows, of all pieces or of some. */
export function withDerived(doc: CharacterDoc, viewId: ViewId, art: ViewArt, only?: ReadonlySet<PieceId>): ViewArt {
  return withSheets(art, derivedSheets(doc, viewId, art, only));
}

/** A view's pictures with sheets that were worked out. */
export function withSheets(art: ViewArt, derived: ReadonlyMap<PieceId, DerivedSheets>): ViewArt {
  const pieces = new Map(art.pieces);
  for (const [id, sheets] of derived) {
    const given = pieces.get(id);
    if (given) pieces.set(id, { ...given, ...sheets });
  }
  return { ...art, pieces };
}

/** The key of a piece's derived sheets: its own rough sheets, and those of all that may lie over or under them. */
export const sheetsKey = oncePerDoc((doc: CharacterDoc, piece: PieceRow): string => {
  const around = piecesAround(doc, piece);
  const at = new Map(around.map((p, i) => [p.id, i]));
  const steps = drawSteps(doc, piece.viewId).flatMap((step) => {
    const i = at.get(step.piece.id);
    return i === undefined ? [] : [[i, step.sheet]];
  });
  const line = lineJoint(doc, piece.id);
  return deriveKey('sheets 1', [
    at.get(piece.id),
    around.map((p) => roughKey(doc, p)),
    steps,
    line && [line.lineMore, line.lineColour],
  ]);
});
