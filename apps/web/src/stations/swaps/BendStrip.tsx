import { missingOf, type SwapSetRow } from '@limber-sheaf/core';
import { useState } from 'react';
import { useOnBench } from '../../bench/context';
import { Action, Choice } from '../../ui/controls';
import { leaveBend, squeeze, takeBend, useBending } from './bending';

/** A tenth nearer to the line between both corners, and a tenth farther off. */
const CLOSER = 0.88;
const FARTHER = 1 / CLOSER;

/** Beside the chart while a drawing is bent: squeezed, opened, and the place on the chart that it is for. */
export function BendStrip({ set }: { set: SwapSetRow }) {
  const bench = useOnBench();
  const { doc, view } = bench;
  const bending = useBending((s) => s.bending);
  const [first = { shape: set.shapes[0].key, mood: set.moods[0] }] = missingOf(doc, set, view.id);
  const [cell, setCell] = useState<{ shape: string; mood: string } | null>(null);
  if (!bending) return null;
  const { shape, mood } = cell ?? first;
  return (
    <div
      role="group"
      aria-label="Bending"
      className="flex flex-wrap items-center gap-1.5 border-t border-rule px-3 py-1.5 text-[13px]"
    >
      <span className="text-soft">Drag the handles; both corners stay.</span>
      <Action onClick={() => squeeze(CLOSER)}>Squeeze</Action>
      <Action onClick={() => squeeze(FARTHER)}>Open</Action>
      <span className="ml-auto flex items-center gap-1.5">
        for
        <Choice
          label="Shape of the bent drawing"
          value={shape}
          options={set.shapes.map(({ key }) => ({ value: key, word: key }))}
          onChange={(next) => setCell({ shape: next, mood })}
        />
        <Choice
          label="Mood of the bent drawing"
          value={mood}
          options={set.moods.map((one) => ({ value: one, word: one }))}
          onChange={(next) => setCell({ shape, mood: next })}
        />
        <Action tone="go" onClick={() => void takeBend(bench, shape, mood)}>
          Take it
        </Action>
        <Action onClick={leaveBend}>Leave</Action>
      </span>
    </div>
  );
}
