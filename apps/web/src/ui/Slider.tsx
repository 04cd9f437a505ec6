import * as Radix from '@radix-ui/react-slider';

interface Props {
  /** What it is called by a screen reader. */
  name: string;
  value: number;
  low: number;
  high: number;
  step: number;
  onMove: (value: number) => void;
  onChange: (value: number) => void;
}

/** A track with a knob, as wide as it is given room. */
export function Slider({ name, value, low, high, step, onMove, onChange }: Props) {
  return (
    <Radix.Root
      value={[value]}
      min={low}
      max={high}
      step={step}
      onValueChange={([next]) => onMove(next)}
      onValueCommit={([next]) => onChange(next)}
      className="relative flex flex-1 touch-none items-center"
    >
      <Radix.Track className="relative h-1 flex-1 rounded bg-rule">
        <Radix.Range className="absolute h-full rounded bg-woad" />
      </Radix.Track>
      <Radix.Thumb aria-label={name} className="block size-4 cursor-grab rounded-full border-2 border-woad bg-sheet" />
    </Radix.Root>
  );
}
