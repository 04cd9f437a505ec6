import { useOnBench } from '../../bench/context';
import { Toggle } from '../../ui/controls';
import { Range } from '../../ui/Range';
import { useCutHint } from './cut-hint';
import { setCut, useCut, type CutSettings } from './cut-store';
import { adjustSoak } from './soak-hand';

/** The numbers of the tool in hand, and what it waits for. */
export function CutStrip() {
  const bench = useOnBench();
  const { tool, settings } = useCut();
  const set = (change: Partial<CutSettings>) => adjustSoak(bench, change);
  const hint = useCutHint();
  if (tool === null && !hint) return null;
  return (
    <span className="pointer-events-none! flex min-h-8 basis-full flex-wrap select-none items-center gap-x-3 gap-y-1 text-[13px]">
      {tool === 'soak' && (
        <span className="pointer-events-auto flex items-center gap-3 rounded-lg bg-sheet/90 px-3 py-1">
          <Range
            label="Tolerance"
            value={settings.tolerance}
            low={1}
            high={40}
            onChange={(tolerance) => void set({ tolerance })}
          />
          <Range label="Gap" unit="px" value={settings.gap} low={0} high={40} onChange={(gap) => void set({ gap })} />
          <Toggle on={settings.takeOutline} onChange={(takeOutline) => void set({ takeOutline })}>
            Take outline
          </Toggle>
        </span>
      )}
      {tool === 'nib' && (
        <span className="pointer-events-auto flex items-center gap-3 rounded-lg bg-sheet/90 px-3 py-1">
          <Range label="Nib" unit="px" value={settings.nib} low={1} high={400} onChange={(nib) => setCut({ nib })} />
          <Range
            label="Hardness"
            unit="%"
            value={Math.round(settings.hardness * 100)}
            low={10}
            high={100}
            onChange={(hardness) => setCut({ hardness: hardness / 100 })}
          />
        </span>
      )}
      {(tool === 'soak' || tool === 'trace') && (
        <span className="pointer-events-auto flex items-center gap-3 rounded-lg bg-sheet/90 px-3 py-1">
          {tool === 'trace' && (
            <Toggle on={settings.hug} onChange={(hug) => setCut({ hug })}>
              Hug edges
            </Toggle>
          )}
          <Toggle
            on={settings.copy}
            title="Leave the pixels where they are and carry a copy as overlap"
            onChange={(copy) => setCut({ copy })}
          >
            Take a copy
          </Toggle>
        </span>
      )}
      {hint && <span className="flex min-h-8 items-center rounded-lg bg-sheet/85 px-3 text-soft">{hint}</span>}
    </span>
  );
}
