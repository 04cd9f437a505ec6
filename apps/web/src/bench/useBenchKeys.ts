import { partOf } from '@limber-sheaf/core';
import { useHotkeys } from 'react-hotkeys-hook';
import { useLocation, useNavigate } from 'react-router';
import { useOnBench } from './context';
import { STATIONS } from './stations';
import { pickPiece, useBench, type StationKey } from './store';
import { useJournal } from './useJournal';
import { useOrder } from './useOrder';

function isTyping({ target }: KeyboardEvent): boolean {
  const field = target as HTMLInputElement;
  return (
    field.tagName === 'TEXTAREA' || (field.tagName === 'INPUT' && !['checkbox', 'radio', 'range'].includes(field.type))
  );
}

/** The keys that work at every station. */
export function useBenchKeys(characterId: string, station: StationKey): void {
  const { doc } = useOnBench();
  const navigate = useNavigate();
  const { search } = useLocation();

  useHotkeys(
    STATIONS.map((s) => s.hotkey),
    (event) => {
      const next = STATIONS.find((s) => s.hotkey === event.key);
      if (next && next.key !== station) void navigate(`/characters/${characterId}/${next.key}${search}`);
    },
    { useKey: true },
    [search, station],
  );

  useHotkeys('q', () => useBench.setState({ peek: true }), { keydown: true, keyup: false });
  useHotkeys('q', () => useBench.setState({ peek: false }), { keyup: true, keydown: false });
  useHotkeys('h', () => useBench.setState({ lookAt: { kind: 'all' } }));
  useHotkeys('f', () => useBench.setState(({ panels }) => ({ panels: !panels })));
  useHotkeys('w', () => {
    const { solo, pickedPiece } = useBench.getState();
    useBench.setState({ solo: solo ? null : pickedPiece });
  });
  useHotkeys('shift+slash', () => useBench.setState(({ keysShown }) => ({ keysShown: !keysShown })));
  useHotkeys('mod+k', () => useBench.setState({ finder: true }), { preventDefault: true });

  const journal = useJournal();
  // A list or a tick box just used holds the keys; only where text is typed has it an undo of its own.
  const anywhere = { preventDefault: true, enableOnFormTags: true, ignoreEventWhen: isTyping } as const;
  useHotkeys('mod+z', () => void journal.undo(), anywhere, [journal]);
  useHotkeys('mod+shift+z', () => void journal.redo(), anywhere, [journal]);

  const { order, at, move } = useOrder();
  const walk = (by: number) => {
    if (order.length === 0) return;
    const next = order[at < 0 ? (by > 0 ? 0 : order.length - 1) : Math.min(order.length - 1, Math.max(0, at + by))];
    pickPiece(next.id, partOf(doc, next));
  };
  // A slider in the hand keeps its arrow keys.
  const options = {
    ignoreEventWhen: (event: KeyboardEvent) => (event.target as Element).getAttribute('role') === 'slider',
  };
  // In Joints they move the picked joint's pivot.
  const free = () => station !== 'joints' || useBench.getState().pickedJoint === null;
  useHotkeys('left', () => free() && walk(-1), options, [order, at, station]);
  useHotkeys('right', () => free() && walk(1), options, [order, at, station]);

  useHotkeys('alt+left', () => move(at - 1), { preventDefault: true }, [order, at]);
  useHotkeys('alt+right', () => move(at + 1), { preventDefault: true }, [order, at]);
}
