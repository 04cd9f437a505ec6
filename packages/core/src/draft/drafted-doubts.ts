import { drawOrder, partOf } from '../document/family.js';
import { pieceById } from '../document/find.js';
import { placeOf } from '../document/keys.js';
import type { CharacterDoc, PieceRow, ViewId } from '../document/rows.js';
import type { DraftedDoubt } from '../document/row-types.js';
import type { ViewArt } from '../document/view-art.js';
import { bodyFrame, toBody, type BodyFrame } from '../cut/propose/body-frame.js';
import { SURE_OF_NAME } from '../cut/propose/parts-of-proposal.js';
import { FEATURES } from '../cut/propose/face-features.js';
import { knownPart, partAddress, type KnownPart } from '../plan/known-parts.js';
import { isOfPeople, planOf } from '../plan/plan.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { connectedRegions, coverageOf } from '../raster/mask.js';
import { isPlain, type LimbOrder } from '../stack/limb-order.js';
import { oddFigure } from '../turns/readiness.js';
import { doubtfulBorders } from './doubtful-borders.js';
import { likelyNames } from './likely-names.js';

/** How many spreads of its usual place a part reaches over. */
const SPREAD = 2.4;
/** A part that reaches over less than the first, or more than the other, of what it usually does across or down. */
const EXTENT = [0.3, 2.2] as const;
/** A part of which more than this share lies apart from the rest. */
const APART = 0.05;
/** A part that has less than this share of what its other side has, in area. */
const ALIKE = 0.6;

/**
 * What a first draft is not sure of in the pieces that it has cut.
 * @param art the design and the pieces' faces
 * @param sure by part's address, 0 to 1, how sure the proposal was of its name
 * @param orders what contours say of each limb (`limbOrders`)
 */
export function draftedDoubts(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  sure: ReadonlyMap<string, number>,
  orders: readonly LimbOrder[] = [],
): DraftedDoubt[] {
  const order = drawOrder(doc, viewId);
  const addressOf = (piece: PieceRow) => partAddress(partOf(doc, piece));
  const about = (...pieces: PieceRow[]) => ({
    parts: pieces.map(addressOf),
    faces: pieces.map(({ face }) => placeOf(face)),
  });
  const one = (kind: DraftedDoubt['kind'], piece: PieceRow): DraftedDoubt => ({
    ...{ kind, ...about(piece), place: middleOf(piece), size: piece.face.area },
  });
  const frame = bodyFrame(coverageOf(art.design));
  const isPeople = isOfPeople(planOf(doc.character));
  const known = new Set(order.map(addressOf));
  const unsure = order.flatMap((piece): DraftedDoubt[] => {
    const [own, face] = [knownPart(partOf(doc, piece)), art.pieces.get(piece.id)?.face];
    const isTaken = (part: KnownPart) => known.has(partAddress(part));
    const likely = own && face && frame && isPeople ? likelyNames(face, own, frame, isTaken) : null;
    if ((sure.get(addressOf(piece)) ?? 1) >= SURE_OF_NAME && !likely?.isLikelier) return [];
    return [{ ...one('unsure', piece), others: (likely?.names ?? []).map(partAddress) }];
  });
  const sides = order.flatMap((piece): DraftedDoubt[] => {
    const { group, part, side } = partOf(doc, piece);
    const other = side === null ? undefined : order.find((row) => isOtherSide(partOf(doc, row), { group, part, side }));
    if (!other || piece.face.area >= ALIKE * other.face.area) return [];
    return [{ kind: 'sides', ...about(piece, other), place: middleOf(piece), size: other.face.area }];
  });
  const extent = order.filter((piece) => frame && hasOddExtent(piece, knownPart(partOf(doc, piece)), frame));
  const scattered = order.filter(
    (piece) => !FEATURES.has(partOf(doc, piece).group) && shareApart(art.pieces.get(piece.id)?.face ?? null) > APART,
  );
  const borders = doubtfulBorders(doc, viewId, art).map(({ pieces, length, place }): DraftedDoubt => {
    const rows = order.filter(({ id }) => pieces.includes(id));
    return { kind: 'border', ...about(...rows), place, size: length };
  });
  const single = [
    ...unsure,
    ...sides,
    ...extent.map((piece) => one('extent', piece)),
    ...scattered.map((piece) => one('scattered', piece)),
  ];
  // A part is asked about once, by what is worst about it.
  const asked = single.filter(({ parts }, at) => single.findIndex((other) => other.parts[0] === parts[0]) === at);
  const odd = oddFigure(art.design, isPeople);
  const ofDesign = odd ? [{ kind: odd.kind, parts: [], faces: [], place: odd.place, size: 0 }] : [];
  const limbs = orders
    .filter((limb) => !isPlain(limb))
    .map(({ pieceId, trunkId }): DraftedDoubt => {
      const [limb, trunk] = [pieceId, trunkId].map((id) => pieceById(doc, id));
      return { kind: 'order', ...about(limb, trunk), place: middleOf(limb), size: limb.face.area };
    });
  return [...ofDesign, ...asked, ...borders, ...limbs];
}

/** Is what a draft was not sure of still as the draft left it? */
export function isStanding(doc: CharacterDoc, viewId: ViewId, doubt: DraftedDoubt): boolean {
  const order = drawOrder(doc, viewId);
  return doubt.parts.every((address, at) =>
    order.some((piece) => partAddress(partOf(doc, piece)) === address && placeOf(piece.face) === doubt.faces[at]),
  );
}

/** Does a piece reach over much more or less of the body than its part usually does? Features of the face have a scale of their own. */
function hasOddExtent({ face }: PieceRow, known: KnownPart | null, frame: BodyFrame): boolean {
  if (!known?.place || FEATURES.has(known.group)) return false;
  const [low, high] = [toBody(frame, face.x, face.y), toBody(frame, face.x + face.width, face.y + face.height)];
  const { su, sv } = known.place;
  const reaches = [Math.abs(high.u - low.u) / (SPREAD * su), Math.abs(high.v - low.v) / (SPREAD * sv)];
  return reaches.some((reach) => reach < EXTENT[0] || reach > EXTENT[1]);
}

/** The share of a face that lies apart from its largest region. */
function shareApart(face: PlacedBitmap | null): number {
  if (!face) return 0;
  const { regions } = connectedRegions(coverageOf(face));
  const all = regions.reduce((sum, { area }) => sum + area, 0);
  return all === 0 ? 0 : 1 - regions[0].area / all;
}

function middleOf({ face }: PieceRow): { x: number; y: number } {
  return { x: Math.round(face.x + face.width / 2), y: Math.round(face.y + face.height / 2) };
}

type Sided = Pick<ReturnType<typeof partOf>, 'group' | 'part' | 'side'>;

function isOtherSide(one: Sided, other: Sided): boolean {
  return one.side !== null && one.side !== other.side && one.group === other.group && one.part === other.part;
}
