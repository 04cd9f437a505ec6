import type { DrawStep, PieceRow, SheetRef } from '@limber-sheaf/core';
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
  /** The piece itself, or the outline that it has beneath its limb's fills. */
  sheet: DrawStep['sheet'];
  placement: Placement | undefined;
  opacity: number;
  /** Only what the design shows of it: for a butt joint, and where it is faint and would show what lies beneath. */
  bare: boolean;
}

/** A piece on the light table: under, overlap, and the face (or what is drawn in its place), in that order, turned as its joints are bent. */
export const PieceNode = memo(function PieceNode({ piece, sheet, placement, opacity, bare }: Props) {
  return (
    <Group
      rotation={placement?.angle ?? 0}
      x={placement?.tx ?? 0}
      y={placement?.ty ?? 0}
      opacity={opacity}
      listening={false}
    >
      {sheet === 'line' ? (
        piece.line && !bare && <SheetNode sheet={piece.line} />
      ) : (
        <>
          {piece.under && !bare && <SheetNode sheet={piece.under} />}
          {piece.overlap && !bare && <SheetNode sheet={piece.overlap} />}
          <SheetNode sheet={piece.clean && !bare ? piece.clean : piece.face} />
        </>
      )}
    </Group>
  );
});
