import {
  crossCut,
  maskArea,
  maskOfShapes,
  proposeParts,
  refuse,
  toRuns,
  type KnownPart,
  type MaskRuns,
  type Proposal,
  type ProposedShape,
  type Refusal,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { held, type StateKey } from '../../bench/worker/held';
import { ownersOf } from '../../bench/worker/owners';
import { picture } from '../../bench/worker/pictures';
import { tintColour, tintMask, type Tint } from '../../bench/worker/tint';

/** The proposal that is on the table, as the bench shows it. */
export interface ProposalPicture {
  shapes: ProposedShape[];
  tint: Tint;
}

let current: Proposal | null = null;

async function show(): Promise<ProposalPicture> {
  if (!current) throw new RangeError('no proposal is on the table');
  const { width, height, labels, shapes } = current;
  const data = new ImageData(width, height);
  const words = new Uint32Array(data.data.buffer);
  const colours = shapes.map((shape) => {
    const [r, g, b] = shape.part === null ? [120, 120, 120] : tintColour(shape.part);
    return (r | (g << 8) | (b << 16) | ((shape.part === null ? 90 : 165) << 24)) >>> 0;
  });
  for (let i = 0; i < labels.length; i++) {
    if (labels[i] === 0) continue;
    // A thin dark rim tells two shapes of one tint apart.
    const rim =
      (labels[i + 1] !== labels[i] || labels[i + width] !== labels[i]) &&
      (labels[i - 1] !== labels[i] || labels[i + 1] !== labels[i]);
    words[i] = rim ? 0xff3a3025 : colours[labels[i] - 1];
  }
  hatchUnnamed(words, current);
  const image = await createImageBitmap(data);
  return Comlink.transfer({ shapes: shapes.map((shape) => ({ ...shape })), tint: { image, x: 0, y: 0 } }, [image]);
}

/** Hatches what has no part yet, so that it is seen at once, also by those to whom tints look alike. */
function hatchUnnamed(words: Uint32Array, { width, labels, shapes }: Proposal): void {
  const period = Math.max(12, Math.round(width / HATCHES));
  for (let i = 0; i < labels.length; i++) {
    if (labels[i] === 0 || shapes[labels[i] - 1].part !== null) continue;
    const along = (i % width) + Math.floor(i / width);
    if (along % period < period / 3) words[i] = HATCH;
  }
}

/** Across the width of a design. */
const HATCHES = 110;
/** Ink, two thirds of it. */
const HATCH = 0xaa3a3025;
/** How a shape's extent is shown while it is pointed at: ink, and how much of it. */
const EXTENT = [37, 48, 58] as const;
const EXTENT_ALPHA = 110;

export const proposalTasks = {
  /** Proposes a cut of all that is still uncut. */
  async propose(at: StateKey, viewId: string, parts: KnownPart[]): Promise<ProposalPicture> {
    const { doc } = held(at);
    const view = doc.views.find((v) => v.id === viewId);
    if (!view) throw new RangeError('no such view');
    const { owner } = await ownersOf(at, viewId);
    const free = new Uint8Array(owner.length);
    for (let i = 0; i < free.length; i++) if (owner[i] === 0) free[i] = 255;
    current = proposeParts(await picture(view.designBlob), parts, free);
    return show();
  },

  /** The shape under a place, or null. */
  shapeAt(x: number, y: number): number | null {
    if (!current || x < 0 || y < 0 || x >= current.width || y >= current.height) return null;
    const label = current.labels[Math.floor(y) * current.width + Math.floor(x)];
    return label === 0 ? null : label - 1;
  },

  /** All that a shape reaches over; null where it is not there. */
  async extentOf(shape: number): Promise<Tint | null> {
    const mask = current && maskOfShapes(current, (other) => other === shape);
    if (!mask) return null;
    const tint = await tintMask(mask, EXTENT, EXTENT_ALPHA);
    return Comlink.transfer(tint, [tint.image]);
  },

  /** Gives shapes to a part, by index; null leaves them uncut. */
  async giveShapes(shapes: readonly number[], part: number | null): Promise<ProposalPicture> {
    for (const shape of shapes)
      if (current?.shapes[shape]) current.shapes[shape] = { ...current.shapes[shape], part, confidence: 1 };
    return show();
  },

  /** Splits the shape under a line's middle in two; the smaller side becomes a shape of its own. */
  async splitShape(line: number[]): Promise<ProposalPicture | Refusal> {
    if (!current) return refuse('nothing-there', 'There is no proposal on the table.');
    const proposal = current;
    const middle = (line.length >> 2) * 2;
    const candidates = [
      [(line[0] + line[line.length - 2]) / 2, (line[1] + line[line.length - 1]) / 2],
      [line[middle], line[middle + 1]],
    ].map(([x, y]) => proposalTasks.shapeAt(x, y));
    const shape = candidates.find((found) => found !== null);
    if (shape === undefined || shape === null)
      return refuse('does-not-cross', 'Draw the line across one of the shapes.');
    const mask = maskOfShapes(proposal, (s) => s === shape);
    if (!mask) return refuse('nothing-there', 'That shape is empty.');
    const sides = crossCut(mask, line);
    if (!sides.ok) return sides;
    const left = maskArea(sides.left);
    const right = maskArea(sides.right);
    const small = left <= right ? sides.left : sides.right;
    const made = proposal.shapes.length;
    let sx = 0;
    let sy = 0;
    for (let i = 0; i < small.data.length; i++) {
      if (!small.data[i]) continue;
      const x = small.x + (i % small.width);
      const y = small.y + Math.floor(i / small.width);
      proposal.labels[y * proposal.width + x] = made + 1;
      sx += x;
      sy += y;
    }
    const area = Math.min(left, right);
    proposal.shapes[shape] = { ...proposal.shapes[shape], area: Math.max(left, right) };
    proposal.shapes.push({ at: { x: sx / area, y: sy / area }, area, part: null, confidence: 1 });
    return show();
  },

  /** The pixels that each of some parts would get. */
  masks(wanted: readonly number[]): { part: number; mask: MaskRuns }[] {
    if (!current) return [];
    const { shapes } = current;
    const proposal = current;
    const parts = [...new Set(shapes.flatMap((shape) => (shape.part === null ? [] : [shape.part])))];
    return parts
      .filter((part) => wanted.includes(part))
      .flatMap((part) => {
        const mask = maskOfShapes(proposal, (shape) => shapes[shape].part === part);
        return mask ? [{ part, mask: toRuns(mask) }] : [];
      });
  },

  dropProposal(): void {
    current = null;
  },
};
