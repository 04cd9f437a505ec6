import { FaultLabel } from '../../bench/light-table/FaultLabel';
import type { Palette } from '../../bench/light-table/palette';
import { useBench } from '../../bench/store';
import { Circle, Line } from '../../ui/konva';
import { farOff, useOffDesign } from './useOffDesign';

/** From where each piece is in the design to where it is now; of the picked one, how far. */
export function OffDesignMarks({ palette }: { palette: Palette }) {
  const px = 1 / useBench((s) => s.viewport.scale);
  const picked = useBench((s) => s.pickedPiece);
  return useOffDesign()?.map((one) => {
    const { pieceId, from, to } = one;
    const isPicked = pieceId === picked;
    return [
      <Line
        key={pieceId}
        points={[from.x, from.y, to.x, to.y]}
        stroke={palette.madder}
        strokeWidth={(isPicked ? 2.4 : 1.4) * px}
        dash={[5 * px, 4 * px]}
      />,
      <Circle key={`${pieceId} at`} x={to.x} y={to.y} radius={(isPicked ? 4.5 : 3) * px} fill={palette.madder} />,
      isPicked && (
        <FaultLabel key={`${pieceId} far`} at={to} text={farOff(one)} points="left" palette={palette} px={px} />
      ),
    ];
  });
}
