import { useState } from 'react';

interface Props {
  label: string;
  value: number;
  unit: string;
  step?: number;
  digits?: number;
  onCommit: (value: number) => void;
}

/** The number that a text stands for, with a point or a comma; NaN for none. */
const read = (text: string) => (text.trim() === '' ? NaN : Number(text.replace(',', '.')));

/** A figure that can be typed over: Enter or leaving it commits, Esc puts it back, arrow keys step. */
export function NumberField({ label, value, unit, step = 1, digits = 1, onCommit }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const commit = (text: string) => {
    setDraft(null);
    const next = read(text);
    if (Number.isFinite(next) && Math.abs(next - value) > 1e-9) onCommit(next);
  };
  return (
    <span className="inline-flex items-center gap-1">
      <input
        aria-label={label}
        inputMode="decimal"
        value={draft ?? value.toFixed(digits)}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={(event) => draft !== null && commit(event.target.value)}
        onKeyDown={(event) => {
          event.stopPropagation();
          // Leaving the field commits; the bench's keys work again from here.
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key === 'Escape') setDraft(null);
          if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
            event.preventDefault();
            const from = read(event.currentTarget.value);
            setDraft(
              ((Number.isFinite(from) ? from : value) + (event.key === 'ArrowUp' ? step : -step)).toFixed(digits),
            );
          }
        }}
        className="figures h-7 w-[4.6rem] rounded-md border border-transparent bg-transparent px-1.5 text-right text-[12.5px] hover:border-rule focus:border-woad focus:bg-paper"
      />
      <span className="text-soft">{unit}</span>
    </span>
  );
}
