import {
  bareCells,
  composePiece,
  contours,
  coverageOf,
  findBare,
  findOpen,
  pieceById,
  pieceUnderKey,
  proposeUnder,
  underKey,
  viewUnder,
  type Bare,
  type Bridge,
  type IntoView,
  type OpenPlace,
  type PieceUnder,
  type PlacedBitmap,
  type ProposeOptions,
  type Rgb,
  type ViewArt,
  type ViewUnder,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { held, type StateKey } from '../../bench/worker/held';
import { artOf, sheet } from '../../bench/worker/pictures';

/** A picture for the light table, and the rectangle of the canvas that it fills. */
interface Laid {
  image: ImageBitmap;
  x: number;
  y: number;
  width: number;
  height: number;
}

/** A piece beneath, as the light table shows it. */
export interface UnderPicture {
  /** Bare places, hatched; null for none. */
  bare: Laid | null;
  /** The paint that is proposed for them. */
  paint: Laid | null;
  /** What was painted beneath before, hatched. */
  painted: Laid | null;
  /** Its whole shape where it is hidden, x, y pairs, px. */
  outlines: number[][];
  /** The curves of its proposed contours, four points each, and the place of those drawn by hand among these; null for a free line. */
  curves: { points: number[]; drawn: number | null }[];
  /** Two ways in which its contours can go on where both are as likely: the curves in which they differ. */
  ways: { proposed: number[][]; other: number[][] } | null;
  /** Contours drawn by hand that meet no end any more, by their places. */
  dropped: number[];
}

/** Every piece as it was looked at last: an edit has only those looked at again that it touches. */
const looked = new Map<string, PieceUnder | null>();
/** Points of an outline, at most. */
const MOST_POINTS = 400;

let newest: { key: string; art: ViewArt; under: ViewUnder } | null = null;

/** What comes into view of a view; worked out once for the same drawing and the same joints. */
async function underOf(
  at: StateKey,
  viewId: string,
  onProgress?: (share: number) => void,
): Promise<{ art: ViewArt; under: ViewUnder }> {
  const { doc, sheets } = held(at);
  const key = underKey(doc, viewId, sheets);
  if (newest?.key === key) return newest;
  const art = await artOf(at, viewId);
  const known = { keyOf: (index: number) => pieceUnderKey(doc, viewId, sheets, index), pieces: looked };
  newest = { key, art, under: viewUnder(doc, viewId, art, onProgress, known) };
  return newest;
}

const MADDER: Rgb = [178, 58, 51];
const WOAD: Rgb = [43, 92, 134];

/** What comes into view, what of it is bare, and the paint proposed for it. */
export const underTasks = {
  /** The bare places of a view's pieces, the largest first. */
  async bare(at: StateKey, viewId: string, onProgress: (share: number) => void): Promise<Bare[]> {
    const { art, under } = await underOf(at, viewId, onProgress);
    return findBare(held(at).doc, viewId, art, under.intoView);
  },

  /** Holes that open in motion and belong to nothing yet. */
  async open(at: StateKey, viewId: string): Promise<OpenPlace[]> {
    const { art, under } = await underOf(at, viewId);
    return findOpen(held(at).doc, viewId, art, under);
  },

  /** One piece beneath: its bare places, the paint proposed for them, and its whole shape. */
  async beneath(at: StateKey, viewId: string, pieceId: string, options: ProposeOptions): Promise<UnderPicture> {
    const { doc } = held(at);
    const { art, under } = await underOf(at, viewId);
    const piece = pieceById(doc, pieceId);
    const sheets = art.pieces.get(piece.id);
    const intoView = under.intoView.find((one) => one.pieceId === piece.id);
    const beneath = await sheet(piece.beneath);
    const withBeneath = sheets && { ...art, pieces: new Map(art.pieces).set(piece.id, { ...sheets, beneath }) };
    const proposal = withBeneath ? proposeUnder(doc, piece.id, withBeneath, under, options) : null;
    const bare = intoView && sheets ? await hatchedCells(intoView, composePiece(sheets)) : null;
    const paint = proposal ? await laid(proposal.paint) : null;
    const painted = beneath ? await laid(hatched(beneath, WOAD)) : null;
    const images = [bare, paint, painted].flatMap((one) => one?.image ?? []);
    const { outlines = [], bridges = [], otherWay = null, dropped = [] } = under.shapes.get(piece.id) ?? {};
    const curves = bridges
      .filter(({ drawn }) => drawn === undefined || piece.carried[drawn].kind === 'curve')
      .map(({ curve, drawn = null }) => ({ points: curve, drawn }));
    const ways = otherWay && { proposed: unlike(bridges, otherWay), other: unlike(otherWay, bridges) };
    return Comlink.transfer({ bare, paint, painted, outlines, curves, ways, dropped }, images);
  },

  /** A piece's own outline, x, y pairs, px; null for a piece without paint. */
  async outlineOf(at: StateKey, pieceId: string): Promise<number[] | null> {
    const face = await sheet(pieceById(held(at).doc, pieceId).face);
    const [outer] = face ? contours(coverageOf(face)) : [];
    if (!face || !outer) return null;
    const stride = Math.ceil(outer.length / 2 / MOST_POINTS);
    return Array.from(outer, (value, i) => value + (i % 2 === 0 ? face.x : face.y)).filter(
      (_, i) => (i >> 1) % stride === 0,
    );
  },
};

/** px from one stripe of a hatch to the next, and how wide a stripe is. */
const STRIPE = 30;
const WIDE = 16;

function isStripe(x: number, y: number): boolean {
  return (x + y) % STRIPE < WIDE;
}

/** The curves of one way of carrying contours on that another has not. */
function unlike(way: readonly Bridge[], other: readonly Bridge[]): number[][] {
  return way
    .filter((one) => !other.some(({ from, to }) => from === one.from && to === one.to))
    .map(({ curve }) => curve);
}

/** The bare cells of a piece, hatched in madder. */
async function hatchedCells(intoView: IntoView, image: PlacedBitmap | null): Promise<Laid | null> {
  const { x, y, width, height, size } = intoView.shows;
  if (width === 0 || height === 0) return null;
  const bare = bareCells(intoView.shows, image);
  const drawn = new ImageData(width, height);
  let any = false;
  for (let row = 0, i = 0; row < height; row++)
    for (let column = 0; column < width; column++, i++) {
      if (bare.data[i] === 0) continue;
      any = true;
      const alpha = isStripe((x + column) * size, (y + row) * size) ? 200 : 70;
      drawn.data.set([...MADDER, alpha], i * 4);
    }
  if (!any) return null;
  const bitmap = await createImageBitmap(drawn);
  return { image: bitmap, x: x * size, y: y * size, width: width * size, height: height * size };
}

/** A sheet's paint as a hatch of one colour. */
function hatched({ data, ...at }: PlacedBitmap, colour: Rgb): PlacedBitmap {
  const drawn = new Uint8Array(data.length);
  for (let i = 0; i < data.length; i += 4) {
    const [x, y] = [at.x + ((i / 4) % at.width), at.y + Math.floor(i / 4 / at.width)];
    if (data[i + 3] > 127) drawn.set([...colour, isStripe(x, y) ? 90 : 24], i);
  }
  return { ...at, data: drawn };
}

async function laid({ data, x, y, width, height }: PlacedBitmap): Promise<Laid> {
  const image = new ImageData(new Uint8ClampedArray(data), width, height);
  return { image: await createImageBitmap(image), x, y, width, height };
}
