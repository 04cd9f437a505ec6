import type { DerivedRefs, PieceRow } from '@limber-sheaf/core';

/** Names what a piece looks like. */
export function lookOf({ face }: PieceRow, derived: DerivedRefs | undefined): string {
  return [derived?.line, derived?.under, derived?.overlap, derived?.clean, face]
    .map((sheet) => sheet?.blob.slice(0, 12) ?? '')
    .join('.');
}
