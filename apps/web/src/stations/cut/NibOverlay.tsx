import { NibMark } from '../../bench/NibMark';
import type { Palette } from '../../bench/light-table/palette';
import { useBench } from '../../bench/store';
import { useCut } from './cut-store';
import { useNib } from './nib-hand';

/** The nib, while it is in hand. */
export function NibOverlay({ palette }: { palette: Palette }) {
  const scale = useBench((s) => s.viewport.scale);
  const inHand = useCut((s) => s.tool === 'nib');
  const core = useCut((s) => s.settings.hardness);
  const { nib, at } = useNib();
  return inHand ? <NibMark nib={nib} at={at} core={core} palette={palette} px={1 / scale} /> : null;
}
