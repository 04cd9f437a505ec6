import { labelFor, orderHints, turnLimb, type PieceRow } from '@limber-sheaf/core';
import type { BenchValue } from '../../bench/context';
import { movePicked, pickedMove, type OrderWay } from '../../bench/order';
import type { BenchAction } from '../../bench/station';
import { allPicked, isBent, useBench } from '../../bench/store';
import { takeOrder } from './order-in-pose';
import { useStackStore } from './stack-store';
import { still, swing, swingOf } from './wiggle';

/** Moves what is picked in the draw order. */
const move = (id: OrderWay, word: string, more: Partial<BenchAction>): BenchAction => ({
  id,
  word,
  ...more,
  when: (bench) => pickedMove(bench, id, { takeOrder }) !== null,
  run: (bench) => movePicked(bench, id, { takeOrder }),
});

function pickedPiece({ doc }: BenchValue): PieceRow | null {
  return doc.pieces.find(({ id }) => id === useBench.getState().pickedPiece) ?? null;
}

/** The part that wiggles: the one under the pointer, or else the picked one. */
function wiggled({ doc }: BenchValue): PieceRow | null {
  const id = useStackStore.getState().under ?? useBench.getState().pickedPiece;
  return doc.pieces.find((piece) => piece.id === id) ?? null;
}

/** Swings while the key is held; with Shift it goes on when the key is let go. */
function wiggleWhileHeld(bench: BenchValue, piece: PieceRow, event: KeyboardEvent): void {
  if (event.repeat) return;
  swing(bench.doc, piece);
  if (event.shiftKey) return;
  const { key } = event;
  const letGo = (up: KeyboardEvent) => {
    if (up.key.toLowerCase() !== key.toLowerCase()) return;
    window.removeEventListener('keyup', letGo);
    still();
  };
  window.addEventListener('keyup', letGo);
}

const turned = (bench: BenchValue) => {
  const piece = pickedPiece(bench);
  return piece && turnLimb(bench.doc, piece);
};

/** The worded actions of Stack, and its keys. */
export const STACK_ACTIONS: readonly BenchAction[] = [
  move('back', 'Back', { keyWord: 'Alt ←' }),
  move('forward', 'Forward', { keyWord: 'Alt →' }),
  {
    id: 'turn-limb',
    word: (bench) => (turned(bench)?.to === 'in-front' ? 'Limb in front' : 'Limb behind'),
    key: 't',
    title: 'Turns a limb’s cards from in front of what it hangs from to behind it, or back',
    when: (bench) => turned(bench) !== null,
    run: (bench) => {
      const limb = turned(bench);
      if (!limb) return;
      const [first, ...along] = limb.pieceIds;
      void bench.edit('stack.order', first, { inFrontOf: limb.inFrontOf, along });
    },
  },
  {
    id: 'wiggle',
    word: 'Wiggle',
    key: ['v', 'shift+v'],
    keyWord: 'V',
    title: 'Hold V over a part to see what moves with it; with Shift several go on swinging',
    when: (bench) => {
      const piece = wiggled(bench);
      return piece !== null && swingOf(bench.doc, piece) !== null;
    },
    on: () => useStackStore.getState().swinging.length > 0,
    run: (bench, event) => {
      const piece = event ? wiggled(bench) : pickedPiece(bench);
      if (!piece) return;
      if (event) wiggleWhileHeld(bench, piece, event);
      else swing(bench.doc, piece);
    },
  },
  {
    id: 'handle',
    word: 'Handle',
    key: 'e',
    title: 'Begins a part without paint from which the picked ones hang, so that they move as one',
    when: () => allPicked(useBench.getState()).length > 0,
    on: () => useStackStore.getState().naming !== null,
    run: ({ doc }) => useStackStore.setState(({ naming }) => ({ naming: naming === null ? usualName(doc) : null })),
  },
  {
    id: 'hints',
    word: ({ doc, view }) => {
      const count = orderHints(doc, view.id).length;
      return count === 1 ? 'Lay 1 as usual' : `Lay ${count} as usual`;
    },
    title: 'Lays the cards that lie elsewhere than the plan’s parts usually do',
    shown: ({ doc, view }) => orderHints(doc, view.id).length > 0,
    run: ({ view, edit }) => void edit('stack.asUsual', view.id, {}),
  },
  move('very-back', 'To the very back', { key: 'alt+shift+arrowleft', shown: false }),
  move('very-front', 'To the very front', { key: 'alt+shift+arrowright', shown: false }),
  {
    id: 'rest',
    word: 'Back to rest',
    key: 'backspace',
    shown: isBent,
    run: () => {
      still();
      useBench.setState({ bends: {} });
    },
  },
  {
    id: 'drop',
    word: 'Stop what swings',
    key: 'escape',
    shown: false,
    run: () => {
      still();
      useStackStore.setState({ naming: null });
    },
  },
];

/** A name for a handle that nothing has yet. */
function usualName({ parts }: BenchValue['doc']): string {
  const taken = new Set(parts.map(labelFor));
  for (let n = 1; ; n++) {
    const name = n === 1 ? 'handle' : `handle ${n}`;
    if (!taken.has(name)) return name;
  }
}
