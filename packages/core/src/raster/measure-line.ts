import { cropPlaced, growRect, type PlacedBitmap } from './bitmap.js';
import { labDistance, toLab, type Lab, type Rgb } from './colour.js';
import { contours } from './contours.js';
import { cropMask, type PlacedMask } from './mask.js';
import { sampleBitmap, sampleMask } from './sample.js';
import { median } from './statistics.js';

/** What is known of the drawn outline at a place. */
export interface LineMeasure {
  /** Line width, px; 0 for art with no outline there. */
  width: number;
  /** Line colour; equals `fill` where there is no outline. */
  colour: Rgb;
  /** Fill colour inside the line. */
  fill: Rgb;
  /** 0 to 1: how much the single runs agree, and how many there were. */
  confidence: number;
}

/** Where to measure, px. */
export interface MeasureZone {
  x: number;
  y: number;
  radius: number;
}

/** The widest outline looked for, px. */
const WIDEST = 40;
const STEP = 0.25;
const MOST_RUNS = 160;
/** Contours that are measured along, at most: a photograph’s torn edge has thousands. */
const MOST_CONTOURS = 60;
/** Colours nearer than this (OKLab × 100) are the same paint. */
const SAME = 5;
/** Runs of all contours together, at most: of more, every so many. */
const MOST_OF_ALL = 1500;
/** How far outside the contour a run starts, px, so that the soft rim is counted whole. */
const LEAD = 2;

/**
 * Measures the outline along a silhouette's contour: for each contour point in the zone, the run of line
 * colour along the inward normal, by coverage (so that soft edges count by their share), and of these the
 * median.
 *
 * @param design straight RGBA
 * @param mask the limb's silhouette, on the same canvas
 * @param zone where; runs go inwards at most `radius` px
 */
export function measureLine(design: PlacedBitmap, mask: PlacedMask, zone: MeasureZone): LineMeasure {
  const window = growRect(
    {
      x: Math.floor(zone.x - zone.radius),
      y: Math.floor(zone.y - zone.radius),
      width: Math.ceil(zone.radius * 2) + 1,
      height: Math.ceil(zone.radius * 2) + 1,
    },
    4,
    mask,
  );
  const local = cropMask(mask, window);
  const art = cropPlaced(design, window);
  const depth = Math.max(4, Math.min(WIDEST, zone.radius * 0.9));
  const runs = normalRuns(art, local, zone, depth);
  if (runs.count < 3) return { width: 0, colour: [0, 0, 0], fill: [0, 0, 0], confidence: 0 };
  const profile = medianProfile(runs);
  const line = lineIn(profile, runs.steps);
  if (!line) {
    const fill = profile(Math.min(runs.steps - 1, Math.round((LEAD + 2) / STEP))).rgb;
    return { width: 0, colour: fill, fill, confidence: Math.min(1, runs.count / 12) };
  }
  const colour = purestColour(runs, line);
  const widths = coverageWidths(runs, colour, line);
  const width = median(widths);
  const spread = median(widths.map((w) => Math.abs(w - width)));
  const confidence = Math.max(0, Math.min(1, runs.count / 12)) * Math.max(0, 1 - spread / Math.max(1, width));
  return { width, colour, fill: line.fill, confidence };
}

/** Runs side by side; a line has mostly ended long before they do, so that each step of them is sampled when it is asked for. */
interface Runs {
  count: number;
  steps: number;
  /** Red, green, blue (0 to 255) and coverage (0 to 1) of each run in turn, after so many steps. */
  at(step: number): Float64Array;
}

/** What the runs show in the middle after so many steps. */
interface Sample {
  rgb: Rgb;
  lab: Lab;
  coverage: number;
}

/** The outline in a profile: the fill's colour, and the step where the line has ended. */
interface Outline {
  fill: Rgb;
  end: number;
}

/** The contours that are measured along: of specks without number, the longest. */
function longest<C extends { length: number }>(all: readonly C[]): readonly C[] {
  return all.length <= MOST_CONTOURS ? all : [...all].sort((a, b) => b.length - a.length).slice(0, MOST_CONTOURS);
}

/** The runs along the inward normals of the contour points in the zone. */
function normalRuns(art: PlacedBitmap, mask: PlacedMask, zone: MeasureZone, depth: number): Runs {
  const all = longest(contours(mask)).flatMap((contour) => normalsOf(contour, mask, zone));
  const stride = Math.ceil(all.length / MOST_OF_ALL);
  const starts = all.filter((_, at) => at % stride === 0);
  const pixel = new Float64Array(4);
  const sampled: Float64Array[] = [];
  const sample = (step: number) => {
    const samples = new Float64Array(starts.length * 4);
    const far = step * STEP - LEAD;
    starts.forEach(({ x, y, nx, ny }, run) => {
      const [px, py] = [x + nx * far, y + ny * far];
      sampleBitmap(art, px, py, pixel);
      pixel[3] = Math.min(sampleMask(mask, px, py), pixel[3]) / 255;
      samples.set(pixel, run * 4);
    });
    return samples;
  };
  return {
    count: starts.length,
    steps: Math.floor((depth + LEAD) / STEP) + 1,
    at: (step) => (sampled[step] ??= sample(step)),
  };
}

