import type { JointRow } from '@limber-sheaf/core';
import { useEffect } from 'react';
import { create } from 'zustand';
import { useOnBench } from '../../bench/context';
import { keyOf } from '../../bench/worker';
import { jointWorker } from './worker';
import type { DiscPicture } from './joint-tasks';
import { sweepSignature } from './joint-words';

interface DiscsStore {
  /** Is the difference of the two discs drawn on the art? */
  shown: boolean;
  jointId: string | null;
  picture: DiscPicture | null;
}

export const useDiscs = create<DiscsStore>(() => ({ shown: false, jointId: null, picture: null }));

/** Lays the picked joint's two discs over each other, again whenever one of them changes. */
export function useDiscDifference(joint: JointRow): DiscPicture | null {
  const { doc, sheets } = useOnBench();
  const { jointId, picture } = useDiscs();
  const signature = sweepSignature({ doc, sheets }, joint, false);
  useEffect(() => {
    let wanted = true;
    useDiscs.setState({ jointId: joint.id, picture: null });
    if (joint.kind !== 'slide')
      void jointWorker()
        .discs(keyOf({ doc, sheets }), joint)
        .then((made) => wanted && useDiscs.setState({ picture: made }))
        .catch(() => undefined);
    return () => {
      wanted = false;
    };
    // `signature` stands for everything that the discs depend on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [joint.id, signature]);
  return jointId === joint.id ? picture : null;
}
