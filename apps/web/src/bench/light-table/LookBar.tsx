import type { ButtonHTMLAttributes } from 'react';
import { Focus, Minus, PanelsLeftBottom, Plus, Scan } from 'lucide-react';
import { Range } from '../../ui/Range';
import { allPicked, foldPanels, showAlone, useBench } from '../store';
import { zoomAbout } from './useViewport';

/** How much nearer a click on the plus goes. */
const STEP = 1.25;

/** How the art is looked at: nearer, farther, at its own size, the whole of it, the picked piece alone, without the panels. */
export function LookBar({ table }: { table: { width: number; height: number } }) {
  const scale = useBench((s) => s.viewport.scale);
  const solo = useBench((s) => s.solo);
  const others = useBench((s) => s.others);
  const panels = useBench((s) => s.panels);
  const picked = useBench((s) => allPicked(s).length);
  const zoom = (factor: number) =>
    useBench.setState(({ viewport }) => ({ viewport: zoomAbout(viewport, factor, table.width / 2, table.height / 2) }));
  return (
    <div
      role="toolbar"
      aria-label="Looking"
      className="absolute bottom-3 left-3 flex flex-col items-start gap-1.5"
      // What is done here is not meant for the art beneath.
      onPointerDown={(event) => event.stopPropagation()}
    >
      <div className="flex items-center gap-2">
        <div className="flex flex-col rounded-lg border border-rule bg-sheet">
          <Look
            word="Only the picked piece (W)"
            on={solo !== null}
            disabled={!solo && picked === 0}
            onClick={showAlone}
          >
            <Focus size={16} aria-hidden />
          </Look>
          <Look word="Fold the panels away, or back (F)" on={!panels} onClick={foldPanels}>
            <PanelsLeftBottom size={16} aria-hidden />
          </Look>
        </div>
        {solo && (
          <div className="rounded-lg border border-rule bg-sheet px-2.5 py-1">
            <Range
              label="The others"
              value={Math.round(100 * others)}
              low={0}
              high={60}
              step={5}
              unit="%"
              onMove={(share) => useBench.setState({ others: share / 100 })}
              onChange={(share) => useBench.setState({ others: share / 100 })}
            />
          </div>
        )}
      </div>
      <div className="flex flex-col rounded-lg border border-rule bg-sheet">
        <Look word="Nearer" onClick={() => zoom(STEP)}>
          <Plus size={16} aria-hidden />
        </Look>
        <button
          type="button"
          className="figures h-7 cursor-pointer text-center text-[12px] hover:bg-paper"
          title="Show it at its own size, a pixel a pixel"
          onClick={() => zoom(1 / scale)}
        >
          {Math.round(100 * scale)}%
        </button>
        <Look word="Farther away" onClick={() => zoom(1 / STEP)}>
          <Minus size={16} aria-hidden />
        </Look>
        <Look word="The whole character (H)" onClick={() => useBench.setState({ lookAt: { kind: 'all' } })}>
          <Scan size={16} aria-hidden />
        </Look>
      </div>
    </div>
  );
}

function Look({ word, on, ...rest }: { word: string; on?: boolean } & ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      type="button"
      aria-label={word}
      title={word}
      aria-pressed={on}
      className={`grid h-8 w-10.5 cursor-pointer place-items-center rounded-lg disabled:cursor-default disabled:opacity-45 ${on ? 'bg-ink text-sheet' : 'hover:bg-paper'}`}
      {...rest}
    />
  );
}
