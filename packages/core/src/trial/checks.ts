import { drawOrder, parentPiece, pieceName } from '../document/family.js';
import { deriveKey } from '../document/keys.js';
import type { CharacterDoc, ViewId } from '../document/rows.js';
import { measureUnder, viewCheck, type Finding, type ViewCheck } from '../document/view-check.js';
import { viewById } from '../document/view-edits.js';
import { movesOf, posesIn, seenInMotion } from './faults-in-motion.js';
import { slidesIn } from './measure-motion.js';
import { MOTION_KEYS, STANDING, motionFrames, motionKeys, motionsFor } from './motions.js';
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

/** A frame of one of all motions, in words and as its pose. */
function frameOf(
  doc: CharacterDoc,
  viewId: ViewId,
  motion: number,
  frame: number,
): { when: string; bends: Finding['bends'] } {
  const { key, word } = motionsFor(doc, viewId)[motion];
  const pose = motionFrames(doc, viewId, key, { fps: FPS, amount: 1 }).poses[frame];
  return { when: `${word}, frame ${frame + 1}`, bends: pose && bendsOf(doc, viewId, pose) };
}

/** Nothing bare, in motion: what the joints alone do not show when each turns by itself. */
const hiddenPaint: ViewCheck<MovedBare[]> = {
  id: 'hidden-paint',
  measures(doc, viewId, sheets) {
    return [
      measureUnder(() => deriveKey('motions 4', [...movesOf(doc, viewId, sheets), posesIn(doc)]), {
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
      }),
    ];
  },
  report(doc, viewId, [bare], found) {
    const order = drawOrder(doc, viewId);
    const others = bare.filter(({ at }) => !found.some(({ pieceId }) => pieceId === order[at].id));
    const findings = others.map(({ at, area, motion, frame }): Finding => {
      const { when, bends } = frameOf(doc, viewId, motion, frame);
      return {
        sentence: `${pieceName(doc, order[at])} comes into view without paint in a motion: ${area} px, ${when}. Paint it in Under.`,
        pieceId: order[at].id,
        bends,
      };
    });
    return { figure: others.reduce((sum, { area }) => sum + area, 0), unit: 'px', findings };
  },
};

/** How far a standing foot slides in its worst frame, by its joint's place in the order of what it turns. */
interface FootSlide {
  at: number;
  /** px a frame. */
  by: number;
  motion: number;
  frame: number;
}

/** The key of how feet stand: how the view's joints turn, what they turn, and where that lies; no picture says more. */
function standKey(doc: CharacterDoc, viewId: ViewId): string {
  const order = drawOrder(doc, viewId);
  const at = new Map(order.map(({ id }, i) => [id, i]));
  const view = viewById(doc, viewId);
  const joints = doc.joints.filter((joint) => joint.viewId === viewId);
  return deriveKey('feet 2', [
    doc.parts.map(({ id, group, part, side, index }) => [id, group, part, side, index]),
    [view.key, view.height],
    order.map((piece) => [
      at.get(parentPiece(doc, piece)?.id ?? ''),
      piece.partId,
      piece.face.x,
      piece.face.y,
      piece.face.width,
      piece.face.height,
      piece.soft,
    ]),
    joints.map(({ x, y, kind, childId, parentId, rangeLow, rangeHigh }) => [
      x,
      y,
      kind,
      at.get(childId),
      at.get(parentId),
      rangeLow,
      rangeHigh,
    ]),
  ]);
}

/** Feet that slide while they stand: their joints do not let them go with the floor. */
const feetStand: ViewCheck<FootSlide[]> = {
  id: 'joints-clean',
  measures(doc, viewId) {
    return [
      measureUnder(() => standKey(doc, viewId), {
        what: 'Feet on the floor',
        pieces: [],
        measure() {
          const order = drawOrder(doc, viewId);
          const slides = STANDING.flatMap((key) => {
            const motion = MOTION_KEYS.indexOf(key);
            const found = slidesIn(doc, viewId, motionFrames(doc, viewId, key, { fps: FPS, amount: 1 }));
            return found.map(({ pieceId, frame, figure }) => ({
              ...{ at: order.findIndex(({ id }) => id === pieceId), by: figure, motion, frame },
            }));
          });
          return order.flatMap(
            (_, place) => slides.filter(({ at }) => at === place).sort((a, b) => b.by - a.by)[0] ?? [],
          );
        },
      }),
    ];
  },
  report(doc, viewId, [slides], found) {
    const order = drawOrder(doc, viewId);
    const findings = slides.map(({ at, by, motion, frame }): Finding => {
      const { when, bends } = frameOf(doc, viewId, motion, frame);
      return {
        sentence: `${pieceName(doc, order[at])} slides by ${by.toFixed(1)} px a frame while it stands: ${when}. Widen the range of its joint in Joints.`,
        jointId: doc.joints.find(({ childId }) => childId === order[at].id)?.id,
        bends,
      };
    });
    const others = findings.filter(({ jointId }) => !found.some((one) => one.jointId === jointId));
    return { figure: 0 - others.length, unit: 'joints', findings };
  },
};

/** What Trial checks. */
export const TRIAL_CHECKS = [viewCheck(hiddenPaint), viewCheck(feetStand)];
