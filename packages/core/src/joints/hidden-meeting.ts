import type { PlacedBitmap } from '../raster/bitmap.js';
import { anyPaint } from '../raster/sample.js';
import { clearance, thickness } from './clearance.js';
import type { Disc } from './limb-discs.js';

/** px from one look along a line to the next. */
const STEP = 0.5;
/** Of the thinner piece's thickness: how wide what joins the two is, as long as nothing of it is seen. */
const JOINS = 0.6;
/** Less of a disc than this, px, is none. */
const LEAST = 3;

/**
 * Where two pieces meet whose border is wholly hidden, as a head and a trunk beneath a beard: on the line from the middle
 * of one to the middle of the other, halfway along what pieces in front of both cover of it.
 * @param later faces of the pieces drawn later than both, or than the one in front
 * @returns a disc that lies beneath paint, px; null where something else, or nothing, lies between the two
 */
export function hiddenMeeting(child: PlacedBitmap, parent: PlacedBitmap, later: readonly PlacedBitmap[]): Disc | null {
  const [from, to] = [child, parent].map((face) => heartOf(face));
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const placeOf = (d: number) => ({
    x: from.x + ((to.x - from.x) * d) / length,
    y: from.y + ((to.y - from.y) * d) / length,
  });
  const isOn = (faces: readonly PlacedBitmap[], d: number) => anyPaint(faces, placeOf(d).x, placeOf(d).y);
  let last = -1;
  for (let d = 0; d <= length; d += STEP) if (isOn([child], d)) last = d;
  if (last < 0) return null;
  let first = last;
  while (first <= length && !isOn([parent], first)) {
    if (!isOn([child, ...later], first)) return null;
    first += STEP;
  }
  if (first > length) return null;
  const at = placeOf((last + first) / 2);
  const others = later.filter((face) => face !== child && face !== parent);
  const radius = roomAt([child, parent, ...others], at, (JOINS * Math.min(thickness(child), thickness(parent))) / 2);
  return radius < LEAST ? null : { ...at, radius };
}

/** How large a disc lies in paint as a whole, px: `clearance` passes over what is near the middle of the one that it is asked for. */
function roomAt(faces: readonly PlacedBitmap[], at: { x: number; y: number }, wanted: number): number {
  const room = clearance(faces, at, wanted);
  return room < LEAST || room > wanted - STEP ? room : roomAt(faces, at, room);
}

/** The middle of a face's paint, px. */
function heartOf({ x, y, width, height, data }: PlacedBitmap): { x: number; y: number } {
  let [area, sx, sy] = [0, 0, 0];
  for (let i = 0; i < width * height; i++) {
    const alpha = data[i * 4 + 3];
    area += alpha;
    sx += alpha * (i % width);
    sy += alpha * Math.floor(i / width);
  }
  return { x: x + sx / area + 0.5, y: y + sy / area + 0.5 };
}
