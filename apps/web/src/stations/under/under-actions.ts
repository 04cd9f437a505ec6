import { tell } from '../../ui/tell';
import { asWork } from '../../api/work';
import type { BenchValue } from '../../bench/context';
import type { BenchAction } from '../../bench/station';
import { useBench } from '../../bench/store';
import { brushBack } from './brush-hand';
import { contourBack, endContour } from './carry-hand';
import { startHiding } from './hidden-piece';
import { layBack } from './look-at-bare';
import { peelTo, piecesOver } from './peel';
import { NO_CONTOUR, useUnderStore } from './under-store';

const isPicked = ({ doc }: BenchValue) => doc.pieces.some(({ id }) => id === useBench.getState().pickedPiece);
const isBare = () => (useUnderStore.getState().bare?.length ?? 0) > 0;
const isOff = () => {
  const { bends, solo, lit } = useBench.getState();
  return solo !== null || lit !== null || Object.values(bends).some((angle) => angle !== 0);
};

/** Paints whatever comes into view bare, as one edit. */
async function paintAll({ view, edit }: BenchValue): Promise<void> {
  const state = await asWork('Paint all', (signal) => edit('under.paintAll', view.id, {}, signal));
  if (!state) return;
  layBack();
  if (state.summary) tell(state.summary, { description: (state.notes ?? []).join(' ') || undefined });
}

/** The worded actions of Under, and its keys. */
export const UNDER_ACTIONS: readonly BenchAction[] = [
  {
    id: 'paint-all',
    word: 'Paint all',
    key: 'a',
    title: 'Takes every proposal at once, as one edit',
    go: true,
    when: isBare,
    run: (bench) => void paintAll(bench),
  },
  {
    id: 'carry',
    word: 'Carry on',
    key: 'c',
    title: 'Shows the picked piece’s contours beneath with handles; draw one anew freehand or point by point',
    when: isPicked,
    on: () => useUnderStore.getState().carrying,
    run: () =>
      useUnderStore.setState(({ carrying }) => ({ ...NO_CONTOUR, carrying: !carrying, brushing: false, at: null })),
  },
  {
    id: 'end-contour',
    word: 'End the contour',
    key: 'enter',
    shown: false,
    when: () => useUnderStore.getState().pen.kind !== 'idle',
    run: endContour,
  },
  {
    id: 'brush',
    word: 'Brush beneath',
    key: 'n',
    title: 'Paints the picked piece where others hide it',
    when: isPicked,
    on: () => useUnderStore.getState().brushing,
    run: () => useUnderStore.setState(({ brushing }) => ({ ...NO_CONTOUR, brushing: !brushing })),
  },
  {
    id: 'hidden',
    word: 'Hidden',
    key: 'b',
    title: 'Begins a piece that does not show at rest: a hip beneath a coat, the inside of a mouth',
    on: () => useUnderStore.getState().hiding !== null,
    when: ({ doc, view }) => doc.pieces.some(({ viewId }) => viewId === view.id),
    run: (bench) => {
      if (useUnderStore.getState().hiding) useUnderStore.setState(NO_CONTOUR);
      else startHiding(bench);
    },
  },
  {
    id: 'graft',
    word: 'Graft',
    key: 'g',
    title: 'Lays paint of another piece, or of a file, beneath the picked one',
    when: isPicked,
    on: () => useUnderStore.getState().grafting,
    run: () =>
      useUnderStore.setState(({ grafting }) => ({ ...NO_CONTOUR, grafting: !grafting, brushing: false, at: null })),
  },
  {
    id: 'shadow',
    word: 'Lift a shadow',
    key: 'l',
    title: 'Takes a painted-in shadow off the picked piece: mark round it',
    when: isPicked,
    on: () => useUnderStore.getState().lifting,
    run: () =>
      useUnderStore.setState(({ lifting }) => ({ ...NO_CONTOUR, lifting: !lifting, brushing: false, at: null })),
  },
  {
    id: 'peel',
    word: 'Peel',
    key: 'p',
    title: 'Lifts the pieces in front of the picked one, one by one',
    when: (bench) =>
      isPicked(bench) && piecesOver(bench.doc, bench.view.id, useBench.getState().pickedPiece).length > 0,
    on: () => useUnderStore.getState().lifted > 0,
    run: ({ doc, view }) => {
      const { lifted } = useUnderStore.getState();
      const over = piecesOver(doc, view.id, useBench.getState().pickedPiece);
      peelTo(doc, view.id, lifted < over.length ? lifted + 1 : 0);
    },
  },
  {
    id: 'rest',
    word: 'Back to rest',
    key: 'backspace',
    shown: isOff,
    run: layBack,
  },
  {
    id: 'drop',
    word: 'Lay the tool down',
    key: 'escape',
    shown: false,
    run: (bench) => {
      const { brushing, carrying, lifting, hiding, grafting } = useUnderStore.getState();
      if (carrying || lifting || hiding) contourBack(bench);
      else if (grafting) useUnderStore.setState(NO_CONTOUR);
      else if (brushing) brushBack(bench);
      else if (isOff()) layBack();
    },
  },
];
