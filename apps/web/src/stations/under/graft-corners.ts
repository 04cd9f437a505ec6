/** Four corners, from the top left clockwise: x, y pairs, px. */
type Corners = readonly number[];

export function centreOf(corners: Corners): { x: number; y: number } {
  const mean = (axis: number) => [0, 1, 2, 3].reduce((sum, k) => sum + corners[2 * k + axis], 0) / 4;
  return { x: mean(0), y: mean(1) };
}

/** One corner elsewhere. */
export function withCorner(corners: Corners, at: number, x: number, y: number): number[] {
  return corners.map((value, i) => (i === 2 * at ? x : i === 2 * at + 1 ? y : value));
}

/** All of it moved, so that its middle comes to lie at a place. */
export function moved(corners: Corners, x: number, y: number): number[] {
  const centre = centreOf(corners);
  return corners.map((value, i) => value + (i % 2 === 0 ? x - centre.x : y - centre.y));
}

/** Turned and scaled about its middle, so that its first edge's middle points to a place. */
export function turned(corners: Corners, x: number, y: number): number[] {
  const { x: cx, y: cy } = centreOf(corners);
  const top = Math.atan2((corners[1] + corners[3]) / 2 - cy, (corners[0] + corners[2]) / 2 - cx);
  return turnedBy(corners, Math.atan2(y - cy, x - cx) - top);
}

/** Turned about its middle, rad. */
function turnedBy(corners: Corners, angle: number): number[] {
  const { x, y } = centreOf(corners);
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return corners.map((value, i) => {
    const [dx, dy] = i % 2 === 0 ? [value - x, corners[i + 1] - y] : [corners[i - 1] - x, value - y];
    return i % 2 === 0 ? x + dx * cos - dy * sin : y + dx * sin + dy * cos;
  });
}

/** Larger or smaller about its middle. */
export function scaled(corners: Corners, by: number): number[] {
  const { x, y } = centreOf(corners);
  return corners.map((value, i) => (i % 2 === 0 ? x + (value - x) * by : y + (value - y) * by));
}
