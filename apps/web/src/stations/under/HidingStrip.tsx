import { parseName } from '@limber-sheaf/core';
import { refuse } from '../../ui/tell';
import { useOnBench } from '../../bench/context';
import { allPicked, pickPiece, useBench } from '../../bench/store';
import { ColourField } from '../../ui/ColourField';
import { Choice } from '../../ui/controls';
import { NameForm } from '../../ui/NameForm';
import { Range } from '../../ui/Range';
import { shapeByJoints, shapeByOutline, shapeInMouth } from './hidden-piece';
import { useUnderStore } from './under-store';

type ShapeFrom = 'joints' | 'outline' | 'inside' | 'teeth' | 'tongue';

/** Where a hidden piece may have its shape from. */
const SHAPES: { value: ShapeFrom | ''; word: string }[] = [
  { value: '', word: 'shape from …' },
  { value: 'joints', word: 'round its joints' },
  { value: 'outline', word: 'as the picked piece' },
  { value: 'inside', word: 'inside of the picked mouth' },
  { value: 'teeth', word: 'teeth of the picked mouth' },
  { value: 'tongue', word: 'tongue of the picked mouth' },
];

/** A hidden piece to be begun: its name, its colour, and where its shape comes from. */
export function HidingStrip() {
  const bench = useOnBench();
  const hiding = useUnderStore((s) => s.hiding);
  const picked = useBench((s) => allPicked(s).length > 0);
  if (!hiding) return null;
  const { name, loop, colour, shade } = hiding;
  const set = (change: Partial<typeof hiding>) => useUnderStore.setState({ hiding: { ...hiding, ...change } });
  const begin = async () => {
    const tokens = parseName(name);
    if (!tokens || !loop) {
      refuse(tokens ? 'Draw its contour first, or take one of the shapes.' : 'It needs a name of letters and digits.');
      return;
    }
    const done = await bench.edit('under.hidden', bench.view.id, { tokens, loop, colour: [...colour], shade, saw: {} });
    if (!done) return;
    useUnderStore.setState({ hiding: null });
    const begun = done.doc.pieces.find(({ id }) => !bench.doc.pieces.some((piece) => piece.id === id));
    if (begun) pickPiece(begun.id, tokens);
  };
  const take = (from: ShapeFrom) => {
    if (from === 'joints') shapeByJoints(bench);
    else if (from === 'outline') void shapeByOutline(bench);
    else void shapeInMouth(from, bench);
  };
  return (
    <NameForm
      name={name}
      onName={(next) => set({ name: next })}
      onBegin={() => void begin()}
      onLeave={() => useUnderStore.setState({ hiding: null })}
      ready={loop !== null}
    >
      <ColourField label="Colour of the hidden piece" value={colour} onChange={(next) => set({ colour: next })} />
      <Range
        label="Darker inside"
        unit="%"
        value={Math.round(shade * 100)}
        low={0}
        high={100}
        onChange={(percent) => set({ shade: percent / 100 })}
      />
      {picked && (
        <Choice<ShapeFrom | ''> label="Shape" value="" options={SHAPES} onChange={(from) => from && take(from)} />
      )}
      <span className="text-soft">{loop ? 'or draw it anew' : 'or draw its contour'}</span>
    </NameForm>
  );
}
