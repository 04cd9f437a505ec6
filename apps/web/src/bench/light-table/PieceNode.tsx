import type { PieceRow, SheetRef } from '@limber-sheaf/core';
import { memo } from 'react';
import { Group, Image } from 'react-konva';
import type { Placement } from './bends';
import { useBlobImage } from './useBlobImage';

function SheetNode({ sheet }: { sheet: SheetRef }) {
  const image = useBlobImage(sheet.blob);
  return image ? <Image image={image} x={sheet.x} y={sheet.y} perfectDrawEnabled={false} /> : null;
}

interface Props {
  piece: PieceRow;
  placement: Placement | undefined;
  opacity: number;
  /** Leave out what rounds its ends: a butt joint. */
  butt: boolean;
}

/** A piece on the light table: under, overlap, face, in that order, turned as its joints are bent. */
export const PieceNode = memo(function PieceNode({ piece, placement, opacity, butt }: Props) {
  return (
    <Group
      rotation={placement?.angle ?? 0}
      x={placement?.tx ?? 0}
      y={placement?.ty ?? 0}
      opacity={opacity}
      listening={false}
    >
      {piece.under && !butt && <SheetNode sheet={piece.under} />}
      {piece.overlap && !butt && <SheetNode sheet={piece.overlap} />}
      <SheetNode sheet={piece.face} />
    </Group>
  );
});
