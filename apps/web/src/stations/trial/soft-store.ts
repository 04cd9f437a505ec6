import { placesAlong, type CharacterDoc, type PieceRow, type SoftLine } from '@limber-sheaf/core';
import { create } from 'zustand';
import type { BenchValue } from '../../bench/context';
import { isBent, useBench } from '../../bench/store';

interface SoftState {
  /** The point of the picked piece's line that is in hand, from its root. */
  point: number;
  /** Does the mesh show? */
  mesh: boolean;
  /** The line while a point of it is dragged, before it is kept. */
  draft: SoftLine | null;
}

/** How the picked piece's line is looked at and changed. */
export const useSoft = create<SoftState>(() => ({ point: 0, mesh: false, draft: null }));

/** The piece whose line is shown: the picked one, where it is soft. */
export function softPicked(doc: CharacterDoc): (PieceRow & { soft: SoftLine }) | null {
  const { pickedPiece } = useBench.getState();
  const piece = doc.pieces.find(({ id }) => id === pickedPiece);
  return piece?.soft ? { ...piece, soft: piece.soft } : null;
}

/** Keeps another line of a piece; until it is kept the light table shows it all the same. */
export async function keepLine({ edit }: BenchValue, pieceId: string, line: SoftLine): Promise<void> {
  useSoft.setState({ draft: line });
  await edit('trial.soft', pieceId, { line });
  useSoft.setState({ draft: null });
}

/** A line with one of its points elsewhere. */
export function withPointAt(soft: SoftLine, at: number, x: number, y: number): SoftLine {
  return { ...soft, points: soft.points.map((value, i) => (i === 2 * at ? x : i === 2 * at + 1 ? y : value)) };
}

/** A line with a point more, between one and the next (or before the last). */
export function withPointAfter(soft: SoftLine, at: number): SoftLine {
  const line = placesAlong(soft);
  const from = Math.min(at, line.length - 2);
  const [a, b] = [line[from], line[from + 1]];
  return {
    ...soft,
    points: soft.points.toSpliced(2 * from + 2, 0, (a.x + b.x) / 2, (a.y + b.y) / 2),
    stiffness: soft.stiffness.toSpliced(from + 1, 0, (soft.stiffness[from] + soft.stiffness[from + 1]) / 2),
  };
}

/** A line without one of its points. */
export function withoutPoint(soft: SoftLine, at: number): SoftLine {
  return { ...soft, points: soft.points.toSpliced(2 * at, 2), stiffness: soft.stiffness.toSpliced(at, 1) };
}

/** Screen px within which a point is taken. */
const NEAR = 12;

/** Takes the point of the picked piece's line that lies at a place; points are moved at rest alone. */
export function takePoint(doc: CharacterDoc, { x, y }: { x: number; y: number }): number | null {
  const piece = softPicked(doc);
  if (!piece || isBent()) return null;
  const near = NEAR / useBench.getState().viewport.scale;
  const at = placesAlong(piece.soft).findIndex((place) => Math.hypot(place.x - x, place.y - y) <= near);
  if (at < 0) return null;
  useSoft.setState({ point: at });
  return at;
}
