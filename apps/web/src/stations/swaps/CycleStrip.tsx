import { drawingById, MOST_FRAMES, type CycleRow, type SwapSetRow, drawnIn } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { Choice } from '../../ui/controls';
import { NumberField } from '../../ui/NumberField';

/** A cycle as a strip: its drawings one after the other, how many frames each is held, and room for one more. */
export function CycleStrip({ cycle, set }: { cycle: CycleRow; set: SwapSetRow }) {
  const { doc, view, edit } = useOnBench();
  const words = drawnIn(doc, set, view.id).map(({ id, shape, mood }) => ({
    value: id,
    word: mood === set.moods[0] ? shape : `${shape}, ${mood}`,
  }));
  const keep = (steps: readonly { id: string; frames: number }[]) =>
    void edit('looks.keepCycle', set.id, {
      name: cycle.name,
      drawingIds: steps.map(({ id }) => id),
      frames: steps.map(({ frames }) => frames),
    });
  const steps = cycle.drawingIds.map((id, at) => ({ id, frames: cycle.frames[at] }));
  const total = cycle.frames.reduce((sum, count) => sum + count, 0);
  return (
    <details className="border-b border-rule pb-1 text-[12.5px]">
      <summary className="cursor-pointer text-soft">{total} frames</summary>
      <ol aria-label={`Frames of ${cycle.name}`}>
        {steps.map(({ id, frames }, at) => (
          <li key={at} className="flex items-center gap-1.5 py-0.5">
            <Choice
              label={`Drawing ${at + 1} of ${cycle.name}`}
              value={id}
              options={words}
              onChange={(next) => keep(steps.map((step, k) => (k === at ? { ...step, id: next } : step)))}
            />
            <NumberField
              label={`Frames of ${drawingById(doc, id).shape}, ${at + 1}`}
              value={frames}
              unit="fr"
              digits={0}
              onCommit={(count) =>
                keep(
                  steps.map((step, k) =>
                    k === at ? { ...step, frames: Math.max(1, Math.min(MOST_FRAMES, Math.round(count))) } : step,
                  ),
                )
              }
            />
            <button
              type="button"
              aria-label={`Take drawing ${at + 1} out of ${cycle.name}`}
              className="ml-auto cursor-pointer px-1 text-soft disabled:opacity-30"
              disabled={steps.length <= 2}
              onClick={() => keep(steps.filter((_, k) => k !== at))}
            >
              ×
            </button>
          </li>
        ))}
      </ol>
      <button
        type="button"
        className="cursor-pointer text-woad underline"
        onClick={() => keep([...steps, { id: steps[steps.length - 1].id, frames: 1 }])}
      >
        One more
      </button>
    </details>
  );
}
