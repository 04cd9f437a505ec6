import type { Comparison, ViewMeasure } from '@limber-sheaf/core';
import { useEffect } from 'react';
import { blobUrl } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { viewWord } from '../../bench/view-words';
import { Action, Choice } from '../../ui/controls';
import { ROOM, TALL, layBeside } from './places';
import { useTurns } from './turns-store';

/** Views a second that may be chosen. */
const PACES = [1, 2, 4, 8];
/** How plainly the neighbours show through. */
const ONION = 0.14;

/** The views flipped through in place, standing on one floor; those before and after show faintly. */
export function TurnRound({
  comparison,
  measures,
}: {
  comparison: Comparison;
  measures: ReadonlyMap<string, ViewMeasure>;
}) {
  const { doc } = useOnBench();
  const { at, playing, pace } = useTurns();
  const count = doc.views.length;
  useEffect(() => {
    if (!playing) return;
    const timer = setInterval(() => useTurns.setState((s) => ({ at: (s.at + 1) % count })), 1000 / pace);
    return () => clearInterval(timer);
  }, [playing, pace, count]);
  const { laid } = layBeside(doc.views, comparison, measures);
  const widest = Math.max(...laid.map(({ width }) => width)) + 120;
  const now = at % count;
  const opacityOf = (place: number) =>
    place === now ? 1 : !playing && [(now + 1) % count, (now + count - 1) % count].includes(place) ? ONION : 0;
  // What jumps when this view comes: its sizes and heights that are off.
  const jumps = comparison.findings.filter(
    ({ viewId, kind, accepted }) =>
      viewId === doc.views[now].id && accepted === null && ['size', 'height', 'landmark'].includes(kind),
  );
  const shown = laid[now];
  const [floor, hip] = ['floor', 'hip'].map((key) =>
    comparison.landmarks.get(comparison.referenceId)?.find((mark) => mark.key === key),
  );
  return (
    <>
      <svg
        viewBox={`0 0 ${widest} ${ROOM.above + TALL + ROOM.below}`}
        className="min-h-0 w-full flex-1"
        role="img"
        aria-label={`${viewWord(doc.views[now].key)}, view ${now + 1} of ${count}`}
      >
        {[floor, hip]
          .flatMap((mark) => mark ?? [])
          .map(({ key, share }) => (
            <line
              key={key}
              x1={0}
              x2={widest}
              y1={ROOM.above + TALL * (1 - share)}
              y2={ROOM.above + TALL * (1 - share)}
              stroke="var(--rule)"
              strokeWidth={2}
            />
          ))}
        {/* The one in front is drawn last. */}
        {[...laid.keys()]
          .sort((a, b) => opacityOf(a) - opacityOf(b))
          .map((place) => {
            const { view, canvas, left, width } = laid[place];
            return (
              <image
                key={view.id}
                href={blobUrl(view.designBlob, 1024)}
                {...canvas}
                x={canvas.x - left - width / 2 + widest / 2}
                preserveAspectRatio="none"
                opacity={opacityOf(place)}
              />
            );
          })}
        {jumps.map(({ sentence, place }) =>
          place ? (
            <circle
              key={sentence}
              cx={shown.canvas.x + place.x * shown.scale - shown.left - shown.width / 2 + widest / 2}
              cy={shown.canvas.y + place.y * shown.scale}
              r={26}
              fill="none"
              stroke="var(--madder)"
              strokeWidth={4}
            />
          ) : null,
        )}
      </svg>
      {jumps.length > 0 && (
        <p className="px-6 pb-2 text-center text-[13px] text-madder">
          {jumps.map(({ sentence }) => sentence).join(' ')}
        </p>
      )}
      <div className="flex flex-wrap items-center justify-center gap-2 pb-3">
        {doc.views.map(({ id, key }, place) => (
          <Action
            key={id}
            tone={place === now ? 'on' : 'plain'}
            onClick={() => useTurns.setState({ at: place, playing: false })}
          >
            {viewWord(key)}
          </Action>
        ))}
        <Action tone="go" onClick={() => useTurns.setState({ playing: !playing })}>
          {playing ? 'Hold it' : 'Turn it'}
        </Action>
        <Choice
          label="Pace"
          value={String(pace)}
          options={PACES.map((value) => ({
            value: String(value),
            word: value === 1 ? '1 view a second' : `${value} views a second`,
          }))}
          onChange={(value) => useTurns.setState({ pace: Number(value) })}
        />
      </div>
    </>
  );
}
