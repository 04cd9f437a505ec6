/** A smooth stretch of contour near one of its points: a parabola in its own frame. */
export interface LocalContour {
  /** Frame's origin, px. */
  x: number;
  y: number;
  /** Unit tangent; the normal is (-ty, tx). */
  tx: number;
  ty: number;
  /** v = a + b u + c u², u along the tangent, v along the normal, px. */
  a: number;
  b: number;
  c: number;
  /** Root mean square distance of the points from the parabola, px. */
  residual: number;
}

/** The foot of a point on a stretch of contour. */
export interface Foot {
  x: number;
  y: number;
  distance: number;
}

/**
 * Least-squares parabola through the points of `section` (x, y pairs) within `reach` px of its point `index`.
 * A parabola follows an arc to fourth order, which is what the half-pixel figures ask of wide, bent limbs.
 */
export function fitLocalContour(section: ArrayLike<number>, index: number, reach: number): LocalContour {
  const cx = section[2 * index];
  const cy = section[2 * index + 1];
  const near: number[] = [];
  for (let i = 0; i < section.length; i += 2) {
    if (Math.hypot(section[i] - cx, section[i + 1] - cy) <= reach) near.push(section[i], section[i + 1]);
  }
  const n = near.length / 2;
  let mx = 0;
  let my = 0;
  for (let i = 0; i < near.length; i += 2) {
    mx += near[i] / n;
    my += near[i + 1] / n;
  }
  let sxx = 0;
  let sxy = 0;
  let syy = 0;
  for (let i = 0; i < near.length; i += 2) {
    const dx = near[i] - mx;
    const dy = near[i + 1] - my;
    sxx += dx * dx;
    sxy += dx * dy;
    syy += dy * dy;
  }
  const angle = 0.5 * Math.atan2(2 * sxy, sxx - syy);
  const tx = Math.cos(angle);
  const ty = Math.sin(angle);
  // Normal equations for 1, u, u²; u is scaled by the reach so that they stay well conditioned.
  const m = [0, 0, 0, 0, 0];
  const r = [0, 0, 0];
  for (let i = 0; i < near.length; i += 2) {
    const dx = near[i] - mx;
    const dy = near[i + 1] - my;
    const u = (dx * tx + dy * ty) / reach;
    const v = -dx * ty + dy * tx;
    let power = 1;
    for (let k = 0; k < 5; k++) {
      m[k] += power;
      if (k < 3) r[k] += power * v;
      power *= u;
    }
  }
  const [a, b, c] = n >= 5 ? solve3(m, r) : [0, 0, 0];
  const fit = { x: mx, y: my, tx, ty, a, b: b / reach, c: c / (reach * reach), residual: 0 };
  let sum = 0;
  for (let i = 0; i < near.length; i += 2) {
    const dx = near[i] - mx;
    const dy = near[i + 1] - my;
    const u = dx * tx + dy * ty;
    const v = -dx * ty + dy * tx - (fit.a + fit.b * u + fit.c * u * u);
    sum += v * v;
  }
  fit.residual = Math.sqrt(sum / n);
  return fit;
}

/** Solves the symmetric system [[m0 m1 m2] [m1 m2 m3] [m2 m3 m4]] · z = r by Cramer's rule; zeros where it is singular. */
function solve3(m: readonly number[], r: readonly number[]): [number, number, number] {
  const det3 = (p: readonly number[]) =>
    p[0] * (p[4] * p[8] - p[5] * p[7]) - p[1] * (p[3] * p[8] - p[5] * p[6]) + p[2] * (p[3] * p[7] - p[4] * p[6]);
  const det = det3([m[0], m[1], m[2], m[1], m[2], m[3], m[2], m[3], m[4]]);
  if (Math.abs(det) < 1e-9) return [0, 0, 0];
  return [
    det3([r[0], m[1], m[2], r[1], m[2], m[3], r[2], m[3], m[4]]) / det,
    det3([m[0], r[0], m[2], m[1], r[1], m[3], m[2], r[2], m[4]]) / det,
    det3([m[0], m[1], r[0], m[1], m[2], r[1], m[2], m[3], r[2]]) / det,
  ];
}

/** The point of the stretch nearest to (x, y), by Newton's method from the point's own projection. */
export function footOn(fit: LocalContour, x: number, y: number): Foot {
  const dx = x - fit.x;
  const dy = y - fit.y;
  const pu = dx * fit.tx + dy * fit.ty;
  const pv = -dx * fit.ty + dy * fit.tx;
  let u = pu;
  for (let k = 0; k < 12; k++) {
    const v = fit.a + fit.b * u + fit.c * u * u;
    const slope = fit.b + 2 * fit.c * u;
    const g = u - pu + (v - pv) * slope;
    const h = 1 + slope * slope + (v - pv) * 2 * fit.c;
    if (h < 0.05) break;
    const step = g / h;
    u -= step;
    if (Math.abs(step) < 1e-7) break;
  }
  const v = fit.a + fit.b * u + fit.c * u * u;
  return {
    x: fit.x + u * fit.tx - v * fit.ty,
    y: fit.y + u * fit.ty + v * fit.tx,
    distance: Math.hypot(u - pu, v - pv),
  };
}
