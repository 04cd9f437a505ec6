import {
  drawOrder,
  mapOwners,
  partAddress,
  partOf,
  planEntries,
  planOf,
  proposeParts,
  toRuns,
  trimMask,
  type CharacterDoc,
  type MaskRuns,
  type NameTokens,
  type Proposal,
  type ViewId,
} from '@limber-sheaf/core';
import { readArt } from '../threads/pictures.js';

/** A part as it is proposed: its pixels, and how sure its name is, 0 to 1. */
export interface ProposedPart {
  tokens: NameTokens;
  mask: MaskRuns;
  sure: number;
}

/** Proposes parts of the plan for all that no piece has taken yet; hidden parts, and shapes without a name, are left out. */
export async function proposeCut({ doc, viewId }: { doc: CharacterDoc; viewId: ViewId }): Promise<ProposedPart[]> {
  const { design, pieces } = await readArt(doc, viewId);
  const order = drawOrder(doc, viewId);
  const cut = new Set(order.map((piece) => partAddress(partOf(doc, piece))));
  const parts = planEntries(planOf(doc.character)).filter((part) => !part.hidden && !cut.has(partAddress(part)));
  const canvas = { x: 0, y: 0, width: design.width, height: design.height };
  const { owner } = mapOwners(
    order.map(({ id }) => pieces.get(id)?.face ?? null),
    canvas,
  );
  const free = new Uint8Array(owner.length);
  for (let i = 0; i < free.length; i++) if (owner[i] === 0) free[i] = 255;
  const proposal = proposeParts(design, parts, free);
  return parts.flatMap(({ group, side, part, index }, at): ProposedPart[] => {
    const own = proposal.shapes.flatMap((shape, label) => (shape.part === at ? [label] : []));
    const mask = own.length > 0 ? trimMask({ ...canvas, data: pixelsOf(proposal, new Set(own)) }) : null;
    if (!mask) return [];
    const weighed = own.map((label) => proposal.shapes[label]);
    const area = weighed.reduce((sum, shape) => sum + shape.area, 0);
    const sure = weighed.reduce((sum, shape) => sum + shape.confidence * shape.area, 0) / Math.max(1, area);
    return [{ tokens: { group, side, part, index }, mask: toRuns(mask), sure }];
  });
}

function pixelsOf({ labels }: Proposal, own: ReadonlySet<number>): Uint8Array {
  const pixels = new Uint8Array(labels.length);
  for (let i = 0; i < labels.length; i++) if (labels[i] > 0 && own.has(labels[i] - 1)) pixels[i] = 255;
  return pixels;
}