/** A place of a contour, and the way inwards from it. */
interface Normal {
  x: number;
  y: number;
  nx: number;
  ny: number;
}

/** Some places of a contour that lie in the zone. */
function normalsOf(contour: Float64Array, mask: PlacedMask, zone: MeasureZone): Normal[] {
  const normals: Normal[] = [];
  const n = contour.length / 2;
  if (n < 8) return normals;
  // Some hundred runs tell as much as some thousand.
  const stride = Math.max(1, Math.floor(n / MOST_RUNS));
  for (let i = 0; i < n; i += stride) {
    const x = contour[2 * i] + mask.x;
    const y = contour[2 * i + 1] + mask.y;
    if (Math.hypot(x - zone.x, y - zone.y) > zone.radius) continue;
    // A contour point beside the window's own border is not the art's contour.
    const edge = 1.5;
    if (x < mask.x + edge || y < mask.y + edge || x > mask.x + mask.width - edge || y > mask.y + mask.height - edge)
      continue;
    const span = Math.min(4, (n >> 1) - 1);
    const a = (i + span) % n;
    const b = (i - span + n) % n;
    const tx = contour[2 * a] - contour[2 * b];
    const ty = contour[2 * a + 1] - contour[2 * b + 1];
    const length = Math.hypot(tx, ty);
    // Paint lies to the left of the run: left of (tx, ty), y down, is (ty, -tx).
    if (length > 0) normals.push({ x, y, nx: ty / length, ny: -tx / length });
  }
  return normals;
}

/** The middle of all runs after so many steps: of those that are on paint there, or of all. */
function medianProfile(runs: Runs): (step: number) => Sample {
  const known: Sample[] = [];
  const middle = (step: number): Sample => {
    const samples = runs.at(step);
    const each = Array.from({ length: runs.count }, (_, run) => run * 4);
    const solid = each.filter((at) => samples[at + 3] > 0.5);
    const use = solid.length > 0 ? solid : each;
    const of = (places: readonly number[], channel: number) => median(places.map((at) => samples[at + channel]));
    const rgb: Rgb = [of(use, 0), of(use, 1), of(use, 2)];
    return { rgb, lab: toLab(...rgb), coverage: of(each, 3) };
  };
  return (step) => (known[step] ??= middle(step));
}

/** The outline in a profile; null for art without one. */
function lineIn(profile: (step: number) => Sample, steps: number): Outline | null {
  const rim = Math.round((LEAD + 0.75) / STEP);
  const settle = Math.round(2 / STEP);
  for (let k = rim + 2; k + settle < steps; k++) {
    const here = profile(k);
    if (here.coverage < 0.9) continue;
    let steady = true;
    for (let j = 1; j <= settle && steady; j++) steady = labDistance(here.lab, profile(k + j).lab) < SAME;
    if (!steady) continue;
    let contrast = 0;
    for (let j = rim - 1; j < k; j++)
      if (profile(j).coverage > 0.5) contrast = Math.max(contrast, labDistance(here.lab, profile(j).lab));
    if (contrast > 2 * SAME) return { fill: profile(k + settle).rgb, end: k };
  }
  return null;
}

/** The line's own colour: the middle of the samples farthest from the fill, so that a thin line's blends do not water it down. */
function purestColour(runs: Runs, line: Outline): Rgb {
  const fill = toLab(...line.fill);
  const candidates: { rgb: Rgb; far: number }[] = [];
  for (let run = 0; run < runs.count; run++)
    for (let step = 0; step < line.end; step++) {
      const samples = runs.at(step);
      const at = run * 4;
      if (samples[at + 3] <= 0.9) continue;
      const rgb: Rgb = [samples[at], samples[at + 1], samples[at + 2]];
      candidates.push({ rgb, far: labDistance(toLab(...rgb), fill) });
    }
  candidates.sort((a, b) => b.far - a.far);
  const best = candidates.slice(0, Math.max(1, Math.ceil(candidates.length * 0.2)));
  const middle = (channel: number) => median(best.map(({ rgb }) => rgb[channel]));
  return [middle(0), middle(1), middle(2)];
}

/** Integrals of the line's share along each run, px. */
function coverageWidths(runs: Runs, colour: Rgb, { fill, end }: Outline): number[] {
  const d = [0, 1, 2].map((c) => colour[c] - fill[c]);
  const square = d[0] * d[0] + d[1] * d[1] + d[2] * d[2];
  return Array.from({ length: runs.count }, (_, run) => {
    let width = 0;
    for (let step = 0; step <= end; step++) {
      const samples = runs.at(step);
      const at = run * 4;
      const toward = (channel: number) => (samples[at + channel] - fill[channel]) * d[channel];
      const share = (toward(0) + toward(1) + toward(2)) / square;
      width += Math.max(0, Math.min(1, share)) * samples[at + 3] * STEP;
    }
    return width;
  });
}
