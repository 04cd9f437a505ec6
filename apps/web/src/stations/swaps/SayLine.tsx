import { LONGEST_LINE, counted, defaultFirst, scenesOfLine, standIn, type SpokenLine } from '@limber-sheaf/core';
import { Play, Square, X } from 'lucide-react';
import { useState } from 'react';
import { blobUrl, call } from '../../api/client';
import { tellError } from '../../api/useCharacter';
import { asWork } from '../../api/work';
import { useOnBench, type BenchValue } from '../../bench/context';
import { handWorker } from '../../bench/worker';
import { Action, Choice } from '../../ui/controls';
import { giveFile } from '../../ui/give-file';
import { NumberField } from '../../ui/NumberField';
import type { swapTasks } from './swap-tasks';
import { LINE, setsIn, useSwaps, type TriedLine } from './swaps-store';
import { showFrame } from './usePlaying';

/** A line that is typed, read as mouth shapes, and said; each shape can be changed on the strip below it. */
export function SayLine({ line }: { line: TriedLine }) {
  const bench = useOnBench();
  const { doc, view } = bench;
  const playing = useSwaps((s) => s.playing === LINE);
  const [picked, setPicked] = useState<number | null>(null);
  const change = (part: Partial<TriedLine>) => useSwaps.setState({ line: { ...line, ...part } });
  const read = async (part: Partial<TriedLine> = {}) => {
    const wanted = { ...line, ...part };
    const { text, fps, wordsAMinute } = wanted;
    const spoken = await asWork('Reading the line', () =>
      handWorker<typeof swapTasks>('swaps').readLine(text, fps, wordsAMinute),
    );
    setPicked(null);
    if (spoken) useSwaps.setState({ line: { ...wanted, spoken, frame: null }, playing: null });
    return spoken;
  };
  const say = async () => {
    const spoken = line.spoken ?? (await read());
    if (spoken && spoken.frames > 0) useSwaps.setState({ playing: LINE });
  };
  const mouth = setsIn(doc, view.id).find(({ kind }) => kind === 'mouth');
  return (
    <section
      aria-label="Say a line"
      className="absolute right-3 bottom-3 flex max-h-[46%] w-108 max-w-[calc(100%-24px)] flex-col rounded-xl border border-rule bg-sheet px-4 pt-3 pb-3 shadow-sm"
    >
      <header className="mb-2 flex items-center gap-2">
        <h2 className="text-[16px]">Say a line</h2>
        <button
          type="button"
          aria-label="Close"
          className="ml-auto cursor-pointer text-soft"
          onClick={() => useSwaps.setState({ line: null, playing: null })}
        >
          <X size={16} />
        </button>
      </header>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void say();
        }}
      >
        <input
          type="text"
          aria-label="The line"
          placeholder="Low water at nine, all mail aboard."
          maxLength={LONGEST_LINE}
          value={line.text}
          onChange={({ target }) => change({ text: target.value, spoken: null, frame: null })}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === 'Escape') event.currentTarget.blur();
          }}
          className="h-9 w-full rounded-lg border border-rule bg-paper px-3 text-[13.5px]"
        />
        <div className="mt-2 flex flex-wrap items-center gap-2 text-[13px]">
          {playing ? (
            <Action onClick={() => useSwaps.setState({ playing: null })}>
              <Square size={13} /> Stop
            </Action>
          ) : (
            <Action tone="go" type="submit" disabled={line.text.trim() === '' || !mouth}>
              <Play size={13} /> Say it
            </Action>
          )}
          <Choice
            label="Frames a second"
            value={String(line.fps)}
            options={['12', '24', '30'].map((value) => ({ value, word: `${value} fps` }))}
            onChange={(fps) => void read({ fps: Number(fps) as TriedLine['fps'] })}
          />
          <NumberField
            label="Words a minute"
            value={line.wordsAMinute}
            unit="words a minute"
            step={10}
            digits={0}
            onCommit={(value) => void read({ wordsAMinute: Math.max(60, Math.min(400, Math.round(value))) })}
          />
        </div>
      </form>
      {!mouth && (
        <p className="mt-2 text-[12.5px] text-soft">Start a set at the mouth first: there is nothing to speak with.</p>
      )}
      {line.spoken && (
        <>
          <Strip line={line} spoken={line.spoken} picked={picked} onPick={setPicked} />
          {picked !== null && line.spoken.shapes[picked] && <PickedShape spoken={line.spoken} at={picked} />}
          <LineNotes spoken={line.spoken} />
          <div className="mt-2 flex gap-2">
            <Action disabled={line.spoken.frames === 0} onClick={() => saveLine(line)}>
              Save as JSON
            </Action>
            <Action disabled={line.spoken.frames === 0} onClick={() => void saveMoving(bench, line)}>
              Save as a moving picture
            </Action>
          </div>
        </>
      )}
    </section>
  );
}

