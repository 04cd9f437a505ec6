import { type Rgb } from '@limber-sheaf/core';
import { toast } from 'sonner';
import { useOnBench } from '../../bench/context';
import { keyOf } from '../../bench/worker';
import { Action } from '../../ui/controls';
import { ColourField, fromHex } from '../../ui/ColourField';
import { useUnderStore } from './under-store';
import { underWorker } from './worker';

/** Colours of the palette that are offered. */
const MOST = 8;

/** The brush's colour: any, one of the character's palette, or the figure's own line with its width. */
export function BrushColours() {
  const bench = useOnBench();
  const colour = useUnderStore((s) => s.brush.colour);
  const set = (next: Rgb) => useUnderStore.setState(({ brush }) => ({ brush: { ...brush, colour: next } }));
  const takeLine = async () => {
    const { width, colour: ink } = await underWorker().lineOf(keyOf(bench), bench.view.id);
    if (width === 0) toast.error('This figure has no outline of its own to take.');
    else useUnderStore.setState({ brush: { size: Math.round(width), softness: 0.15, colour: ink } });
  };
  return (
    <>
      <ColourField label="Colour of the brush" value={colour} onChange={set} />
      {(bench.doc.character.palette ?? []).slice(0, MOST).map(({ hex, name }) => (
        <button
          key={hex}
          type="button"
          aria-label={name}
          title={name}
          className="size-5 cursor-pointer rounded-full border border-rule"
          style={{ background: hex }}
          onClick={() => set(fromHex(hex))}
        />
      ))}
      <Action type="button" title="The figure’s own line: its colour and its width" onClick={() => void takeLine()}>
        Line
      </Action>
    </>
  );
}
