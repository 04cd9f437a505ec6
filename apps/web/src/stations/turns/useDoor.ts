import { partOf } from '@limber-sheaf/core';
import { useNavigate } from 'react-router';
import { useOnBench } from '../../bench/context';
import { leaveWord, lookAtPlace, pickPiece } from '../../bench/store';

/** px about a place that are shown with it. */
const REACH = 300;

/** Opens a view in Cut, at a piece or else at a place, px: what on the art a finding speaks of. */
export function useDoor(): (viewId: string, pieceId: string | null, place?: { x: number; y: number }) => void {
  const { doc, view } = useOnBench();
  const navigate = useNavigate();
  return (viewId, pieceId, place) => {
    const there = doc.views.find(({ id }) => id === viewId);
    if (!there) return;
    const piece = doc.pieces.find(({ id }) => id === pieceId);
    const part = piece ? partOf(doc, piece) : null;
    const at = piece ? middleOf(piece.face) : place && { ...place, reach: REACH };
    if (at && there.id === view.id) {
      if (piece) pickPiece(piece.id, part);
      lookAtPlace(at.x, at.y, at.reach);
    } else if (at) {
      const { x, y, reach } = at;
      leaveWord({
        pickedPiece: piece?.id ?? null,
        pickedPart: part,
        lookAt: { kind: 'rect', x: x - reach, y: y - reach, width: 2 * reach, height: 2 * reach },
      });
    }
    void navigate(`/characters/${doc.character.id}/cut?view=${there.key}`);
  };
}

function middleOf({ x, y, width, height }: { x: number; y: number; width: number; height: number }) {
  return { x: x + width / 2, y: y + height / 2, reach: Math.max(width, height) };
}
