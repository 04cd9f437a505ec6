import { checkNames, parentPiece, partOf } from '@limber-sheaf/core';
import { useHandOffs } from '../api/useHandOffs';
import { isShortOfRange } from '../stations/joints/joint-words';
import { cutCount } from '../stations/cut/parts';
import { useOnBench } from './context';
import { knownSweep, useBench, type StationKey } from './store';

/** What is left at a station: a word or figure, the share done, and whether something is wrong. */
export interface RunFigure {
  word: string;
  share: number;
  open: boolean;
}

/** Figures for the run, from what the bench knows already. */
export function useRunFigures(): Record<StationKey, RunFigure> {
  const { doc, view } = useOnBench();
  const sweeps = useBench((s) => s.sweeps);
  const { list } = useHandOffs(doc.character.id);
  const pieces = doc.pieces.filter((p) => p.viewId === view.id);
  const taken = pieces.reduce((sum, piece) => sum + piece.face.area, 0);
  const share = view.designArea > 0 ? taken / view.designArea : 0;
  const count = cutCount(doc, view.id);
  const joints = doc.joints.filter((j) => j.viewId === view.id);
  const open = joints.filter((joint) => !joint.rounded || isShortOfRange(joint, knownSweep(sweeps[joint.id]))).length;
  const roots = pieces.filter((p) => parentPiece(doc, p) === null).length;
  const faults = checkNames(
    pieces.map((p) => partOf(doc, p)),
    doc.character.scheme,
  ).length;
  const loose = Math.max(0, roots - 1);
  const version = list?.versions[0]?.number;
  return {
    plan: {
      word: doc.character.plan ? 'set' : 'standard',
      share: doc.character.plan ? 1 : 0,
      open: false,
    },
    cut: { word: `${count.cut}/${count.planned}`, share, open: false },
    joints: {
      word: joints.length === 0 ? '–' : open > 0 ? `${open} open` : String(joints.length),
      share: joints.length === 0 ? 0 : 1 - open / joints.length,
      open: open > 0,
    },
    stack: {
      word: pieces.length === 0 ? '–' : loose > 0 ? `${loose} loose` : String(pieces.length),
      share: pieces.length === 0 ? 0 : 1 - (loose + faults) / pieces.length,
      open: loose > 0,
    },
    handoff: { word: version ? `v${String(version).padStart(3, '0')}` : '–', share: version ? 1 : 0, open: false },
  };
}
