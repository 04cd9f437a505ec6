import { composePiece } from '../document/compose-piece.js';
import { drawOrder } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, PieceId, PieceRow, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { cropMask, createPlacedMask, maskArea, type PlacedMask } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';
import { anyPaint } from '../raster/sample.js';
import { bareIn } from './find-bare.js';
import { cellsOfMask } from './cells.js';
import { comingIntoView, type IntoView } from './coming-into-view.js';
import { isCovered } from './ring-cover.js';
import { fillUnder, type FillMode, type OwnLine } from './fill-under.js';
import { ownLine, shapeOf } from './shape-of-piece.js';
import type { RoundEnd, WholeShape } from './whole-shape.js';

/** The whole shapes of a view's pieces, and what of them comes into view. */
export interface ViewUnder {
  shapes: ReadonlyMap<PieceId, WholeShape>;
  intoView: readonly IntoView[];
}

/** A piece's whole shape, and what of it comes into view when joints turn. */
export interface PieceUnder {
  shape: WholeShape;
  intoView: IntoView;
}

/**
 * What a piece is beneath; null where nothing of it is hidden.
 * @param index the piece's place in the draw order
 * @param art pictures of this piece and of all that are drawn after it
 */
function pieceUnder(doc: CharacterDoc, viewId: ViewId, art: ViewArt, index: number): PieceUnder | null {
  const shape = shapeOf(doc, viewId, art, index);
  if (!shape || maskArea(shape.hidden) === 0) return null;
  const within = cellsOfMask(shape.hidden, art.design);
  return { shape, intoView: comingIntoView(doc, viewId, art, index, within) };
}

/** Pieces that have been looked at before, each under its key, so that after an edit only what it touches is looked at. */
export interface KnownUnder {
  /** The key of the piece at a place in the draw order. */
  keyOf: (index: number) => string;
  pieces: Map<string, PieceUnder | null>;
}

/**
 * The whole shapes of a view's pieces, and what of them comes into view when joints turn.
 * @param onProgress the share done, 0 to 1; false stops it, and of the pieces left nothing is known then
 * @param known what was looked at before; afterwards it holds what there is now
 */
export function viewUnder(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  onProgress?: (share: number) => boolean | void,
  known?: KnownUnder,
): ViewUnder {
  const before = new Map(known?.pieces);
  known?.pieces.clear();
  const shapes = new Map<PieceId, WholeShape>();
  const intoView: IntoView[] = [];
  const order = drawOrder(doc, viewId);
  for (const [index, { id }] of order.entries()) {
    if (onProgress?.(index / order.length) === false) break;
    const key = known?.keyOf(index) ?? '';
    const under = before.get(key) ?? (before.has(key) ? null : pieceUnder(doc, viewId, art, index));
    known?.pieces.set(key, under);
    if (!under) continue;
    shapes.set(id, under.shape);
    intoView.push(under.intoView);
  }
  return { shapes, intoView };
}

/** Paint that is proposed for what of a piece comes into view bare. */
export interface UnderProposal {
  pieceId: PieceId;
  paint: PlacedBitmap;
  mode: FillMode;
}

/** What is asked for of a proposal, where the artist has said so. */
export interface ProposeOptions {
  mode?: FillMode;
  /** px that are painted beyond what comes into view. */
  margin?: number;
  /** The outline that it gets, width 0 for none; the figure's own where not given. */
  line?: OwnLine;
}

/** px beyond what comes into view, and the share of the limb's width, whichever is more. */
const MARGIN = 12;
const MARGIN_SHARE = 0.1;

/** Paint for what of a piece comes into view and has none; null where nothing does, or there is nothing to go by. */
export function proposeUnder(
  doc: CharacterDoc,
  pieceId: PieceId,
  art: ViewArt,
  { shapes, intoView }: ViewUnder,
  { mode, margin, line = ownLine(art.design) }: ProposeOptions = {},
): UnderProposal | null {
  const shape = shapes.get(pieceId);
  const shows = intoView.find((one) => one.pieceId === pieceId);
  const sheets = art.pieces.get(pieceId);
  const face = sheets?.face;
  if (!shape || !shows || !face || bareIn(shows, composePiece(sheets)) === 0) return null;
  const region = nearShown(shape.hidden, shows, margin ?? usualMargin(doc, pieceById(doc, pieceId)));
  const image = composePiece(sheets);
  const beneath = sheets.beneath ?? null;
  for (let i = 0; i < region.data.length; i++) {
    if (region.data[i] === 0) continue;
    const x = region.x + (i % region.width);
    const y = region.y + Math.floor(i / region.width);
    const isPainted = image !== null && anyPaint([image], x, y);
    const isHand = beneath !== null && anyPaint([beneath], x, y);
    if (isHand || (isPainted && !isInLimb(shape.ends, x + 0.5, y + 0.5))) region.data[i] = 0;
  }
  const filled = fillUnder({ face, region, mode, line, outlines: shape.outlines });
  return filled && { pieceId, ...filled };
}

function usualMargin(doc: CharacterDoc, piece: PieceRow): number {
  const joint = doc.joints.find((one) => one.childId === piece.id);
  return Math.max(MARGIN, joint ? MARGIN_SHARE * 2 * joint.radius : 0);
}

/** The part of a mask that lies within some px of what comes into view. */
function nearShown(mask: PlacedMask, { shows }: IntoView, margin: number): PlacedMask {
  const shown = [shows];
  const seen = createPlacedMask(mask);
  for (let y = 0, i = 0; y < mask.height; y++)
    for (let x = 0; x < mask.width; x++, i++) if (isCovered(shown, mask.x + x, mask.y + y)) seen.data[i] = 255;
  const near = reachOf(seen, margin);
  const region = cropMask(mask, mask);
  for (let i = 0; i < region.data.length; i++) if (near[i] === 0) region.data[i] = 0;
  return region;
}

/** Does a place lie in the half of a rounded end's disc that belongs to the limb, where its rim has no business? */
function isInLimb(ends: readonly RoundEnd[], x: number, y: number): boolean {
  return ends.some(({ x: cx, y: cy, radius, dx, dy }) => {
    const [px, py] = [x - cx, y - cy];
    return px * px + py * py <= (radius + 1) ** 2 && px * dx + py * dy < 0;
  });
}
