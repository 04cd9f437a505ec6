import type { Station } from '../../bench/station';
import { useBench } from '../../bench/store';
import { JointBend } from './JointBend';
import { JOINT_ACTIONS, stopSwing } from './joint-actions';
import { jointHand } from './joint-hand';
import { useJoints } from './joint-store';
import { JointLedger } from './JointLedger';
import { JointOverlay } from './JointOverlay';
import { JointWaiting } from './JointWaiting';
import { NO_PLACING, usePlacing } from './place-hand';

export const station: Station = {
  Ledger: JointLedger,
  Overlay: JointOverlay,
  Strip: JointWaiting,
  Front: JointBend,
  actions: JOINT_ACTIONS,
  hand: jointHand,
  stores: [useJoints, usePlacing],
  leave: () => {
    stopSwing();
    usePlacing.setState(NO_PLACING);
    useJoints.setState({ placing: null });
    useBench.setState({ butt: false });
  },
};
