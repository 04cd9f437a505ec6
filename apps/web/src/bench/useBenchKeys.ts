import { drawOrder, partOf } from '@limber-sheaf/core';
import { useHotkeys } from 'react-hotkeys-hook';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { useOnBench } from './context';
import { STATIONS } from './stations';
import { pickPiece, useBench, type StationKey } from './store';

/** The keys that work at every station. */
export function useBenchKeys(characterId: string, station: StationKey): void {
  const { doc, view, edit } = useOnBench();
  const navigate = useNavigate();

  useHotkeys(
    STATIONS.map((s) => s.hotkey),
    (event) => {
      const next = STATIONS.find((s) => s.hotkey === event.key);
      if (next && next.key !== station) void navigate(`/characters/${characterId}/${next.key}`);
    },
    { useKey: true },
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

  const step = async (way: 'undo' | 'redo') => {
    const state = await edit('POST', `/characters/${characterId}/${way}`);
    if (state?.summary) toast(state.summary);
  };
  useHotkeys('mod+z', () => void step('undo'), { preventDefault: true }, [edit]);
  useHotkeys('mod+shift+z', () => void step('redo'), { preventDefault: true }, [edit]);

  const order = drawOrder(doc, view.id);
  const walk = (by: number) => {
    if (order.length === 0) return;
    const at = order.findIndex((p) => p.id === useBench.getState().pickedPiece);
    const next = order[at < 0 ? (by > 0 ? 0 : order.length - 1) : Math.min(order.length - 1, Math.max(0, at + by))];
    pickPiece(next.id, partOf(doc, next));
  };
  useHotkeys('left', () => walk(-1), {}, [doc]);
  useHotkeys('right', () => walk(1), {}, [doc]);

  const move = (by: number) => {
    const at = order.findIndex((p) => p.id === useBench.getState().pickedPiece);
    const to = at + by;
    if (at < 0 || to < 0 || to >= order.length) return;
    const others = order.filter((_, i) => i !== at);
    void edit('POST', `/pieces/${order[at].id}/order`, { inFrontOf: to === 0 ? null : others[to - 1].id });
  };
  useHotkeys('alt+left', () => move(-1), { preventDefault: true }, [doc]);
  useHotkeys('alt+right', () => move(1), { preventDefault: true }, [doc]);
}
