import {
  findPart,
  findPiece,
  hangingFrom,
  partReach,
  planOf,
  roomShortage,
  sizeNeed,
  type BodyFrame,
  type CharacterDoc,
  type Rect,
  type Shortage,
  type SizeNeed,
  type Swing,
  type ViewRow,
} from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { useOnBench } from '../../bench/context';
import { handWorker } from '../../bench/worker';
import type { planTasks } from './plan-tasks';

/** What Plan measures on the art. */
export interface PlanMeasures {
  frame: BodyFrame | null;
  /** The part of the closest shot as it lies in the design, and whether that is a guess. */
  shotPart: { rect: Rect; guessed: boolean } | null;
  size: SizeNeed | null;
  swings: Swing[];
  room: Shortage;
}

/** The size that is needed and the room that limbs will take, from pieces where they are cut, else from the figure's landmarks. */
export function usePlanMeasures(): PlanMeasures {
  const { doc, view } = useOnBench();
  const [frame, setFrame] = useState<BodyFrame | null>(null);
  useEffect(() => {
    let wanted = true;
    void handWorker<typeof planTasks>('plan')
      .frameOf(view.designBlob)
      .then((found) => wanted && setFrame(found));
    return () => {
      wanted = false;
    };
  }, [view.designBlob]);
  const { shot } = planOf(doc.character);
  const shotPart = frame && partPlace(doc, view, frame, shot.part);
  const swings = frame ? swingsOf(doc, view, frame) : [];
  return {
    frame,
    shotPart,
    size: shotPart && sizeNeed(shot, shotPart.rect.height, view),
    swings,
    room: frame ? roomShortage(view, swings, frame.figure) : { left: 0, top: 0, right: 0, bottom: 0 },
  };
}

/** Where a part lies: its piece and what hangs from it, or a guess by the landmarks. */
function partPlace(doc: CharacterDoc, view: ViewRow, frame: BodyFrame, address: string): PlanMeasures['shotPart'] {
  if (address === 'figure') return { rect: frame.figure, guessed: false };
  const rect = partReach(doc, view.id, address);
  if (rect) return { rect, guessed: false };
  const [group] = address.split('/');
  const { axisX, halfWidth, crownY, neckY, crotchY } = frame;
  const bands: Record<string, [number, number]> = { head: [crownY, neckY], torso: [neckY, crotchY] };
  const band = bands[group];
  if (!band) return null;
  return {
    rect: { x: axisX - halfWidth * 0.4, y: band[0], width: halfWidth * 0.8, height: band[1] - band[0] },
    guessed: true,
  };
}

/** How the limbs may swing: about their joints where they have some, else arms about the shoulders. */
function swingsOf(doc: CharacterDoc, view: ViewRow, frame: BodyFrame): Swing[] {
  const jointed = doc.joints
    .filter((joint) => joint.viewId === view.id)
    .flatMap((joint): Swing[] => {
      const piece = doc.pieces.find((p) => p.id === joint.childId);
      if (!piece) return [];
      return hangingFrom(doc, piece).map(({ face }) => ({
        bounds: face,
        pivot: { x: joint.x, y: joint.y },
        range: [joint.rangeLow, joint.rangeHigh] as const,
      }));
    });
  const planned = planOf(doc.character).parts.filter((p) => p.group === 'arm' && p.part === 'upper');
  const missing = planned.filter((p) => {
    const row = findPart(doc, { group: p.group, part: p.part, side: p.side, index: p.index });
    const piece = row && findPiece(doc, view.id, row.id);
    return !piece || !doc.joints.some((joint) => joint.childId === piece.id);
  });
  const { figure, axisX, halfWidth, neckY, crotchY } = frame;
  const arms = missing.map(({ side, range }): Swing => {
    const inner = halfWidth * 0.42;
    const x = side === 'A' ? figure.x : axisX + inner;
    const tall = (crotchY - neckY) * 1.15;
    return {
      bounds: { x, y: neckY + tall * 0.1, width: halfWidth - inner, height: tall },
      pivot: { x: side === 'A' ? axisX - inner : axisX + inner, y: neckY + tall * 0.12 },
      range,
    };
  });
  return [...jointed, ...arms];
}
