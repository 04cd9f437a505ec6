import {
  drawingLabel,
  drawingsLacking,
  isPupil,
  labelFor,
  lidsToMake,
  mirrorPiece,
  partOf,
  pieceOfSet,
  setAt,
  type PieceRow,
  type ViewRow,
  drawnIn,
} from '@limber-sheaf/core';
import { asWork } from '../../api/work';
import type { BenchValue } from '../../bench/context';
import { eyesTogether } from '../../bench/eyes-together';
import type { BenchAction } from '../../bench/station';
import { useBench } from '../../bench/store';
import { beginMaking, leaveMaking, useMaking } from './making';
import { leavePainting, nibBack, usePainting } from './paint-hand';
import { FLIP, openLine, openSet, step, useSwaps, wearNothing, wornOf } from './swaps-store';

function pickedPiece({ doc, view }: BenchValue): PieceRow | null {
  const id = useBench.getState().pickedPiece;
  return doc.pieces.find((piece) => piece.id === id && piece.viewId === view.id && !piece.shadowOf) ?? null;
}

/** The piece at which a set can be started: the picked one, if it has none. */
function startable(bench: BenchValue): PieceRow | null {
  const piece = pickedPiece(bench);
  return piece && !setAt(bench.doc, piece) ? piece : null;
}

function pickedPupil(bench: BenchValue): PieceRow | null {
  const piece = pickedPiece(bench);
  return piece && isPupil(bench.doc, piece) ? piece : null;
}

/** The view with the most drawings that this one lacks; null where it lacks none. */
function richerView({ doc, view }: BenchValue): ViewRow | null {
  const lacking = ({ id }: ViewRow) => drawingsLacking(doc, view.id, id).length;
  const [first] = doc.views.filter(({ id }) => id !== view.id).sort((a, b) => lacking(b) - lacking(a));
  return first && lacking(first) > 0 ? first : null;
}

/** ms after the last arrow key. */
const PAUSE = 400;
let saving: ReturnType<typeof setTimeout> | undefined;

/** Moves the drawing that shows by a pixel; a run of keys is one edit. */
function nudge(bench: BenchValue, dx: number, dy: number): void {
  const set = openSet(bench.doc, bench.view.id);
  const drawing = set && wornOf(bench.doc, set);
  if (!drawing || drawing.isDefault) return;
  const { nudged } = useSwaps.getState();
  const from = nudged?.drawingId === drawing.id ? nudged : { x: 0, y: 0 };
  const to = { drawingId: drawing.id, x: from.x + dx, y: from.y + dy };
  useSwaps.setState({ nudged: to });
  clearTimeout(saving);
  saving = setTimeout(() => {
    const { drawingId, x, y } = to;
    void bench.edit('swaps.move', drawingId, { viewId: bench.view.id, x, y }).then(() => {
      // Keys that came meanwhile begin a run of their own.
      if (useSwaps.getState().nudged === to) useSwaps.setState({ nudged: null });
    });
  }, PAUSE);
}

const canNudge = (bench: BenchValue) => {
  const set = openSet(bench.doc, bench.view.id);
  return set !== null && !wornOf(bench.doc, set).isDefault;
};
const arrow = (key: string, word: string, dx: number, dy: number): BenchAction => ({
  id: `nudge-${key}`,
  word: `Move the drawing ${word} by a pixel`,
  key: `shift+arrow${key}`,
  shown: false,
  when: canNudge,
  run: (bench) => nudge(bench, dx, dy),
});

/** Kinds of sets that lie within the paint of another piece: beneath them something is bare where they shrink. */
const LIES_IN_PAINT = new Set(['mouth', 'lids', 'brows', 'other']);

const hasSet = ({ doc, view }: BenchValue) => openSet(doc, view.id) !== null;

