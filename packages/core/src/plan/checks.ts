import { viewCheck, type ViewCheck } from '../document/view-check.js';
import { viewById } from '../document/view-edits.js';
import { partReach } from './part-reach.js';
import { planOf } from './plan.js';
import { sizeNeed } from './size.js';

const size: ViewCheck<never> = {
  id: 'size',
  measures: () => [],
  report(doc, viewId) {
    const enough = { figure: 0, unit: 'px' as const, findings: [] };
    if (!doc.character.plan) return enough;
    const { shot } = planOf(doc.character);
    const view = viewById(doc, viewId);
    const faces = doc.pieces.filter((piece) => piece.viewId === viewId).map(({ face }) => face);
    const high = Math.max(...faces.map(({ y, height }) => y + height)) - Math.min(...faces.map(({ y }) => y));
    const has = shot.part === 'figure' ? high : (partReach(doc, viewId, shot.part)?.height ?? null);
    if (has === null || !(has > 0)) return enough;
    const need = sizeNeed(shot, has, view);
    if (need.enough) return enough;
    const word = shot.part.replaceAll('/', ' ').trim();
    const { width, height } = need.canvas;
    return {
      figure: need.needed - need.has,
      unit: 'px',
      findings: [
        {
          sentence: `In its closest shot the ${word} fills ${need.needed} lines and is drawn ${need.has} px high. A design of ${width} × ${height} px would be enough; or plan a shot less close.`,
        },
      ],
    };
  },
};

/** What Plan checks. */
export const PLAN_CHECKS = [viewCheck(size)];
