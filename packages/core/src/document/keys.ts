import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils';
import { rectsMeet, uniteRects, type Rect } from '../raster/bitmap.js';
import type { CharacterDoc, PieceRow, Row, SheetRef, SheetsOf } from './rows.js';

/**
 * The key of something derived: the SHA-256 of its inputs, in hex. The same inputs give the same key in browser and server
 * alike.
 *
 * @param kind what is derived, with a number that goes up whenever its computation changes: `sheets 1`
 * @param inputs plain data: objects must have their keys in one order
 */
export function deriveKey(kind: string, inputs: unknown): string {
  return bytesToHex(sha256(utf8ToBytes(JSON.stringify([kind, inputs]))));
}

/** A picture and where it lies. */
export function placeOf(ref: SheetRef | null | undefined): string {
  return ref ? `${ref.blob} ${ref.x} ${ref.y}` : '';
}

/** How a piece is drawn: the pictures of its face and of what was derived for it. */
export function drawnAs(piece: PieceRow, sheets: SheetsOf): string[] {
  return drawnSheets(piece, sheets).map(placeOf);
}

/** The sheets that a piece is drawn with, in one order; null or undefined for those that it lacks. */
function drawnSheets(piece: PieceRow, sheets: SheetsOf): (SheetRef | null | undefined)[] {
  const { overlap, under, clean, line } = sheets[piece.id] ?? {};
  return [piece.face, overlap, under, clean, line];
}

/** A rectangle that holds all that a piece is drawn with. */
export function drawnRect(piece: PieceRow, sheets: SheetsOf): Rect {
  return drawnSheets(piece, sheets).reduce<Rect>((rect, sheet) => (sheet ? uniteRects(rect, sheet) : rect), piece.face);
}

/** Is any of what a piece is drawn with within a rectangle? */
export function isDrawnIn(piece: PieceRow, sheets: SheetsOf, rect: Rect): boolean {
  return drawnSheets(piece, sheets).some((sheet) => sheet && rectsMeet(sheet, rect));
}

/** How a piece is drawn, as a key: rows and references are never changed, and a long list of pieces has one each. */
export function drawnKey(piece: PieceRow, sheets: SheetsOf): string {
  const refs = sheets[piece.id];
  const kept = drawn.get(piece);
  if (kept && kept.refs === refs) return kept.key;
  const key = deriveKey('drawn', drawnAs(piece, sheets));
  drawn.set(piece, { refs, key });
  return key;
}

const drawn = new WeakMap<PieceRow, { refs: SheetsOf[string] | undefined; key: string }>();

/**
 * Remembers what was worked out for a row of a document, which is never changed once it is made.
 * @param work called once for each document and row
 */
export function oncePerDoc<R extends Row, T>(work: (doc: CharacterDoc, row: R) => T): (doc: CharacterDoc, row: R) => T {
  const once = memoryOfDoc<T>();
  return (doc, row) => once(doc, row.id, () => work(doc, row));
}

/** Remembers what was worked out of a document, which is never changed once it is made, by a word for each. */
export function memoryOfDoc<T>(): (doc: CharacterDoc, word: string, work: () => T) => T {
  const known = new WeakMap<CharacterDoc, Map<string, T>>();
  return (doc, word, work) => {
    let words = known.get(doc);
    if (!words) known.set(doc, (words = new Map()));
    let value = words.get(word);
    if (value === undefined) words.set(word, (value = work()));
    return value;
  };
}
