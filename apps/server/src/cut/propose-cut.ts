import {
  maskOfShapes,
  missingParts,
  proposeParts,
  sureOfPart,
  toRuns,
  type CharacterDoc,
  type MaskRuns,
  type NameTokens,
  type ViewId,
} from '@limber-sheaf/core';
import { designOf } from '../threads/pictures.js';

/** A part as it is proposed: its pixels, and how sure its name is, 0 to 1. */
export interface ProposedPart {
  tokens: NameTokens;
  mask: MaskRuns;
  sure: number;
}

/** Proposes the planned parts of a view that nothing is cut in; what is hidden or not seen there, and shapes without a name, are left out. */
export async function proposeCut({ doc, viewId }: { doc: CharacterDoc; viewId: ViewId }): Promise<ProposedPart[]> {
  const parts = missingParts(doc, viewId);
  const proposal = proposeParts(await designOf(doc, viewId), parts);
  return parts.flatMap(({ group, side, part, index }, at): ProposedPart[] => {
    const mask = maskOfShapes(proposal, (shape) => proposal.shapes[shape].part === at);
    const sure = sureOfPart(proposal.shapes, at);
    return mask ? [{ tokens: { group, side, part, index }, mask: toRuns(mask), sure }] : [];
  });
}
