// Synthetic limbs with known answers, for the benchmarks and figures; the unit tests draw theirs from the same formula.
import { coverageOf, createPlaced } from '@limber-sheaf/core';

export const FILL = [228, 169, 58];
export const INK = [43, 35, 51];

const clamp = (v) => Math.max(0, Math.min(1, v));

/** Draws a limb from its signed distance: straight, bent (`bendRadius`, px) or tapered (full angle, degrees). */
export function drawnLimb({ width, angle, line, taper = 0, bendRadius = 0 }, offset = { x: 0.31, y: -0.17 }) {
  const half = width / 2;
  const size = Math.ceil(width * 5 + 24);
  const centre = { x: size / 2 + offset.x, y: size / 2 + offset.y };
  const rad = (angle * Math.PI) / 180;
  const [ax, ay] = [-Math.sin(rad), Math.cos(rad)];
  const slope = Math.tan(((taper / 2) * Math.PI) / 180);
  const cos = Math.cos(((taper / 2) * Math.PI) / 180);
  const design = createPlaced({ x: 0, y: 0, width: size, height: size });
  for (let y = 0; y < size; y++) {
    for (let x = 0; x < size; x++) {
      const dx = x + 0.5 - centre.x;
      const dy = y + 0.5 - centre.y;
      let along = dx * ax + dy * ay;
      let across = dx * ay - dy * ax;
      if (bendRadius > 0) {
        const cx = across - bendRadius;
        across = bendRadius - Math.hypot(cx, along);
        along = bendRadius * Math.atan2(along, -cx);
      }
      const depth = Math.min((half - Math.abs(across) + slope * along) * cos, width * 1.8 - Math.abs(along));
      const alpha = clamp(depth + 0.5);
      if (alpha === 0) continue;
      const onLine = line > 0 ? clamp(line - depth + 0.5) : 0;
      const i = (y * size + x) * 4;
      for (let c = 0; c < 3; c++) design.data[i + c] = Math.round(FILL[c] + (INK[c] - FILL[c]) * onLine);
      design.data[i + 3] = Math.round(alpha * 255);
    }
  }
  const reach = half * 1.2;
  const cut = {
    x0: centre.x - ay * reach,
    y0: centre.y + ax * reach,
    x1: centre.x + ay * reach,
    y1: centre.y - ax * reach,
  };
  return { design, silhouette: { ...coverageOf(design), x: 0, y: 0 }, cut, centre, radius: half * cos };
}
