import { LONGEST_LINE, counted, scenesOfLine, type SpokenLine } from '@limber-sheaf/core';
import { useEffect, useRef } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { asWork } from '../../api/work';
import { useOnBench } from '../../bench/context';
import { handWorker } from '../../bench/worker';
import { Action } from '../../ui/controls';
import { useTrial } from './trial-store';

/** Words a minute of a line that is tried; Swaps has more to choose. */
const WORDS_A_MINUTE = 150;

/** What the workers do for a line. */
interface LineTasks {
  readLine(text: string, fps: number, wordsAMinute: number): Promise<SpokenLine>;
}

/** The line that is said while the character breathes: typed here, read, and played. */
export function SayHere() {
  const { doc, view } = useOnBench();
  const { line, says, fps, motion } = useTrial(
    useShallow(({ line, says, fps, motion }) => ({ line, says, fps, motion })),
  );
  const readAt = useRef(fps);
  const read = async () => {
    if (line.trim() === '') return;
    readAt.current = fps;
    const spoken = await asWork('Reading the line', () =>
      handWorker<LineTasks>('swaps').readLine(line, fps, WORDS_A_MINUTE),
    );
    if (!spoken) return;
    const scenes = scenesOfLine(doc, view.id, spoken, {});
    useTrial.setState({ says: scenes, frame: 0, playing: scenes.length > 0 });
  };
  // At another rate the line has other frames.
  useEffect(() => {
    if (motion === 'say' && says.length > 0 && readAt.current !== fps) void read();
  });
  if (motion !== 'say') return null;
  const frames = says.reduce((sum, scene) => sum + scene.frames, 0);
  return (
    <form
      className="mb-4"
      onSubmit={(event) => {
        event.preventDefault();
        void read();
      }}
    >
      <div className="flex items-center gap-1.5">
        <input
          type="text"
          aria-label="The line"
          placeholder="Low water at nine, all mail aboard."
          maxLength={LONGEST_LINE}
          value={line}
          onChange={({ target }) => useTrial.setState({ line: target.value })}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === 'Escape') event.currentTarget.blur();
          }}
          className="h-8 w-full min-w-0 rounded-lg border border-rule bg-paper px-2.5 text-[13px]"
        />
        <Action type="submit" tone="go" disabled={line.trim() === ''}>
          Say it
        </Action>
      </div>
      <p className="mt-1 text-[12.5px] text-soft">
        {frames > 0
          ? `${counted(frames, 'frame')} of ${counted(says.length, 'scene')}. Its shapes are changed in Swaps.`
          : 'A mood in square brackets changes the face: [happy] Good morning.'}
      </p>
    </form>
  );
}
