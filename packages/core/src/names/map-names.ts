import { guessLayers } from '../cut/layers/sort-layers.js';
import { bodyFrame } from '../cut/propose/body-frame.js';
import { drawOrder, partOf } from '../document/family.js';
import { findPart } from '../document/find.js';
import { unnumbered, type NameTokens } from '../document/naming.js';
import type { CharacterDoc, PartId, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { planEntries, planOf } from '../plan/plan.js';
import { coverageOf } from '../raster/mask.js';

/** What a name that no plan knows is taken to mean; null where that is not understood. */
export interface MappedName {
  partId: PartId;
  tokens: NameTokens | null;
}

/**
 * Maps the names of a view's pieces that the plan does not know to parts that it knows: by the words of the name and usual
 * short forms ("thigh l"), else by where the piece lies on the figure. No two names are mapped to one part, nor one to a
 * part that is there.
 */
export function mapNames(doc: CharacterDoc, viewId: ViewId, { design, pieces }: ViewArt): MappedName[] {
  const planned = planEntries(planOf(doc.character));
  const known = new Set(planned.map(unnumbered));
  const strangers = drawOrder(doc, viewId)
    .filter((piece) => piece.shadowOf === null)
    .map((piece) => ({ part: partOf(doc, piece), paint: pieces.get(piece.id)?.face ?? null }))
    .filter(({ part }) => !known.has(unnumbered(part)));
  const layers = strangers.map(({ part: { group, part, side }, paint }) => ({
    path: [[group, part, side].filter(Boolean).join(' ')],
    visible: true,
    blend: 'normal' as const,
    clippedTo: null,
    paint,
  }));
  const guesses = guessLayers(layers, bodyFrame(coverageOf(design)), design.width * design.height);
  const taken = new Set<string>();
  return strangers.map(({ part }, at) => {
    const { tokens } = guesses[at];
    const isFree = tokens && known.has(unnumbered(tokens)) && !findPart(doc, tokens) && !taken.has(unnumbered(tokens));
    if (isFree) taken.add(unnumbered(tokens));
    return { partId: part.id, tokens: isFree ? tokens : null };
  });
}
