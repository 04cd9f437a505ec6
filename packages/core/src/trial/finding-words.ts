import { counted } from '../counted.js';
import { jointLabel, partOf } from '../document/family.js';
import { pieceById } from '../document/find.js';
import { capital, labelFor } from '../document/naming.js';
import type { CharacterDoc, DrawingId, JointId, PieceId } from '../document/rows.js';
import { jointById } from '../joints/joint-edits.js';
import { FAULTS, type Fault } from '../joints/sweep-joint.js';
import { drawingById, drawingName } from '../swaps/find-swaps.js';
import type { BendPlace } from './motion-faults.js';

/** What goes wrong in a motion. */
export type MotionFault =
  'unclean' | 'unproven' | 'bare' | 'open' | 'folds' | 'outside' | 'slides' | 'order' | 'behind' | 'out' | 'seat';

/** What happens in a frame, before it is grouped by its cause. */
export interface Happening {
  kind: MotionFault;
  /** Of one cause all have the same. */
  cause: string;
  frame: number;
  /** How bad it is: degrees or px. */
  figure: number;
  jointId: JointId | null;
  pieceId: PieceId | null;
  /** Of a joint that was measured in the pose: what it shows. */
  shows?: BendPlace['shows'];
  drawingId?: DrawingId;
}

const WORDS: Readonly<Record<Fault, string>> = {
  daylight: 'daylight',
  kink: 'kink',
  brokenLine: 'broken line',
  strayLine: 'stray line',
  torn: 'open cut',
};

/** What a joint shows, in words: `14 px of daylight and 9 px of broken line`. */
function showsInWords(shows: BendPlace['shows']): string {
  const all = FAULTS.flatMap((fault) => {
    const px = shows[fault];
    return px === undefined ? [] : [`${counted(Math.round(px), 'px', 'px')} of ${WORDS[fault]}`];
  });
  return [all.slice(0, -1).join(', '), all.at(-1)].filter(Boolean).join(' and ');
}

/** What is told about a cause. @param worst of its frames @param frames how many these are */
export function findingWords(doc: CharacterDoc, worst: Happening, frames: number): string {
  const { kind, figure, jointId, pieceId, shows, drawingId } = worst;
  const joint = capital(jointId ? jointLabel(doc, jointById(doc, jointId)) : '');
  const piece = capital(pieceId ? labelFor(partOf(doc, pieceById(doc, pieceId))) : '');
  const during = `in ${counted(frames, 'frame')}`;
  const degrees = `${Math.round(figure)}°`;
  const px = counted(Math.round(figure), 'px', 'px');
  switch (kind) {
    case 'unclean':
      return shows
        ? `${joint} shows ${showsInWords(shows)} at worst, ${during}. Mend it in Joints.`
        : `${joint} goes ${degrees} past where it is clean, ${during}. Widen its clean range in Joints.`;
    case 'unproven':
      return `${joint} is not proven yet, and turns by ${degrees}.`;
    case 'bare':
      return `${piece} is seen without paint, ${px} at worst, ${during}. Paint it in Under.`;
    case 'open':
      return `${joint} opens a hole within the figure, ${px} at worst, ${during}. Say in Under what is there.`;
    case 'folds':
      return `${piece} folds over itself, ${px} at worst, ${during}. Give its line more points, or bend it less.`;
    case 'outside':
      return `${piece} reaches ${px} past the canvas, ${during}.`;
    case 'slides':
      return `${piece} slides by ${figure.toFixed(1)} px a frame while it stands, ${during}: its ankle’s range holds it back.`;
    case 'order':
      return `${piece} changes its place in the order while it lies over another piece: it is seen to jump.`;
    case 'behind':
      return `${piece} stays while what it sits on moves by up to ${px}, ${during}. Hang it from that in Stack.`;
    case 'out':
      return `${piece} reaches ${px} out of its eye, ${during}. Let it look less far, or cover it with a rim in Swaps.`;
    case 'seat': {
      const drawing = drawingId ? drawingName(doc, drawingById(doc, drawingId)) : '';
      return `${drawing} is ${figure.toFixed(1)} px off its seat, ${during}. Seat it in Swaps.`;
    }
  }
}
