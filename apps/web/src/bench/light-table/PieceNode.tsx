import type { DerivedRefs, DrawStep, PieceRow, Placement, SheetRef } from '@limber-sheaf/core';
import { Suspense, lazy, memo } from 'react';
import { Group, Image } from '../../ui/konva';
import { usePicture } from './usePicture';
import { useTogether } from './useTogether';

/** Few characters bend softly: what it takes comes with the first that does. */
const SoftSheets = lazy(() => import('./SoftSheets').then((module) => ({ default: module.SoftSheets })));

function SheetNode({ sheet, by }: { sheet: SheetRef; by: number }) {
  const laid = usePicture(sheet, by);
  if (!laid) return null;
  const { release: _release, ...drawn } = laid;
  return <Image {...drawn} perfectDrawEnabled={false} />;
}

/** A piece's sheets, drawn as one picture. */
function SheetsNode({ sheets, by }: { sheets: readonly SheetRef[]; by: number }) {
  return sheets.length === 1 ? <SheetNode sheet={sheets[0]} by={by} /> : <TogetherNode sheets={sheets} by={by} />;
}

function TogetherNode({ sheets, by }: { sheets: readonly SheetRef[]; by: number }) {
  const laid = useTogether(sheets, by);
  if (!laid) return null;
  const { release: _release, ...drawn } = laid;
  return <Image {...drawn} perfectDrawEnabled={false} />;
}

/** A second picture, in front of a piece; it moves with another. */
export function OverNode({ sheet, by, placement }: { sheet: SheetRef; by: number; placement: Placement | undefined }) {
  return (
    <Group rotation={placement?.angle ?? 0} x={placement?.tx ?? 0} y={placement?.ty ?? 0} listening={false}>
      <SheetNode sheet={sheet} by={by} />
    </Group>
  );
}

/** Takes a picture's shape out of what is drawn so far. */
export function Cutout({ sheet, by }: { sheet: SheetRef; by: number }) {
  const laid = usePicture(sheet, by);
  if (!laid) return null;
  const { release: _release, ...drawn } = laid;
  // Taken out more than once, what is half covered at its edge goes as well.
  return [0, 1, 2].map((time) => (
    <Image key={time} {...drawn} perfectDrawEnabled={false} globalCompositeOperation="destination-out" />
  ));
}

interface Props {
  piece: PieceRow;
  /** The piece itself, or the outline that it has beneath its limb's fills. */
  sheet: DrawStep['sheet'];
  /** What follows from its row. */
  derived: DerivedRefs | undefined;
  /** What is drawn in its place; null for nothing, undefined for itself. */
  instead?: SheetRef | null;
  placement: Placement | undefined;
  opacity: number;
  /** Only what the design shows of it: for a butt joint, and where it is faint and would show what lies beneath. */
  bare: boolean;
  /** How much smaller its pictures may be. */
  by: number;
  /** Degrees that a soft piece's tip is turned by; not given for one that is rigid or at rest. */
  bent?: number;
}

/** The sheets of a piece that are drawn, back to front. */
export function sheetsOf(piece: PieceRow, sheet: DrawStep['sheet'], derived: DerivedRefs | undefined): SheetRef[] {
  const all = sheet === 'line' ? [derived?.line] : [derived?.under, derived?.overlap, derived?.clean ?? piece.face];
  return all.filter((one) => one !== null && one !== undefined);
}

/** A piece on the light table: under, overlap, and the face (or what is drawn in its place), in that order, turned as its joints are bent. */
export const PieceNode = memo(function PieceNode({
  piece,
  sheet,
  derived,
  instead,
  placement,
  opacity,
  bare,
  by,
  bent,
}: Props) {
  if (instead === null) return null;
  return (
    <Group
      rotation={placement?.angle ?? 0}
      x={placement?.tx ?? 0}
      y={placement?.ty ?? 0}
      opacity={opacity}
      listening={false}
    >
      {bent && piece.soft ? (
        <Suspense>
          <SoftSheets soft={piece.soft} sheets={sheetsOf(piece, sheet, derived)} by={by} bent={bent} />
        </Suspense>
      ) : instead ? (
        sheet === 'piece' && <SheetNode sheet={instead} by={by} />
      ) : sheet === 'line' ? (
        derived?.line && !bare && <SheetNode sheet={derived.line} by={by} />
      ) : (
        <SheetsNode sheets={bare ? [piece.face] : sheetsOf(piece, sheet, derived)} by={by} />
      )}
    </Group>
  );
});
