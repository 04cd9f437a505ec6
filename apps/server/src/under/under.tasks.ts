import {
  applyDiff,
  bareIn,
  brushBeneath,
  composePiece,
  counted,
  createPlaced,
  cutPieces,
  LimberError,
  drawHidden,
  fillClosed,
  fillLoop,
  graftWithin,
  knownBy,
  layGraft,
  refuseBadGraft,
  setGraft,
  liftShadow,
  markShadow,
  shadowTokens,
  drawOrder,
  joinDiffs,
  mergeSheets,
  moveInOrder,
  orRefuse,
  ownLine,
  ownersAtRest,
  piecesAtStroke,
  paintBeneath,
  pieceById,
  pieceName,
  findOpen,
  proposeUnder,
  viewUnder,
  withMotions,
  type BrushStroke,
  type CharacterDoc,
  type Diff,
  type IntoView,
  type GraftLook,
  type NameTokens,
  type OpenPlace,
  type PieceRow,
  type Rect,
  type PartId,
  type PieceId,
  type Place,
  type ProposeOptions,
  type Rgb,
  type SheetRef,
  type ViewId,
} from '@limber-sheaf/core';
import { designOf, keepIfAny, keepSheet, readArt, sheet, type DerivedOfView } from '../threads/pictures.js';
import { readDesign } from '../files/read-design.js';
import { task } from '../threads/task.js';

interface Painting {
  doc: CharacterDoc;
  viewId: ViewId;
  derived: DerivedOfView;
  /** The pieces that are painted beneath; all that come into view bare where not given. */
  only?: PieceId[];
  /** Are holes looked for that open in motion? */
  open?: boolean;
  options: ProposeOptions;
}

/** Pieces painted beneath, and what was left and why. */
export interface Painted {
  diff: Diff;
  painted: number;
  notes: string[];
  /** The holes that open in motion, where they are asked for. */
  open: OpenPlace[];
}

/** The share of the work that finding what comes into view is. */
const SWEPT = 0.5;

/** Paints what comes into view bare, as it is proposed, the largest first. */
export const paint = task(async (input: Painting, tell): Promise<Painted> => {
  const { doc, viewId, derived, only, open = false, options } = input;
  const art = await readArt(doc, viewId, derived);
  const turned = viewUnder(doc, viewId, art, (share) => tell(SWEPT * share, 'What comes into view'));
  const under = withMotions(doc, viewId, art, turned);
  const areaOf = (one: IntoView) => bareIn(one, composePiece(art.pieces.get(one.pieceId) ?? NO_SHEETS));
  const bare = under.intoView
    .filter(({ pieceId }) => only?.includes(pieceId) ?? true)
    .map((one) => ({ pieceId: one.pieceId, area: areaOf(one) }))
    .filter(({ area }) => area > 0)
    .sort((a, b) => b.area - a.area);
  const sheets = new Map<PieceId, SheetRef | null>();
  const notes: string[] = [];
  for (const [at, { pieceId, area }] of bare.entries()) {
    const name = pieceName(doc, pieceById(doc, pieceId));
    tell(SWEPT + ((1 - SWEPT) * at) / bare.length, name);
    if (!only && under.shapes.get(pieceId)?.otherWay) {
      notes.push(`${name} is left: its contour can go on in two ways. Pick it and choose one.`);
      continue;
    }
    const made = proposeUnder(doc, pieceId, art, under, options);
    if (!made) {
      notes.push(`${name} is left with ${counted(area, 'px', 'px')} bare: it shows no paint to go by.`);
      continue;
    }
    const before = art.pieces.get(pieceId)?.beneath ?? null;
    sheets.set(pieceId, await keepIfAny(mergeSheets([made.paint, before])));
  }
  const holes = open ? findOpen(doc, viewId, art, under) : [];
  return { diff: paintBeneath(doc, sheets), painted: sheets.size, notes, open: holes };
});

const NO_SHEETS = { face: null, overlap: null, under: null };

/** Paints, or takes away, beneath one piece by hand. */
export const brush = task(
  async (input: { doc: CharacterDoc; pieceId: PieceId; stroke: BrushStroke }): Promise<Diff> => {
    const { doc, pieceId, stroke } = input;
    const { viewId, beneath } = pieceById(doc, pieceId);
    // What lies elsewhere hides nothing here.
    const art = await readArt(doc, viewId, undefined, piecesAtStroke(doc, viewId, stroke));
    const index = drawOrder(doc, viewId).findIndex(({ id }) => id === pieceId);
    const before = await sheet(beneath);
    const ownersIn = (rect: Rect) => ownersAtRest(doc, viewId, art, rect);
    const made = orRefuse(brushBeneath(before, stroke, index, ownersIn, art.design));
    return paintBeneath(doc, new Map([[pieceId, await keepIfAny(made.beneath)]]));
  },
);

/** A closed area beneath a piece to be filled. */
interface Filling {
  doc: CharacterDoc;
  pieceId: PieceId;
  derived: DerivedOfView;
  place: Place;
  colour: Rgb;
}

/** Fills an area beneath one piece that its own paint closes all round. */
export const fill = task(async ({ doc, pieceId, derived, place, colour }: Filling): Promise<Diff> => {
  const { viewId, beneath } = pieceById(doc, pieceId);
  const art = await readArt(doc, viewId, derived);
  const index = drawOrder(doc, viewId).findIndex(({ id }) => id === pieceId);
  const image = composePiece(art.pieces.get(pieceId) ?? NO_SHEETS);
  const owners = ownersAtRest(doc, viewId, art);
  const made = orRefuse(fillClosed(place, colour, image, await sheet(beneath), index, owners, art.design));
  return paintBeneath(doc, new Map([[pieceId, await keepIfAny(made.beneath)]]));
});

