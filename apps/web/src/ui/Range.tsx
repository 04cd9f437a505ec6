import * as Slider from '@radix-ui/react-slider';
import { useState } from 'react';

interface Props {
  label: string;
  /** What it is called where its label stands elsewhere. */
  name?: string;
  value: number;
  low: number;
  high: number;
  unit?: string;
  step?: number;
  /** Called while the hand moves it, where that can be followed. */
  onMove?: (value: number) => void;
  /** Called when the hand lets go. */
  onChange: (value: number) => void;
}

/** A number on a short slider, with its figure. */
export function Range({ label, name = label, value, low, high, unit = '', step = 1, onMove, onChange }: Props) {
  const [draft, setDraft] = useState<number | null>(null);
  const shown = draft ?? value;
  return (
    <label className="flex items-center gap-2 text-[13px] whitespace-nowrap">
      {label}
      <Slider.Root
        value={[shown]}
        min={low}
        max={high}
        step={step}
        onValueChange={([next]) => {
          setDraft(next);
          onMove?.(next);
        }}
        onValueCommit={([next]) => {
          setDraft(null);
          onChange(next);
        }}
        className="relative flex h-5 w-16 touch-none items-center"
      >
        <Slider.Track className="relative h-1 flex-1 rounded bg-rule">
          <Slider.Range className="absolute h-full rounded bg-woad" />
        </Slider.Track>
        <Slider.Thumb
          aria-label={name}
          className="block size-4 cursor-grab rounded-full border-2 border-woad bg-sheet"
        />
      </Slider.Root>
      <span className="figures w-12 text-[12px]">
        {shown}
        {unit && ` ${unit}`}
      </span>
    </label>
  );
}
