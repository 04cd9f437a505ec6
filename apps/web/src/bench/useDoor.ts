import { partOf, pieceById, type Finding } from '@limber-sheaf/core';
import { useOnBench } from './context';
import { useStations } from './stations';
import { lookAtPlaces, pickJoint, pickPiece, useBench } from './store';

/** Where a finding about a joint leads. */
const JOINTS = 'joints';

/** A finding is a door: it picks what it is about, goes to the station that mends it, and shows the place and the pose. */
export function useDoor(): (check: string, finding: Finding) => void {
  const { doc, go } = useOnBench();
  const stations = useStations();
  return (check, { jointId, pieceId, place, also = [], bends }) => {
    if (jointId) pickJoint(jointId);
    else if (pieceId) {
      const others = also.flatMap((one) => one.pieceId ?? []);
      pickPiece(pieceId, partOf(doc, pieceById(doc, pieceId)), others);
    }
    const mends = stations.find(({ key, checks }) => key === check || checks?.[check as keyof typeof checks]);
    if (mends) go(jointId ? JOINTS : mends.key);
    // The table is shown by the next station: look there once it is.
    setTimeout(() => {
      if (bends) useBench.setState({ bends });
      if (place) lookAtPlaces([place, ...also.map((one) => one.place)], 180);
    }, 0);
  };
}
