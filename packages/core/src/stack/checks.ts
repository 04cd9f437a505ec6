import { drawOrder, parentPiece, pieceName } from '../document/family.js';
import { pieceById } from '../document/find.js';
import { viewCheck, type Finding, type ViewCheck } from '../document/view-check.js';
import { bordersAtRest, bordersKey, findLeftBehind, type Border } from './left-behind.js';

const family: ViewCheck<Border[]> = {
  id: 'family',
  measures: (doc, viewId) => [
    {
      key: bordersKey(doc, viewId),
      what: 'Family',
      measure: (art) => bordersAtRest(doc, viewId, art),
    },
  ],
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
    const findings = [...apart, ...left];
    const wrong = new Set(findings.map(({ pieceId }) => pieceId)).size;
    return { figure: order.length - wrong, of: order.length, unit: 'pieces', findings };
  },
};

/** What Stack checks. */
export const STACK_CHECKS = [viewCheck(family)];
