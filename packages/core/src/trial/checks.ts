import { drawOrder, pieceName } from '../document/family.js';
import { deriveKey } from '../document/keys.js';
import { viewCheck, type Finding, type ViewCheck } from '../document/view-check.js';
import { movesOf, posesIn, seenInMotion } from './faults-in-motion.js';
import { motionFrames, motionKeys, motionsFor } from './motions.js';
import { bendsOf } from './pose.js';
import { FPS, tellingFrames } from './telling-frames.js';

/** What a piece shows without paint in its worst frame. */
interface MovedBare {
  /** The piece's place in the draw order. */
  at: number;
  area: number;
  /** The motion's place among all of the character. */
  motion: number;
  frame: number;
}

/** Nothing bare, in motion: what the joints alone do not show when each turns by itself. */
const hiddenPaint: ViewCheck<MovedBare[]> = {
  id: 'hidden-paint',
  measures(doc, viewId, sheets) {
    return [
      {
        key: deriveKey('motions 2', [...movesOf(doc, viewId, sheets), posesIn(doc)]),
        what: 'What motions show',
        measure(art) {
          const frames = tellingFrames(doc, viewId);
          const { bare } = seenInMotion(
            doc,
            viewId,
            art,
            frames.map(({ pose }) => pose),
          );
          return drawOrder(doc, viewId).flatMap(({ id }, at) => {
            const here = bare.filter(({ pieceId }) => pieceId === id).sort((a, b) => b.area - a.area);
            if (here.length === 0) return [];
            const [{ area, frame }] = here;
            const { motion, frame: own } = frames[frame];
            return [{ at, area, motion: motionKeys(doc).indexOf(motion), frame: own }];
          });
        },
      },
    ];
  },
  report(doc, viewId, [bare], found) {
    const order = drawOrder(doc, viewId);
    const motions = motionsFor(doc, viewId);
    const others = bare.filter(({ at }) => !found.some(({ pieceId }) => pieceId === order[at].id));
    const findings = others.map(({ at, area, motion, frame }): Finding => {
      const { key, word } = motions[motion];
      const { poses } = motionFrames(doc, viewId, key, { fps: FPS, amount: 1 });
      return {
        sentence: `${pieceName(doc, order[at])} comes into view without paint in a motion: ${area} px, ${word}, frame ${frame + 1}. Paint it in Under.`,
        pieceId: order[at].id,
        bends: poses[frame] && bendsOf(doc, viewId, poses[frame]),
      };
    });
    return { figure: others.reduce((sum, { area }) => sum + area, 0), unit: 'px', findings };
  },
};

/** What Trial checks. */
export const TRIAL_CHECKS = [viewCheck(hiddenPaint)];
