// The figures of geometry.md on synthetic limbs: errors of fitJoint, clean ranges of rounded and butt joints.
import { composePiece, crossCut, fitJoint, roundJoint, sweepJoint, takePixels } from '@limber-sheaf/core';
import { drawnLimb } from './limbs.js';

const WIDTHS = [24, 40, 64, 100, 160, 250, 400];
const ANGLES = [0, 9, 17, 30, 45, 61, 73, 90, 128, 161];
const LINES = [0, 2, 4, 8, 12, 16, 24];

/** 210 limbs: straight, bent and tapered, 24 to 400 px, outlines 0 to 24 px, any angle. */
export function limbSpecs() {
  return WIDTHS.flatMap((width, w) =>
    ANGLES.flatMap((angle, a) => {
      const wanted = LINES[(w + a) % LINES.length];
      const line = wanted < width / 5 ? wanted : 4;
      return [
        { kind: 'straight', width, angle, line },
        { kind: 'bent', width, angle: angle + 3, line, bendRadius: width * (2 + (a % 3)) },
        { kind: 'tapered', width, angle: angle + 7, line, taper: [4, 9, 15][a % 3] },
      ];
    }),
  );
}

const sorted = (list) => [...list].sort((a, b) => a - b);
const median = (list) => sorted(list)[list.length >> 1];
const summary = (list) => `median ${median(list).toFixed(3)}, worst ${Math.max(...list).toFixed(3)}`;

function fitFigures() {
  const errors = {
    straight: { centre: [], radius: [] },
    bent: { centre: [], radius: [] },
    tapered: { centre: [], radius: [] },
    line: [],
  };
  let refused = 0;
  const specs = limbSpecs();
  for (const spec of specs) {
    const limb = drawnLimb(spec);
    const fit = fitJoint(limb.silhouette, limb.cut, { design: limb.design });
    if (!fit.ok) {
      refused++;
      continue;
    }
    errors[spec.kind].centre.push(Math.hypot(fit.x - limb.centre.x, fit.y - limb.centre.y));
    errors[spec.kind].radius.push(Math.abs(fit.radius - limb.radius));
    errors.line.push(Math.abs(fit.lineWidth - spec.line));
  }
  console.log(`fitJoint on ${specs.length} limbs, ${refused} refused; errors in px`);
  for (const kind of ['straight', 'bent', 'tapered'])
    console.log(`  ${kind}: centre ${summary(errors[kind].centre)}; radius ${summary(errors[kind].radius)}`);
  console.log(`  line width: ${summary(errors.line)}`);
}

function sweepOf(spec, rounded, range, step) {
  const { design, silhouette, cut } = drawnLimb(spec);
  const sides = crossCut(silhouette, [cut.x0, cut.y0, cut.x1, cut.y1]);
  const face = (mask) => takePixels(design, new Map(), 'x', mask, (id) => id).changed.get('x');
  const [child, parent] = [face(sides.left), face(sides.right)];
  const fit = fitJoint(silhouette, cut, { design });
  const disc = { ...fit, outlineOn: fit.lineWidth > 0 ? 'back' : 'none', looseness: 0 };
  const none = { overlap: null, under: null };
  const ends = rounded ? roundJoint({ design, front: child, behind: parent, disc }) : { front: none, behind: none };
  const piece = (shape, end) => ({ face: shape, image: composePiece({ face: shape, ...end }) });
  return sweepJoint(
    { parent: piece(parent, ends.behind), movingBehind: [], movingInFront: [piece(child, ends.front)], disc },
    range,
    { step },
  );
}

function cleanFigures() {
  for (const kind of ['straight', 'bent', 'tapered']) {
    const specs = limbSpecs().filter((spec) => spec.kind === kind && spec.width <= 160);
    const rounded = specs.map((spec) => sweepOf(spec, true, [-120, 120], 5));
    const butt = specs.map((spec) => sweepOf(spec, false, [-20, 20], 1));
    const widths = (sweeps) => sweeps.map((s) => (s.cleanRange ? s.cleanRange[1] - s.cleanRange[0] : 0));
    const full = rounded.filter((s) => s.cleanRange && s.cleanRange[0] === -120 && s.cleanRange[1] === 120).length;
    const worst = (sweeps) => Math.max(...sweeps.flatMap((s) => s.bends.map((b) => b.daylight)));
    console.log(
      `${kind}, ${specs.length} limbs up to 160 px: rounded clean through ±120°: ${full} of ${specs.length}, median clean range ${median(widths(rounded))}°, daylight at worst ${worst(rounded)} px`,
    );
    console.log(
      `  butt joints: median clean range ${median(widths(butt))}°, widest ${Math.max(...widths(butt))}°, daylight at ±20° up to ${worst(butt)} px`,
    );
  }
}

/** Prints all figures; takes some minutes. */
export function printFigures() {
  fitFigures();
  cleanFigures();
}
