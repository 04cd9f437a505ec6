import { partOf } from '@limber-sheaf/core';
import { useNavigate } from 'react-router';
import { useOnBench } from '../../bench/context';
import { leaveWord, lookAtPlace, pickPiece } from '../../bench/store';

/** Opens a piece in its own view, in Cut: the place on the art that a finding speaks of. */
export function useDoor(): (viewId: string, pieceId: string | null) => void {
  const { doc, view } = useOnBench();
  const navigate = useNavigate();
  return (viewId, pieceId) => {
    const there = doc.views.find(({ id }) => id === viewId);
    if (!there) return;
    const piece = doc.pieces.find(({ id }) => id === pieceId);
    const to = `/characters/${doc.character.id}/cut?view=${there.key}`;
    if (piece) {
      const { x, y, width, height } = piece.face;
      const part = partOf(doc, piece);
      const reach = Math.max(width, height);
      const [cx, cy] = [x + width / 2, y + height / 2];
      if (there.id === view.id) {
        pickPiece(piece.id, part);
        lookAtPlace(cx, cy, reach);
      } else
        leaveWord({
          pickedPiece: piece.id,
          pickedPart: part,
          lookAt: { kind: 'rect', x: cx - reach, y: cy - reach, width: 2 * reach, height: 2 * reach },
        });
    }
    void navigate(to);
  };
}
