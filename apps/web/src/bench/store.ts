import { partOf, type CharacterDoc, type Gaze, type NameTokens, type SheetRef } from '@limber-sheaf/core';
import { create } from 'zustand';
import { tokensOf } from './parts';

/** Where the light table looks: canvas px times scale, plus offset, is screen px. */
export interface Viewport {
  scale: number;
  x: number;
  y: number;
}

/** A second picture, drawn directly in front of a piece. */
export interface OverPiece {
  at: string;
  /** The piece that it moves with. */
  of: string;
  picture: SheetRef;
}

/** The bench's own state: what is picked and looked at. Never saved, never undone. */
export interface BenchState {
  pickedPiece: string | null;
  /** Pieces picked beside it, with Shift: what is done to several is done to all of them. */
  alsoPicked: readonly string[];
  /** The part that gets paint: set with a piece, or chosen before it is cut. */
  pickedPart: NameTokens | null;
  pickedJoint: string | null;
  /** All pieces in flat tints. */
  xray: boolean;
  peek: boolean;
  /** The paper is being moved, or space is held to move it: nothing on it may be dragged. */
  panning: boolean;
  /** Only these pieces are shown. */
  solo: readonly string[] | null;
  /** How solid the others are while some are shown alone, 0 to 1. */
  others: number;
  /** These pieces are shown solid and the others faint; null for all alike. */
  lit: readonly string[] | null;
  /** By piece, what is drawn in its place: nothing for null. */
  instead: Readonly<Record<string, SheetRef | null>>;
  /** What is drawn directly in front of pieces besides. */
  over: readonly OverPiece[];
  viewport: Viewport;
  /** Degrees by joint. */
  bends: Readonly<Record<string, number>>;
  /** px by which the whole character is moved in a pose. */
  shift: { x: number; y: number };
  /** Where pupils look, px from where they rest, by piece; and does dragging one of them move all? */
  gaze: Gaze;
  eyesTogether: boolean;
  /** Are pieces shown without their rounded ends? */
  butt: boolean;
  /** What to bring into view next: the whole character, or a spot. */
  lookAt: { kind: 'all' } | { kind: 'rect'; x: number; y: number; width: number; height: number } | null;
  finder: boolean;
  keysShown: boolean;
  /** Is the list of what was said open? */
  saidShown: boolean;
  panels: boolean;
}

const atRest: BenchState = {
  pickedPiece: null,
  alsoPicked: [],
  pickedPart: null,
  pickedJoint: null,
  xray: false,
  peek: false,
  panning: false,
  solo: null,
  others: 0,
  lit: null,
  instead: {},
  over: [],
  viewport: { scale: 0.2, x: 0, y: 0 },
  bends: {},
  shift: { x: 0, y: 0 },
  gaze: {},
  eyesTogether: true,
  butt: false,
  lookAt: { kind: 'all' },
  finder: false,
  keysShown: false,
  saidShown: false,
  panels: true,
};

export const useBench = create<BenchState>(() => atRest);

/** What is picked and looked at once the view that is being opened is there. */
let door: Partial<BenchState> = {};

/** Leaves word what to pick and to look at in the view that is opened next: a door that leads to a place on its art. */
export function leaveWord(next: Pick<BenchState, 'pickedPiece' | 'pickedPart' | 'lookAt'>): void {
  door = next;
}

/** Starts afresh for another character or view. */
export function resetBench(): void {
  useBench.setState({ ...atRest, ...door });
  door = {};
}

/** Picks a piece, or nothing, and others beside it; the part that gets paint follows the first. */
export function pickPiece(pieceId: string | null, part: NameTokens | null, alsoPicked: readonly string[] = []): void {
  useBench.setState({ pickedPiece: pieceId, alsoPicked, pickedPart: part && tokensOf(part) });
}

/** Picks a piece beside those that are picked, or lets it go where it is; the last one picked gets paint. */
export function alsoPick(doc: CharacterDoc, pieceId: string): void {
  const { pickedPiece, alsoPicked } = useBench.getState();
  const before = [...alsoPicked, ...(pickedPiece ? [pickedPiece] : [])];
  const picked = before.includes(pieceId) ? before.filter((id) => id !== pieceId) : [...before, pieceId];
  const last = doc.pieces.find((piece) => piece.id === picked.at(-1));
  pickPiece(last?.id ?? null, last ? partOf(doc, last) : null, picked.slice(0, -1));
}

/** What a click on a piece does, or on none: picks it, or with Shift (`more`) picks it beside the others. */
export function pickByClick(doc: CharacterDoc, pieceId: string | null, more: boolean): void {
  const piece = doc.pieces.find(({ id }) => id === pieceId);
  if (!more) pickPiece(pieceId, piece ? partOf(doc, piece) : null);
  else if (piece) alsoPick(doc, piece.id);
}

/** All pieces that are picked: the one that gets paint first. */
export function allPicked({ pickedPiece, alsoPicked }: Pick<BenchState, 'pickedPiece' | 'alsoPicked'>): string[] {
  return pickedPiece ? [pickedPiece, ...alsoPicked] : [];
}

export function pickJoint(jointId: string | null): void {
  useBench.setState({ pickedJoint: jointId });
}

/** Brings a spot of the canvas into view. */
export function lookAtPlace(x: number, y: number, reach = 120): void {
  lookAtPlaces([{ x, y }], reach);
}

/** Brings several spots of the canvas into view at once, with so many px of what is around them. */
export function lookAtPlaces(places: readonly { x: number; y: number }[], reach: number): void {
  const [xs, ys] = [places.map(({ x }) => x), places.map(({ y }) => y)];
  const [left, top] = [Math.min(...xs) - reach, Math.min(...ys) - reach];
  const [width, height] = [Math.max(...xs) + reach - left, Math.max(...ys) + reach - top];
  useBench.setState({ lookAt: { kind: 'rect', x: left, y: top, width, height } });
}

export function setBend(jointId: string, angle: number): void {
  useBench.setState(({ bends }) => ({ bends: { ...bends, [jointId]: angle } }));
}

/** Is anything bent, or does a pupil look elsewhere than at rest? */
export function isBent(): boolean {
  const { bends, gaze } = useBench.getState();
  return (
    Object.values(bends).some((angle) => angle !== 0) || Object.values(gaze).some(({ x, y }) => x !== 0 || y !== 0)
  );
}

/** Shows what is picked alone, or all pieces again. */
export function showAlone(): void {
  const picked = allPicked(useBench.getState());
  useBench.setState(({ solo }) => ({ solo: solo || picked.length === 0 ? null : picked }));
}

/** Folds the panels away, or back. */
export function foldPanels(): void {
  useBench.setState(({ panels }) => ({ panels: !panels }));
}
