import { parseName } from '@limber-sheaf/core';
import { toast } from 'sonner';
import { useOnBench } from '../../bench/context';
import { allPicked, pickPiece, useBench } from '../../bench/store';
import { ColourField } from '../../ui/ColourField';
import { Action } from '../../ui/controls';
import { NameForm } from '../../ui/NameForm';
import { shapeByJoints, shapeByOutline } from './hidden-piece';
import { useUnderStore } from './under-store';

/** A hidden piece to be begun: its name, its colour, and where its shape comes from. */
export function HidingStrip() {
  const bench = useOnBench();
  const hiding = useUnderStore((s) => s.hiding);
  const picked = useBench((s) => allPicked(s).length > 0);
  if (!hiding) return null;
  const { name, loop, colour } = hiding;
  const set = (change: Partial<typeof hiding>) => useUnderStore.setState({ hiding: { ...hiding, ...change } });
  const begin = async () => {
    const tokens = parseName(name);
    if (!tokens || !loop) {
      toast.error(
        tokens ? 'Draw its contour first, or take one of the shapes.' : 'It needs a name of letters and digits.',
      );
      return;
    }
    const done = await bench.edit('under.hidden', bench.view.id, { tokens, loop, colour: [...colour], saw: {} });
    if (!done) return;
    useUnderStore.setState({ hiding: null });
    const begun = done.doc.pieces.find(({ id }) => !bench.doc.pieces.some((piece) => piece.id === id));
    if (begun) pickPiece(begun.id, tokens);
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
      <Action type="button" disabled={!picked} onClick={() => shapeByJoints(bench)}>
        Round its joints
      </Action>
      <Action type="button" disabled={!picked} onClick={() => void shapeByOutline(bench)}>
        As the picked piece
      </Action>
      <span className="text-soft">{loop ? 'or draw it anew' : 'or draw its contour'}</span>
    </NameForm>
  );
}
