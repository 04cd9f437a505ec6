import { ScrollText } from 'lucide-react';
import { Link } from 'react-router';
import { Action } from '../ui/controls';
import { ThemeSwitch } from '../ui/ThemeSwitch';
import { useProductions } from '../api/useCast';
import { useOnBench } from './context';
import { useStation, useStations } from './stations';
import { useBench } from './store';
import { useJournal } from './useJournal';
import { Views } from './Views';
import { usePageTitle } from '../ui/usePageTitle';

/** Where we are, the design underneath, and the way back. */
export function TopStrip({ undo, redo }: { undo: string | null; redo: string | null }) {
  const { doc, station: here } = useOnBench();
  const peek = useBench((state) => state.peek);
  const { data: productions } = useProductions();
  const production = productions?.find((p) => p.id === doc.character.productionId);
  const stations = useStations();
  const entry = stations.find((s) => s.key === here);
  usePageTitle(`${doc.character.name}, ${entry?.word ?? ''}`);
  const station = useStation(entry ?? stations[0]);
  const journal = useJournal(station);
  return (
    <header className="col-span-3 flex min-w-0 items-center gap-3 border-b border-rule bg-sheet px-4">
      <Link
        to={`/productions/${doc.character.productionId}`}
        className="font-serif text-[19px] font-bold whitespace-nowrap"
      >
        Limber Sheaf
      </Link>
      <nav className="min-w-0 truncate text-[13.5px] text-soft" aria-label="Where you are">
        <Link to={`/productions/${doc.character.productionId}`} className="hover:underline">
          {production?.name ?? 'Cast'}
        </Link>
        <span> / </span>
        <h1 className="inline font-sans text-[13.5px] font-semibold text-ink">{doc.character.name}</h1>
      </nav>
      <span className="flex-1" />
      <Views />
      <Action
        tone={peek ? 'on' : 'plain'}
        hotkey="Q"
        title="Hold: the untouched design over everything"
        onPointerDown={() => useBench.setState({ peek: true })}
        onPointerUp={() => useBench.setState({ peek: false })}
        onPointerLeave={() => useBench.setState({ peek: false })}
      >
        Peek at design
      </Action>
      <Action disabled={!undo} title={undo ? `Undo: ${undo}` : 'Nothing to undo'} onClick={() => void journal.undo()}>
        Undo
      </Action>
      <Action disabled={!redo} title={redo ? `Redo: ${redo}` : 'Nothing to redo'} onClick={() => void journal.redo()}>
        Redo
      </Action>
      <Action
        tone="quiet"
        className="px-2"
        aria-label="What was said"
        title="What the bench has said so far"
        onClick={() => useBench.setState({ saidShown: true })}
      >
        <ScrollText size={16} aria-hidden />
      </Action>
      <Action
        tone="quiet"
        className="px-2"
        aria-label="List of keys"
        title="List of keys (?)"
        onClick={() => useBench.setState({ keysShown: true })}
      >
        ?
      </Action>
      <ThemeSwitch />
    </header>
  );
}
