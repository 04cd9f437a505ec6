import { Link, useLocation } from 'react-router';
import { useOnBench } from './context';
import type { StationEntry } from './station';
import { useStations } from './stations';

/** The stations in the order of the work, each with what is left there. Any can be opened at any time. */
export function Run() {
  return (
    <nav
      className="w-[164px] overflow-y-auto border-r border-rule bg-paper pt-3 max-[1000px]:w-[126px]"
      aria-label="The run"
    >
      <ol>
        {useStations().map((station) => (
          <Stop key={station.key} station={station} />
        ))}
      </ol>
    </nav>
  );
}

function Stop({ station }: { station: StationEntry }) {
  const { doc, station: current } = useOnBench();
  const { search } = useLocation();
  const { word, share, open } = station.useFigure();
  const here = station.key === current;
  return (
    <li>
      <Link
        to={`/characters/${doc.character.id}/${station.key}${search}`}
        title={`${station.hint} (${station.hotkey})`}
        aria-current={here ? 'page' : undefined}
        className={`grid grid-cols-[24px_minmax(0,1fr)] gap-x-2 border-l-4 py-2.5 pr-3.5 pl-2.5 ${here ? 'border-brass bg-sheet' : 'border-transparent hover:bg-sheet/60'}`}
      >
        <span className={`font-serif text-[16px] leading-5 ${here ? 'text-brass' : 'text-soft'}`}>
          {station.number}
        </span>
        <span className="flex flex-wrap items-baseline justify-between gap-x-2 text-[13.5px] font-medium">
          {station.word}
          <span className={`figures text-[12px] font-normal whitespace-nowrap ${open ? 'text-madder' : 'text-soft'}`}>
            {word}
          </span>
        </span>
        <span className="col-start-2 mt-1.5 h-[3px] rounded bg-rule">
          <span className="block h-[3px] rounded bg-sap" style={{ width: `${share * 100}%` }} />
        </span>
      </Link>
    </li>
  );
}