/** A piece to be begun that does not show at rest. */
interface BegunHidden {
  doc: CharacterDoc;
  viewId: ViewId;
  tokens: NameTokens;
  loop: number[];
  colour: Rgb;
  shade?: number;
  pieceId: PieceId;
  partId: PartId;
}

/** Begins a piece that is wholly hidden, directly behind what hides it. */
export const begin = task(async ({ doc, viewId, tokens, pieceId, partId, ...order }: BegunHidden): Promise<Diff> => {
  const art = await readArt(doc, viewId);
  const made = orRefuse(
    drawHidden({ ...order, line: ownLine(art.design) }, ownersAtRest(doc, viewId, art), art.design),
  );
  const { x, y } = made.beneath;
  const face = await keepSheet(createPlaced({ x, y, width: 1, height: 1 }));
  const behind = drawOrder(doc, viewId)[made.index - 1]?.id;
  const fresh = { pieceId, partId, tokens, face, inFrontOf: behind };
  const cut = cutPieces(doc, { viewId, sheets: new Map(), fresh: [fresh] });
  const beneath = await keepSheet(made.beneath);
  const painted = joinDiffs(cut, paintBeneath(applyDiff(doc, cut), new Map([[pieceId, beneath]])));
  return behind ? painted : joinDiffs(painted, moveInOrder(applyDiff(doc, painted), [pieceId], null));
});

/** A shadow to be taken off a piece, marked by a loop. */
interface Lifting {
  doc: CharacterDoc;
  pieceId: PieceId;
  loop: number[];
  shadowId: PieceId;
  partId: PartId;
}

/** Takes a painted-in shadow off a piece: it becomes a piece of its own, directly in front, over clean paint. */
export const lift = task(async ({ doc, pieceId, loop, shadowId, partId }: Lifting): Promise<Diff> => {
  const piece = pieceById(doc, pieceId);
  const { viewId } = piece;
  const [face, beneath] = await Promise.all([piece.face, piece.beneath].map(sheet));
  if (!face) throw new LimberError('not-shown', 'The piece shows nothing to take a shadow off.');
  const made = orRefuse(liftShadow(face, fillLoop(loop, await designOf(doc, viewId))));
  const sheets = { face: await keepSheet(made.face), beneath: await keepIfAny(mergeSheets([beneath, made.clean])) };
  const tokens = shadowTokens(doc, piece);
  const fresh = { pieceId: shadowId, partId, tokens, face: await keepSheet(made.shadow), inFrontOf: pieceId };
  const cut = cutPieces(doc, { viewId, sheets: new Map([[pieceId, sheets]]), fresh: [fresh] });
  return joinDiffs(cut, markShadow(applyDiff(doc, cut), shadowId, pieceId));
});

/** A graft to be laid, or laid otherwise. */
interface Grafting {
  doc: CharacterDoc;
  pieceId: PieceId;
  /** Where its picture is from: a piece of any character, with what follows from its rows; a file; the graft that is there. */
  from: { doc: CharacterDoc; pieceId: PieceId; derived: DerivedOfView } | { path: string } | null;
  /** How it is laid; to fill what of the piece is hidden where not given. */
  look?: GraftLook;
}

/** Lays a picture from elsewhere beneath a piece, kept with its source so that it can be moved. */
export const graft = task(async ({ doc, pieceId, from, look }: Grafting): Promise<Diff> => {
  const piece = pieceById(doc, pieceId);
  const { viewId } = piece;
  const source = await graftSource(piece, from);
  const picture = await sheet(source);
  if (!picture)
    throw new LimberError('no-graft', 'There is no graft beneath this piece.', 'Take one from a piece or a file.');
  const art = await readArt(doc, viewId);
  const index = drawOrder(doc, viewId).findIndex(({ id }) => id === pieceId);
  const owners = ownersAtRest(doc, viewId, art);
  const lay = (as: GraftLook) => layGraft(picture, as, index, owners, art.design);
  // Where it lies already, as a mouth does on a head; or else over all of what it is laid beneath.
  const own = graftWithin(picture, source);
  const wanted = look ?? (lay(own).ok ? own : graftWithin(picture, knownBy(doc, piece)));
  refuseBadGraft(wanted, art.design);
  const made = orRefuse(lay(wanted));
  const before = piece.graft ? piece.graft.before : piece.beneath;
  const beneath = await keepIfAny(mergeSheets([await sheet(before), made.paint]));
  return setGraft(doc, pieceId, { graft: { ...wanted, source, before }, beneath });
});

async function graftSource(piece: PieceRow, from: Grafting['from']): Promise<SheetRef> {
  if (from && 'path' in from) return (await readDesign(from.path)).sheet;
  if (!from) {
    if (piece.graft) return piece.graft.source;
    throw new LimberError('no-graft', 'There is no graft beneath this piece.', 'Take one from a piece or a file.');
  }
  const art = await readArt(from.doc, pieceById(from.doc, from.pieceId).viewId, from.derived, new Set([from.pieceId]));
  const sheets = art.pieces.get(from.pieceId);
  const image = sheets ? composePiece(sheets) : null;
  if (!image) throw new LimberError('no-graft', 'That piece has no paint to graft.');
  return keepSheet(image);
}
