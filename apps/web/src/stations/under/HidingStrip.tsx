import { parseName, toHex, type Rgb } from '@limber-sheaf/core';
import { toast } from 'sonner';
import { useOnBench } from '../../bench/context';
import { allPicked, pickPiece, useBench } from '../../bench/store';
import { Action } from '../../ui/controls';
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
    <form
      className="pointer-events-auto flex min-h-8 flex-wrap items-center gap-2 rounded-lg bg-sheet/90 px-3 py-1 text-[13px] select-none"
      onSubmit={(event) => {
        event.preventDefault();
        void begin();
      }}
    >
      <label className="flex items-center gap-2">
        Name
        <input
          ref={(field) => field?.focus()}
          className="figures h-7 w-28 rounded border border-rule bg-paper px-2 text-[12.5px]"
          value={name}
          maxLength={60}
          onChange={({ target }) => set({ name: target.value })}
          onKeyDown={({ key }) => key === 'Escape' && useUnderStore.setState({ hiding: null })}
        />
      </label>
      <input
        type="color"
        aria-label="Colour of the hidden piece"
        className="h-6 w-8 cursor-pointer rounded border border-rule"
        value={toHex(colour)}
        onChange={({ target }) =>
          set({ colour: [1, 3, 5].map((at) => parseInt(target.value.slice(at, at + 2), 16)) as unknown as Rgb })
        }
      />
      <Action type="button" disabled={!picked} onClick={() => shapeByJoints(bench)}>
        Round its joints
      </Action>
      <Action type="button" disabled={!picked} onClick={() => void shapeByOutline(bench)}>
        As the picked piece
      </Action>
      <span className="text-soft">{loop ? 'or draw it anew' : 'or draw its contour'}</span>
      <Action tone="go" type="submit" disabled={!loop}>
        Begin it
      </Action>
      <Action type="button" onClick={() => useUnderStore.setState({ hiding: null })}>
        Leave it
      </Action>
    </form>
  );
}