/** The shapes of a line one after the other, as wide as they are held; the one that shows is marked. */
function Strip({
  line,
  spoken,
  picked,
  onPick,
}: {
  line: TriedLine;
  spoken: SpokenLine;
  picked: number | null;
  onPick: (at: number) => void;
}) {
  const { doc, view } = useOnBench();
  const starts = spoken.shapes.map((_, at) => spoken.shapes.slice(0, at).reduce((sum, one) => sum + one.frames, 0));
  return (
    <div className="mt-2.5 overflow-x-auto pb-1" role="group" aria-label="Shapes of the line">
      <div className="flex w-max">
        {spoken.shapes.map(({ shape, frames, word }, at) => {
          const isNow = line.frame !== null && line.frame >= starts[at] && line.frame < starts[at] + frames;
          return (
            <button
              key={at}
              type="button"
              aria-pressed={picked === at}
              title={`${word || 'pause'}: ${shape}, ${counted(frames, 'frame')}`}
              onClick={() => {
                onPick(at);
                showFrame(doc, view.id, spoken, starts[at]);
              }}
              style={{ width: Math.max(34, frames * 11) }}
              className={`mr-0.5 h-11 shrink-0 cursor-pointer overflow-hidden rounded-md border px-1 text-left text-[12px] leading-tight ${
                isNow
                  ? 'border-madder bg-madder-wash'
                  : picked === at
                    ? 'border-woad bg-woad-wash'
                    : 'border-rule bg-paper'
              }`}
            >
              <span className="block truncate">{shape}</span>
              <span className="figures block text-soft">{frames}</span>
            </button>
          );
        })}
      </div>
    </div>
  );
}

/** The picked shape of the strip: what it is, and how long it is held. */
function PickedShape({ spoken, at }: { spoken: SpokenLine; at: number }) {
  const { doc, view } = useOnBench();
  const one = spoken.shapes[at];
  const set = setsIn(doc, view.id).find(({ kind }) => kind === 'mouth');
  const change = (part: Partial<typeof one>) => {
    const shapes = spoken.shapes.map((other, index) => (index === at ? { ...other, ...part } : other));
    const frames = shapes.reduce((sum, { frames: count }) => sum + count, 0);
    useSwaps.setState(({ line }) => ({ line: line && { ...line, spoken: { ...spoken, shapes, frames } } }));
  };
  const options = [...new Set([one.shape, ...(set?.shapes.map(({ key }) => key) ?? [])])];
  return (
    <div className="mt-1.5 flex items-center gap-2 text-[13px]">
      <span className="text-soft">{one.word || 'pause'}</span>
      <Choice
        label="Shape"
        value={one.shape}
        options={options.map((value) => ({ value, word: value }))}
        onChange={(shape) => change({ shape })}
      />
      <NumberField
        label="Frames held"
        value={one.frames}
        unit={one.frames === 1 ? 'frame' : 'frames'}
        digits={0}
        onCommit={(frames) => change({ frames: Math.max(1, Math.min(240, Math.round(frames))) })}
      />
    </div>
  );
}

/** What the set lacks, with what stands in for it, and what could not be said. */
function LineNotes({ spoken }: { spoken: SpokenLine }) {
  const { doc, view } = useOnBench();
  const set = setsIn(doc, view.id).find(({ kind }) => kind === 'mouth');
  if (!set) return null;
  const drawings = defaultFirst(doc, set, view.id);
  const others = new Map<string, string>();
  const unknown = new Set<string>();
  for (const { shape, mood } of spoken.shapes) {
    if (mood && !set.moods.includes(mood)) unknown.add(mood);
    const felt = mood && set.moods.includes(mood) ? mood : set.moods[0];
    const found = standIn(drawings, shape, felt, set.moods[0]);
    const name = (of: string, as: string) => (as === set.moods[0] ? of : `${of}, ${as}`);
    if (found?.isOther) others.set(name(shape, felt), name(found.drawing.shape, found.drawing.mood));
  }
  const lines = [
    ...(spoken.frames === 0 ? ['There is nothing to say in this line.'] : []),
    ...(others.size > 0
      ? [`Not drawn: ${[...others].map(([lacks, has]) => `${lacks} (${has} stands in)`).join('; ')}.`]
      : []),
    ...(unknown.size > 0 ? [`The chart has no mood ${[...unknown].join(', ')}: ${set.moods[0]} stands in.`] : []),
    ...(spoken.guessed.length > 0 ? [`Said by its spelling: ${spoken.guessed.join(', ')}.`] : []),
    ...(spoken.unsaid.length > 0 ? [`Cannot be said: ${spoken.unsaid.slice(0, 12).join(' ')}`] : []),
  ];
  return (
    <div className="mt-1.5 min-h-0 overflow-y-auto text-[12.5px] text-soft">
      <p className="figures">
        {counted(spoken.frames, 'frame')} · {counted(spoken.blinks.length, 'blink')}
      </p>
      {lines.map((text) => (
        <p key={text}>{text}</p>
      ))}
    </div>
  );
}

/** Gives the line as a picture that moves, as the lead gets it. */
async function saveMoving({ doc, view }: BenchValue, { fps, spoken }: TriedLine): Promise<void> {
  if (!spoken) return;
  try {
    const scenes = scenesOfLine(doc, view.id, spoken, useSwaps.getState().worn);
    const made = await asWork('Making the moving picture', (signal) =>
      call('swaps.movingPicture', view.id, { fps, scenes }, signal),
    );
    if (made) giveFile(blobUrl(made.blob), `${doc.character.code}_line.gif`);
  } catch (error) {
    tellError(error);
  }
}

/** Gives the line's shapes as a file. */
function saveLine({ text, fps, spoken }: TriedLine): void {
  if (!spoken) return;
  const { shapes, blinks, frames } = spoken;
  const json = JSON.stringify({ text, fps, frames, shapes, blinks }, null, 2);
  const address = URL.createObjectURL(new Blob([json], { type: 'application/json' }));
  giveFile(address, 'line.json');
  URL.revokeObjectURL(address);
}
