import { drawOrder, partOf } from '@limber-sheaf/core';
import { useHotkeys } from 'react-hotkeys-hook';
import { chordOf } from './chord';
import { useOnBench, type BenchValue } from './context';
import type { Station } from './station';
import { useStations } from './stations';
import { movePicked } from './order';
import { foldPanels, pickPiece, showAlone, useBench } from './store';
import { useJournal } from './useJournal';

function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target.isContentEditable || target.tagName === 'TEXTAREA') return true;
  return target instanceof HTMLInputElement && !['checkbox', 'radio', 'range', 'button', 'color'].includes(target.type);
}

/** Keys that a list or a slider in the hand needs for itself. */
function isHeldBy(target: EventTarget | null, chord: string): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target.getAttribute('role') === 'slider') return /^(shift\+)?(arrow|home|end|page)/.test(chord);
  if (target.tagName === 'SELECT') return !chord.startsWith('mod+');
  return (chord === 'enter' || chord === 'space') && target.closest('button, a, [role=button]') !== null;
}

type Deed = (event: KeyboardEvent) => void;

/** The keys that work at every station, and those of the one that is open: by what is printed on them. */
export function useBenchKeys(station: Station | null): void {
  const bench = useOnBench();
  const stations = useStations();
  const journal = useJournal(station);
  const walk = (by: number) => {
    const order = drawOrder(bench.doc, bench.view.id);
    const at = order.findIndex(({ id }) => id === useBench.getState().pickedPiece);
    if (order.length === 0) return;
    const next = order[at < 0 ? (by > 0 ? 0 : order.length - 1) : Math.min(order.length - 1, Math.max(0, at + by))];
    pickPiece(next.id, partOf(bench.doc, next));
  };
  const everywhere: Record<string, Deed> = {
    ...Object.fromEntries(stations.map(({ hotkey, key }) => [hotkey, () => key !== bench.station && bench.go(key)])),
    q: () => useBench.setState({ peek: true }),
    h: () => useBench.setState({ lookAt: { kind: 'all' } }),
    f: foldPanels,
    w: showAlone,
    '?': () => useBench.setState(({ keysShown }) => ({ keysShown: !keysShown })),
    'mod+k': () => useBench.setState({ finder: true }),
    'mod+z': () => void journal.undo(),
    'mod+shift+z': () => void journal.redo(),
    arrowleft: () => walk(-1),
    arrowright: () => walk(1),
    'alt+arrowleft': () => movePicked(bench, 'back', station),
    'alt+arrowright': () => movePicked(bench, 'forward', station),
  };
  useHotkeys(
    '*',
    (event) => {
      const chord = chordOf(event);
      if (isTyping(event.target) || isHeldBy(event.target, chord)) return;
      // A window that lies over the bench has the keys to itself.
      if (document.querySelector('[role=dialog]') && chord !== '?') return;
      const deed = stationDeed(station, chord, bench) ?? everywhere[chord];
      if (!deed) return;
      event.preventDefault();
      deed(event);
    },
    { keydown: true, keyup: false, enableOnFormTags: true },
    [station, stations, bench, journal],
  );
  useHotkeys('*', (event) => chordOf(event) === 'q' && useBench.setState({ peek: false }), {
    keyup: true,
    keydown: false,
    enableOnFormTags: true,
  });
}

/** What a key does at a station now; null where it does nothing there. */
function stationDeed(station: Station | null, chord: string, bench: BenchValue): Deed | null {
  const action = station?.actions.find(({ key, when }) => [key ?? []].flat().includes(chord) && (!when || when(bench)));
  return action ? (event) => action.run(bench, event) : null;
}
