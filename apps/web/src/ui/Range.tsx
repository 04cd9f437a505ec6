import { Suspense, lazy, useState } from 'react';

/** Comes with the first that is shown: the bench opens without one. */
const Slider = lazy(() => import('./Slider').then((module) => ({ default: module.Slider })));

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
      <span className="flex h-5 w-16">
        <Suspense>
          <Slider
            name={name}
            value={shown}
            low={low}
            high={high}
            step={step}
            onMove={(next) => {
              setDraft(next);
              onMove?.(next);
            }}
            onChange={(next) => {
              setDraft(null);
              onChange(next);
            }}
          />
        </Suspense>
      </span>
      <span className="figures w-12 text-[12px]">
        {shown}
        {unit && ` ${unit}`}
      </span>
    </label>
  );
}
