import { jointTurning, bendByHand } from '../../bench/bend-hand';
import type { Hand } from '../../bench/station';
import { pickByClick, pickJoint } from '../../bench/store';
import { useJoints } from './joint-store';
import { placeHand } from './place-hand';

/** What the pointer does at Joints: places a joint, bends a limb, picks the joint of a piece. */
export const jointHand: Hand = {
  points: () => useJoints.getState().placing !== null,

  send(event, bench, table) {
    const at = { x: event.x, y: event.y };
    const { doc } = bench;
    if (useJoints.getState().placing) {
      const place = placeHand(bench);
      if (event.kind === 'press') place.press(at);
      else if (event.kind === 'move') place.move(at, event.free);
      else if (event.kind === 'release') void table.pieceUnder(at.x, at.y).then((id) => place.release(id));
      return true;
    }
    if (bendByHand(event, bench, table)) return true;
    if (event.kind !== 'release') return false;
    void table.pieceUnder(at.x, at.y).then((id) => {
      pickByClick(doc, id, event.more);
      if (id && !event.more) pickJoint(jointTurning(doc, id)?.id ?? null);
    });
    return true;
  },
};
