import { Link, useLocation } from 'react-router';
import { useRunFigures } from './useRunFigures';
import { STATIONS } from './stations';
import type { StationKey } from './store';

/** The stations in the order of the work, each with what is left there. Any can be opened at any time. */
export function Run({ characterId, current }: { characterId: string; current: StationKey }) {
  const figures = useRunFigures();
  const { search } = useLocation();
  return (
    <nav
      className="w-[164px] overflow-y-auto border-r border-rule bg-paper pt-3 max-[1000px]:w-[126px]"
      aria-label="The run"
    >
      <ol>
        {STATIONS.map((station) => {
          const { word, share, open } = figures[station.key];
          const here = station.key === current;
          return (
            <li key={station.key}>
              <Link
                to={`/characters/${characterId}/${station.key}${search}`}
                title={`${station.purpose} (${station.hotkey})`}
                aria-current={here ? 'page' : undefined}
                className={`grid grid-cols-[24px_1fr] gap-x-2 border-l-4 py-2.5 pr-3.5 pl-2.5 ${here ? 'border-brass bg-sheet' : 'border-transparent hover:bg-sheet/60'}`}
              >
                <span className={`font-serif text-[16px] leading-5 ${here ? 'text-brass' : 'text-soft'}`}>
                  {station.number}
                </span>
                <span className="flex items-baseline justify-between gap-2 text-[13.5px] font-medium">
                  {station.word}
                  <span
                    className={`figures text-[12px] font-normal whitespace-nowrap ${open ? 'text-madder' : 'text-soft'}`}
                  >
                    {word}
                  </span>
                </span>
                <span className="col-start-2 mt-1.5 h-[3px] rounded bg-rule">
                  <span className="block h-[3px] rounded bg-sap" style={{ width: `${share * 100}%` }} />
                </span>
              </Link>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
