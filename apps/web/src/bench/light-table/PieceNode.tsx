import type { DerivedRefs, DrawStep, PieceRow, Placement, SheetRef } from '@limber-sheaf/core';
import { memo } from 'react';
import { Group, Image } from 'react-konva';
import { useBlobImage } from './useBlobImage';

function SheetNode({ sheet }: { sheet: SheetRef }) {
  const image = useBlobImage(sheet.blob);
  return image ? <Image image={image} x={sheet.x} y={sheet.y} perfectDrawEnabled={false} /> : null;
}

interface Props {
  piece: PieceRow;
  /** The piece itself, or the outline that it has beneath its limb's fills. */
  sheet: DrawStep['sheet'];
  /** What follows from its row. */
  derived: DerivedRefs | undefined;
  placement: Placement | undefined;
  opacity: number;
  /** Only what the design shows of it: for a butt joint, and where it is faint and would show what lies beneath. */
  bare: boolean;
}

/** A piece on the light table: under, overlap, and the face (or what is drawn in its place), in that order, turned as its joints are bent. */
export const PieceNode = memo(function PieceNode({ piece, sheet, derived, placement, opacity, bare }: Props) {
  return (
    <Group
      rotation={placement?.angle ?? 0}
      x={placement?.tx ?? 0}
      y={placement?.ty ?? 0}
      opacity={opacity}
      listening={false}
    >
      {sheet === 'line' ? (
        derived?.line && !bare && <SheetNode sheet={derived.line} />
      ) : (
        <>
          {derived?.under && !bare && <SheetNode sheet={derived.under} />}
          {derived?.overlap && !bare && <SheetNode sheet={derived.overlap} />}
          <SheetNode sheet={derived?.clean && !bare ? derived.clean : piece.face} />
        </>
      )}
    </Group>
  );
});
