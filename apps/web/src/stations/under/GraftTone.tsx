import type { Graft, GraftLook, PieceRow } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { LedgerRow } from '../../ui/controls';
import { Range } from '../../ui/Range';
import { layGraft } from './grafting';

/** How the paint of a graft is changed: its tone, and how its edge fades. */
export function GraftTone({ piece, graft }: { piece: PieceRow; graft: Graft }) {
  const bench = useOnBench();
  const tone = (field: keyof Omit<GraftLook, 'corners'>, name: string, low: number, high: number, unit?: string) => (
    <LedgerRow name={name}>
      <Range
        label=""
        name={name}
        value={graft[field]}
        low={low}
        high={high}
        unit={unit}
        onChange={(value) => void layGraft(bench, piece, { ...graft, [field]: value })}
      />
    </LedgerRow>
  );
  return (
    <>
      {tone('light', 'Graft, light', -100, 100)}
      {tone('warmth', 'Graft, warmth', -100, 100)}
      {tone('colour', 'Graft, colour', -100, 100)}
      {tone('soft', 'Graft, soft edge', 0, 80, 'px')}
    </>
  );
}
