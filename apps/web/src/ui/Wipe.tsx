import * as Slider from '@radix-ui/react-slider';
import { useState, type ReactNode } from 'react';

interface Props {
  /** Width over height of both pictures. */
  shape: number;
  before: ReactNode;
  after: ReactNode;
  words: { before: string; after: string };
  /** Laid over both. */
  children?: ReactNode;
}

/** Two pictures in one place, with an edge between them to move: what lies left of it is as it was, what lies right as it is. */
export function Wipe({ shape, before, after, words, children }: Props) {
  const [share, setShare] = useState(50);
  return (
    <div className="flex min-h-0 min-w-0 flex-1 flex-col items-center gap-2">
      <div className="grid min-h-0 w-full flex-1 place-items-center" style={{ containerType: 'size' }}>
        <div
          className="relative overflow-hidden rounded-lg border border-rule bg-paper"
          style={{ aspectRatio: shape, width: `min(100cqw, ${100 * shape}cqh)` }}
        >
          <div className="absolute inset-0" style={{ clipPath: `inset(0 0 0 ${share}%)` }}>
            {after}
          </div>
          <div className="absolute inset-0" style={{ clipPath: `inset(0 ${100 - share}% 0 0)` }}>
            {before}
          </div>
          {children}
          <span className="absolute bottom-1.5 left-2 rounded bg-sheet/85 px-1.5 text-[12px]">{words.before}</span>
          <span className="absolute right-2 bottom-1.5 rounded bg-sheet/85 px-1.5 text-[12px]">{words.after}</span>
          <Slider.Root
            value={[share]}
            min={0}
            max={100}
            onValueChange={([next]) => setShare(next)}
            className="absolute inset-0 cursor-ew-resize touch-none"
          >
            <Slider.Track className="absolute inset-0" />
            <Slider.Thumb
              aria-label={`Edge between ${words.before} and ${words.after}`}
              className="block h-full w-0.5 bg-woad outline-offset-4"
              style={{ height: 'var(--wipe-height, 100cqh)' }}
            />
          </Slider.Root>
        </div>
      </div>
    </div>
  );
}
