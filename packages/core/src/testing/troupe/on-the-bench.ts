import type { NameTokens } from '../../document/naming.js';
import type { CharacterDoc } from '../../document/rows.js';
import type { ViewArt } from '../../document/view-art.js';
import { maskArea } from '../../raster/mask.js';
import { cutPart, rawCharacter } from '../jointed.js';
import { drawMember, type Member } from './member.js';

/** A part's tokens from its address. */
function tokens(address: string): NameTokens {
  const [group, part, side] = address.split('/');
  return { group, part: part || null, side: side === 'A' || side === 'B' ? side : null, index: null };
}

/** A character as a careful hand would have cut it: each part's true pixels, in the true order, with its true family. */
export function onTheBench(member: Member): { doc: CharacterDoc; art: ViewArt } {
  const { design, masks } = drawMember(member);
  let cut = rawCharacter(design);
  for (const { parts } of member.layers)
    for (const { address } of parts) {
      const mask = masks.get(address);
      if (mask && maskArea(mask) > 0) cut = cutPart(cut, address, mask, tokens(address));
    }
  const { doc, art } = cut;
  const parentOf = new Map(member.layers.flatMap(({ parts }) => parts.map((part) => [part.address, part.parent])));
  const seen = new Set(doc.pieces.map(({ id }) => id as string));
  const near = (address: string): string | null => {
    const parent = parentOf.get(address) ?? null;
    return parent === null || seen.has(parent) ? parent : near(parent);
  };
  const parts = doc.parts.map((part) => {
    const parent = near(part.id.slice('part-'.length));
    return { ...part, parentId: parent && `part-${parent}` };
  });
  return { doc: { ...doc, parts }, art };
}
