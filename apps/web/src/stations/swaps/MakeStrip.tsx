import { counted, missingOf, type MakeStep, type SwapSetRow } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { Action, Choice, Toggle } from '../../ui/controls';
import { ColourField } from '../../ui/ColourField';
import { Range } from '../../ui/Range';
import {
  MOUTH_INSIDE,
  carry,
  changeStep,
  dropStep,
  leaveMaking,
  nextStep,
  squeeze,
  stepsOfMaking,
  takeMade,
  useMaking,
  type StepInHand,
} from './making';

/** Nearer to the line between both corners, and as much farther off. */
const CLOSER = 0.88;
const FARTHER = 1 / CLOSER;
/** Degrees, and px, that all handles are carried by at once. */
const TURN = 4;
const RAISE = 6;

const WORDS: Record<MakeStep['do'], string> = { bend: 'Bend', part: 'Part', darken: 'Darken' };

/** Beside the chart while a drawing is made of another: its steps, the numbers of the one in the hand, and what it is for. */
export function MakeStrip({ set }: { set: SwapSetRow }) {
  const bench = useOnBench();
  const { doc, view } = bench;
  const making = useMaking((s) => s.making);
  const [first = { shape: set.shapes[0].key, mood: set.moods[0] }] = missingOf(doc, set, view.id);
  if (!making) return null;
  const { step, steps } = making;
  const { shape, mood } = making.cell ?? first;
  const setCell = (cell: { shape: string; mood: string }) => useMaking.setState({ making: { ...making, cell } });
  const isCopy = stepsOfMaking(making).length === 0;
  return (
    <div
      role="group"
      aria-label="Making"
      className="flex flex-wrap items-center gap-x-2 gap-y-1.5 border-t border-rule px-3 py-1.5 text-[13px]"
    >
      {steps.map((done, at) => (
        <button
          key={at}
          type="button"
          className="cursor-pointer rounded border border-rule px-1.5 text-[12.5px] text-soft"
          title={`Take this ${WORDS[done.do].toLowerCase()} away`}
          onClick={() => dropStep(at)}
        >
          {at + 1} {WORDS[done.do].toLowerCase()} ×
        </button>
      ))}
      {(Object.keys(WORDS) as MakeStep['do'][]).map((does) => (
        <Action key={does} tone={step.does === does ? 'on' : 'plain'} onClick={() => nextStep(bench, does)}>
          {WORDS[does]}
        </Action>
      ))}
      <StepNumbers step={step} />
      <span className="ml-auto flex items-center gap-1.5">
        for
        <Choice
          label="Shape of the drawing that is made"
          value={shape}
          options={set.shapes.map(({ key }) => ({ value: key, word: key }))}
          onChange={(next) => setCell({ shape: next, mood })}
        />
        <Choice
          label="Mood of the drawing that is made"
          value={mood}
          options={set.moods.map((one) => ({ value: one, word: one }))}
          onChange={(next) => setCell({ shape, mood: next })}
        />
        <Action
          tone="go"
          title={isCopy ? 'A copy, to be painted on' : counted(stepsOfMaking(making).length, 'step')}
          onClick={() => void takeMade(bench, shape, mood)}
        >
          {isCopy ? 'Take a copy' : 'Take it'}
        </Action>
        <Action onClick={leaveMaking}>Leave</Action>
      </span>
    </div>
  );
}

function StepNumbers({ step }: { step: StepInHand }) {
  if (step.does === 'bend')
    return (
      <>
        <Toggle on={step.holds} title="Both corners stay where they are" onChange={(holds) => changeStep({ holds })}>
          Hold corners
        </Toggle>
        {step.holds ? (
          <>
            <Action onClick={() => squeeze(CLOSER)}>Squeeze</Action>
            <Action onClick={() => squeeze(FARTHER)}>Open</Action>
          </>
        ) : (
          <>
            <Action onClick={() => carry({ raise: RAISE })}>Raise</Action>
            <Action onClick={() => carry({ raise: -RAISE })}>Lower</Action>
            <Action onClick={() => carry({ turn: -TURN })}>Turn left</Action>
            <Action onClick={() => carry({ turn: TURN })}>Turn right</Action>
          </>
        )}
      </>
    );
  if (step.does === 'darken')
    return (
      <>
        <Range
          label="Reach"
          unit="px"
          value={step.reach}
          low={2}
          high={200}
          onMove={(reach) => changeStep({ reach })}
          onChange={(reach) => changeStep({ reach })}
        />
        <Range
          label="Darker"
          unit="%"
          value={Math.round(step.by * 100)}
          low={5}
          high={90}
          onMove={(by) => changeStep({ by: by / 100 })}
          onChange={(by) => changeStep({ by: by / 100 })}
        />
      </>
    );
  const { inside } = step;
  return (
    <>
      {(['up', 'down'] as const).map((way) => (
        <Range
          key={way}
          label={way === 'up' ? 'Up' : 'Down'}
          unit="px"
          value={step[way]}
          low={0}
          high={160}
          onMove={(px) => changeStep({ [way]: px })}
          onChange={(px) => changeStep({ [way]: px })}
        />
      ))}
      <Toggle
        on={inside !== null}
        title="Fills what opens with the inside of a mouth; otherwise what lies beneath shows"
        onChange={(on) => changeStep({ inside: on ? MOUTH_INSIDE : null })}
      >
        Inside
      </Toggle>
      {inside && (
        <>
          <ColourField
            label="Colour of the inside"
            value={inside.colour}
            onChange={([r, g, b]) => changeStep({ inside: { ...inside, colour: [r, g, b] } })}
          />
          {(['teeth', 'tongue'] as const).map((what) => (
            <Toggle key={what} on={inside[what]} onChange={(on) => changeStep({ inside: { ...inside, [what]: on } })}>
              {what === 'teeth' ? 'Teeth' : 'Tongue'}
            </Toggle>
          ))}
        </>
      )}
    </>
  );
}
