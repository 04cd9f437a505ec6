import { createHash } from 'node:crypto';
import type { PlacedBitmap } from '@limber-sheaf/core';
import type { DrawnPiece } from '@limber-sheaf/formats';

export const sha = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

/** A picture that leaves, with its file. */
export interface PackedPicture {
  image: PlacedBitmap;
  png: Uint8Array;
}

/** A piece as it leaves. */
export interface PackedPiece extends PackedPicture {
  entry: DrawnPiece;
  /** The limb that it is grouped with in layered files; null for none. */
  group: string | null;
  /** Of a soft piece: does its tip lie beneath where it folds over itself? */
  tipBeneath?: boolean;
  /** What layered files hold in its place where shade or line are kept apart. */
  base: PackedPicture;
  /** Shade and line, directly above it. */
  above: (PackedPicture & { role: 'shade' | 'line' })[];
}
