import type { JointRow } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { cutBorder, limbHalf, type CutPoint } from './cut-border.js';
import { straightEnd, type Vector } from './limb-axis.js';

/** What the faces on both sides of a hinge tell of the limb that was cut through there. */
export interface LimbAtJoint {
  /** How far each half, if it is drawn bent, goes straight on to the disc, px from the pivot. */
  straight: { child: Vector; parent: Vector };
  /** Half the limb's width at the disc, px; 0 where the two are not as wide as that. */
  half: number;
  /** The border along which the two are cut from one limb. */
  border: readonly CutPoint[];
}

/** A limb is looked at so many radii from the pivot. */
const FARTHEST = 3;

/**
 * The limb that a joint turns half of; null for a root, which lies beside what it hangs from. It is kept for as long as the
 * child's face is, and found again while both faces and the disc are the same.
 */
export function limbAtJoint({ x, y, radius, kind, childId, parentId }: JointRow, art: ViewArt): LimbAtJoint | null {
  const [child, parent] = [childId, parentId].map((id) => art.pieces.get(id)?.face);
  if (kind !== 'hinge' || !child || !parent) return null;
  const places = [x, y, radius, child.x, child.y, parent.x, parent.y].join();
  const known = kept.get(child.data);
  if (known?.places === places && known.parent.deref() === parent.data && known.design.deref() === art.design.data)
    return known.limb;
  const disc = { x, y, radius };
  const limb = {
    straight: { child: straightEnd(child, parent, disc), parent: straightEnd(parent, child, disc) },
    half: limbHalf([child, parent], disc, FARTHEST * radius),
    border: cutBorder(child, parent, art.design),
  };
  const [other, design] = [parent, art.design].map(({ data }) => new WeakRef(data));
  kept.set(child.data, { places, parent: other, design, limb });
  return limb;
}

/** What was found, and of what: of the pictures no more than what tells whether they are the same, so that they can go. */
interface Kept {
  places: string;
  parent: WeakRef<PlacedBitmap['data']>;
  design: WeakRef<PlacedBitmap['data']>;
  limb: LimbAtJoint;
}

const kept = new WeakMap<PlacedBitmap['data'], Kept>();
