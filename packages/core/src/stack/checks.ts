import { drawOrder, parentPiece, pieceName } from '../document/family.js';
import { pieceById } from '../document/find.js';
import { labelFor } from '../document/naming.js';
import { missingParts } from '../plan/missing-parts.js';
import type { CharacterDoc, ViewId } from '../document/rows.js';
import { viewCheck, type Finding, type Measure, type ViewCheck } from '../document/view-check.js';
import { bordersAtRest, bordersKey, findLeftBehind, type Border } from './left-behind.js';

/** How long a border each two pieces of a view share at rest. */
export function borderMeasure(doc: CharacterDoc, viewId: ViewId): Measure<Border[]> {
  return { key: bordersKey(doc, viewId), what: 'Family', measure: (art) => bordersAtRest(doc, viewId, art) };
}

const family: ViewCheck<Border[]> = {
  id: 'family',
  measures: (doc, viewId) => [borderMeasure(doc, viewId)],
  report(doc, viewId, [borders]) {
    const order = drawOrder(doc, viewId);
    const roots = order.filter((p) => parentPiece(doc, p) === null);
    const [root, ...loose] = [...roots].sort((a, b) => b.face.area - a.face.area);
    const apart = loose.map((p): Finding => ({
      sentence: `${pieceName(doc, p)} moves with nothing, and neither does ${pieceName(doc, root)}. Give it a parent in Stack.`,
      pieceId: p.id,
    }));
    const left = findLeftBehind(doc, viewId, borders).map(({ pieceId, likelyId }): Finding => {
      const [name, likely] = [pieceId, likelyId].map((id) => pieceName(doc, pieceById(doc, id)));
      return {
        sentence: `${name} stays behind when ${likely} moves. Hang it from ${likely} in Stack, or say there that it is fine so.`,
        pieceId,
      };
    });
    // Nobody has asked for the parts of a plan that was never set.
    const missing = (doc.character.plan ? missingParts(doc, viewId) : []).map((part): Finding => ({
      sentence: `Planned and not there: ${labelFor(part)}. Cut it, or take it out of the plan.`,
      lacks: true,
    }));
    const wrong = new Set([...apart, ...left].map(({ pieceId }) => pieceId)).size;
    const of = order.length + missing.length;
    return { figure: order.length - wrong, of, unit: 'pieces', findings: [...apart, ...left, ...missing] };
  },
};

/** What Stack checks. */
export const STACK_CHECKS = [viewCheck(family)];
