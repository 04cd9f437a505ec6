import { type OwnLine, type Rgb } from '@limber-sheaf/core';
import { refuse } from '../ui/tell';
import { ColourField, fromHex } from '../ui/ColourField';
import { Action } from '../ui/controls';
import { Range } from '../ui/Range';
import { useOnBench } from './context';

/** A nib that paints: how wide, px, how soft, 0 to 1, and in what colour. */
export interface Brush {
  size: number;
  softness: number;
  colour: Rgb;
}

interface Props {
  brush: Brush;
  onChange: (change: Partial<Brush>) => void;
  /** The figure's own line; width 0 for none. */
  lineOf: () => Promise<OwnLine>;
}

/** Colours of the palette that are offered. */
const MOST = 8;

/** The numbers of a nib that paints, and its colour: any, one of the character's palette, or the figure's own line with its width. */
export function BrushNumbers({ brush, onChange, lineOf }: Props) {
  const { doc } = useOnBench();
  const takeLine = async () => {
    const { width, colour } = await lineOf();
    if (width === 0) refuse('This figure has no outline of its own to take.');
    else onChange({ size: Math.round(width), softness: 0.15, colour });
  };
  return (
    <>
      <Range label="Size" unit="px" value={brush.size} low={1} high={400} onChange={(size) => onChange({ size })} />
      <Range
        label="Softness"
        unit="%"
        value={Math.round(brush.softness * 100)}
        low={0}
        high={100}
        onChange={(softness) => onChange({ softness: softness / 100 })}
      />
      <ColourField label="Colour of the brush" value={brush.colour} onChange={(colour) => onChange({ colour })} />
      {(doc.character.palette ?? []).slice(0, MOST).map(({ hex, name }) => (
        <button
          key={hex}
          type="button"
          aria-label={name}
          title={name}
          className="size-5 cursor-pointer rounded-full border border-rule"
          style={{ background: hex }}
          onClick={() => onChange({ colour: fromHex(hex) })}
        />
      ))}
      <Action type="button" title="The figure’s own line: its colour and its width" onClick={() => void takeLine()}>
        Line
      </Action>
    </>
  );
}