/** The worded actions of Swaps, and its keys. */
export const SWAP_ACTIONS: readonly BenchAction[] = [
  {
    id: 'start',
    word: 'Start a set here',
    key: 'b',
    title: 'Begins a set of drawings at the picked piece; its own paint is the default one',
    shown: (bench) => startable(bench) !== null || !hasSet(bench),
    when: (bench) => startable(bench) !== null,
    go: true,
    run: (bench) => {
      const piece = startable(bench);
      if (!piece) return;
      void bench.edit('swaps.start', piece.id, {}).then((state) => {
        const set = state?.doc.swapSets.find((one) => pieceOfSet(state.doc, one, bench.view.id)?.id === piece.id);
        if (set) useSwaps.setState({ setId: set.id });
      });
    },
  },
  {
    id: 'previous',
    word: 'Previous drawing',
    key: ',',
    shown: false,
    when: hasSet,
    run: ({ doc, view }) => step(doc, view.id, -1),
  },
  {
    id: 'next',
    word: 'Next drawing',
    key: '.',
    shown: false,
    when: hasSet,
    run: ({ doc, view }) => step(doc, view.id, 1),
  },
  {
    id: 'flip',
    word: 'Flip',
    key: 'f',
    title: 'Shows the drawings of this set one after the other',
    shown: hasSet,
    on: () => useSwaps.getState().playing === FLIP,
    run: () => useSwaps.setState(({ playing }) => ({ playing: playing === FLIP ? null : FLIP })),
  },
  {
    id: 'rest',
    word: 'At rest',
    key: 'r',
    title: 'Shows the default drawings again',
    shown: false,
    run: wearNothing,
  },
  {
    id: 'ghosts',
    word: 'Ghosts',
    key: 'g',
    title: 'Lays all drawings of this set faintly over one another',
    shown: hasSet,
    on: () => useSwaps.getState().ghosts,
    run: () => useSwaps.setState(({ ghosts }) => ({ ghosts: !ghosts })),
  },
  {
    id: 'marks',
    word: 'Marks',
    key: 'm',
    title: 'Shows the two marks that the drawings share; drag them to both corners',
    shown: hasSet,
    on: () => useSwaps.getState().marks,
    run: () => useSwaps.setState(({ marks }) => ({ marks: !marks })),
  },
  {
    id: 'seat-all',
    word: 'Seat all',
    key: 's',
    title: 'Moves every drawing so that its marks lie on the set’s',
    shown: () => useSwaps.getState().marks,
    when: hasSet,
    run: ({ edit, view }) => void edit('swaps.seatAll', view.id, {}),
  },
  {
    id: 'seat-turned',
    word: 'Seat these, turned',
    key: 'shift+s',
    title: 'Turns and scales this set’s drawings: by their marks, or where it has none, to where each differs least',
    shown: () => useSwaps.getState().marks,
    run: ({ doc, edit, view }) => {
      const set = openSet(doc, view.id);
      if (!set) return;
      const body = { turns: true, setId: set.id };
      void asWork('Seating the drawings', (signal) => edit('swaps.seatAll', view.id, body, signal));
    },
  },
  {
    id: 'difference',
    word: 'Difference',
    key: 'd',
    title: 'Shows where the drawing differs from the default one',
    shown: hasSet,
    on: () => useSwaps.getState().difference,
    run: () => useSwaps.setState(({ difference }) => ({ difference: !difference })),
  },
  {
    id: 'make',
    word: 'Make',
    key: 'e',
    title: 'Makes another drawing of the one that shows: bent by handles, parted along a line, darkened',
    shown: hasSet,
    on: () => useMaking.getState().making !== null,
    run: (bench) => {
      leavePainting();
      if (useMaking.getState().making) leaveMaking();
      else beginMaking(bench);
    },
  },
  {
    id: 'nib',
    word: 'Nib',
    key: 'n',
    title: 'Paints on the drawing that shows; Alt takes paint away, Shift takes a colour up',
    shown: hasSet,
    on: () => usePainting.getState().painting,
    run: () => {
      const { painting } = usePainting.getState();
      leaveMaking();
      if (painting) leavePainting();
      else usePainting.setState({ painting: true });
    },
  },
  {
    id: 'back',
    word: 'One step back, or lay the tool down',
    key: 'escape',
    shown: false,
    when: () => useMaking.getState().making !== null || usePainting.getState().painting,
    run: (bench) => (usePainting.getState().painting ? nibBack(bench) : leaveMaking()),
  },
  {
    id: 'beneath',
    word: 'Beneath',
    key: 'p',
    title:
      'Paints what only the default drawing covers, in the paint about it, so that nothing is bare under the others',
    shown: ({ doc, view }) => LIES_IN_PAINT.has(openSet(doc, view.id)?.kind ?? ''),
    when: hasSet,
    run: ({ doc, view, edit }) => {
      const set = openSet(doc, view.id);
      if (set) void edit('swaps.beneath', set.id, { viewId: view.id });
    },
  },
  {
    id: 'mirror',
    word: ({ doc, view }) => {
      const set = openSet(doc, view.id);
      const other = set && mirrorPiece(doc, set, view.id);
      return other ? `Give to ${labelFor(partOf(doc, other))}` : 'Give to the other side';
    },
    key: 'o',
    title: 'Gives all drawings of this set to the same part of the other side, mirrored',
    shown: ({ doc, view }) => {
      const set = openSet(doc, view.id);
      return set !== null && mirrorPiece(doc, set, view.id) !== null && drawnIn(doc, set, view.id).length > 1;
    },
    run: ({ doc, view, edit }) => {
      const set = openSet(doc, view.id);
      if (set) void edit('swaps.mirror', set.id, { viewId: view.id });
    },
  },
  {
    id: 'use-all',
    word: (bench) => `Use the drawings of ${richerView(bench)?.key ?? 'another view'}`,
    key: 'u',
    title: 'Takes over every drawing that this view lacks and has the piece for, each put on its seat here',
    shown: (bench) => richerView(bench) !== null,
    run: (bench) => {
      const from = richerView(bench);
      const body = { fromViewId: from?.id ?? '' };
      if (from)
        void asWork('Taking the drawings over', (signal) =>
          bench.edit('making.takeAllOver', bench.view.id, body, signal),
        );
    },
  },
  {
    id: 'lids',
    word: 'Make lids',
    key: 'i',
    title: 'Computes half, shut, upper, lower and squint from the eyes themselves',
    shown: ({ doc, view }) => {
      const set = openSet(doc, view.id);
      return set?.kind === 'lids' && lidsToMake(doc, set, view.id).length > 0;
    },
    run: ({ doc, view, edit }) => {
      const set = openSet(doc, view.id);
      if (set) void edit('swaps.lids', set.id, { viewId: view.id });
    },
  },
  eyesTogether('t', (bench) => pickedPupil(bench) !== null),
  {
    id: 'rim',
    word: 'Make the rim',
    key: 'k',
    title: 'Covers what the picked pupil would show outside its white with the face’s own paint, in front of it',
    shown: (bench) => pickedPupil(bench) !== null,
    when: (bench) => pickedPupil(bench) !== null,
    run: (bench) => {
      const pupil = pickedPupil(bench);
      if (pupil) void bench.edit('making.rim', pupil.id, { saw: { [pupil.id]: pupil.version } });
    },
  },
  {
    id: 'line',
    word: 'Say a line',
    key: 'l',
    title: 'Types a line and watches the mouth say it',
    shown: false,
    when: hasSet,
    on: () => useSwaps.getState().line !== null,
    run: openLine,
  },
  {
    id: 'delete',
    word: (bench) => {
      const set = openSet(bench.doc, bench.view.id);
      return set && canNudge(bench)
        ? `Delete ${drawingLabel(bench.doc, wornOf(bench.doc, set))}`
        : 'Delete the drawing';
    },
    key: 'delete',
    shown: false,
    when: canNudge,
    run: ({ doc, view, edit }) => {
      const set = openSet(doc, view.id);
      if (set) void edit('swaps.delete', wornOf(doc, set).id);
    },
  },
  arrow('left', 'left', -1, 0),
  arrow('right', 'right', 1, 0),
  arrow('up', 'up', 0, -1),
  arrow('down', 'down', 0, 1),
];
