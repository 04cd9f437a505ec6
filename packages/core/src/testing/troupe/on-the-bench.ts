import { takePixels } from '../../cut/take.js';
import { cutPieces } from '../../cut/cut-edits.js';
import { applyDiff } from '../../document/diff.js';
import { drawOrder } from '../../document/family.js';
import type { NameTokens } from '../../document/naming.js';
import type { CharacterDoc, SheetRef } from '../../document/rows.js';
import type { ViewArt } from '../../document/view-art.js';
import { paintArea, type PlacedBitmap } from '../../raster/bitmap.js';
import { maskArea } from '../../raster/mask.js';
import { rawCharacter } from '../jointed.js';
import { drawMember, type Member } from './member.js';

const ref = (blob: string, { x, y, width, height, ...picture }: PlacedBitmap): SheetRef => ({
  blob,
  x,
  y,
  width,
  height,
  area: paintArea({ width, height, ...picture }),
});

/** A part's tokens from its address. */
function tokens(address: string): NameTokens {
  const [group, part, side] = address.split('/');
  return { group, part: part || null, side: side === 'A' || side === 'B' ? side : null, index: null };
}

/** A character as a careful hand would have cut it: each part's true pixels, in the true order, with its true family. */
export function onTheBench(member: Member): { doc: CharacterDoc; art: ViewArt } {
  const { design, masks } = drawMember(member);
  let { doc, art } = rawCharacter(design);
  for (const { parts } of member.layers)
    for (const { address } of parts) {
      const mask = masks.get(address);
      if (!mask || maskArea(mask) === 0) continue;
      const faces = new Map([...art.pieces].map(([id, sheets]) => [id, sheets.face]));
      const taken = takePixels(art.design, faces, address, mask, (id) => id);
      if (!taken.ok) throw new Error(`${member.name}, ${address}: ${taken.sentence}`);
      const face = taken.changed.get(address) as PlacedBitmap;
      const fresh = {
        pieceId: address,
        partId: `part ${address}`,
        tokens: tokens(address),
        face: ref(address, face),
        inFrontOf: drawOrder(doc, 'v').at(-1)?.id,
      };
      doc = applyDiff(doc, cutPieces(doc, { viewId: 'v', sheets: new Map(), fresh: [fresh] }));
      art = { ...art, pieces: new Map(art.pieces).set(address, { face, overlap: null, under: null }) };
    }
  const parentOf = new Map(member.layers.flatMap(({ parts }) => parts.map((part) => [part.address, part.parent])));
  const cut = new Set(doc.pieces.map(({ id }) => id as string));
  const near = (address: string): string | null => {
    const parent = parentOf.get(address) ?? null;
    return parent === null || cut.has(parent) ? parent : near(parent);
  };
  const parts = doc.parts.map((part) => {
    const parent = near(part.id.slice('part '.length));
    return { ...part, parentId: parent && `part ${parent}` };
  });
  return { doc: { ...doc, parts }, art };
}
