import { useBench } from '../../bench/store';
import { Toggle } from '../../ui/controls';
import { Range } from '../../ui/Range';
import { useCutHint } from './CutActions';
import { useSoak } from './useSoak';

/** The numbers of the tool in hand, and what it waits for. */
export function CutStrip() {
  const { tool, cutSettings } = useBench();
  const { set } = useSoak();
  const hint = useCutHint();
  if (tool === null && !hint) return null;
  return (
    <span className="pointer-events-none! flex min-h-8 basis-full flex-wrap select-none items-center gap-x-3 gap-y-1 text-[13px]">
      {tool === 'soak' && (
        <span className="pointer-events-auto flex items-center gap-3 rounded-lg bg-sheet/90 px-3 py-1">
          <Range
            label="Tolerance"
            value={cutSettings.tolerance}
            low={1}
            high={40}
            onChange={(tolerance) => void set({ tolerance })}
          />
          <Range
            label="Gap"
            unit="px"
            value={cutSettings.gap}
            low={0}
            high={40}
            onChange={(gap) => void set({ gap })}
          />
          <Toggle on={cutSettings.takeOutline} onChange={(takeOutline) => void set({ takeOutline })}>
            Take outline
          </Toggle>
        </span>
      )}
      {(tool === 'soak' || tool === 'trace') && (
        <span className="pointer-events-auto flex items-center gap-3 rounded-lg bg-sheet/90 px-3 py-1">
          {tool === 'trace' && (
            <Toggle
              on={cutSettings.hug}
              onChange={(hug) => useBench.setState({ cutSettings: { ...cutSettings, hug } })}
            >
              Hug edges
            </Toggle>
          )}
          <Toggle
            on={cutSettings.copy}
            title="Leave the pixels where they are and carry a copy as overlap"
            onChange={(copy) => useBench.setState({ cutSettings: { ...cutSettings, copy } })}
          >
            Copy and leave
          </Toggle>
        </span>
      )}
      {hint && <span className="flex min-h-8 items-center rounded-lg bg-sheet/85 px-3 text-soft">{hint}</span>}
    </span>
  );
}
