import { BendBar } from '../../bench/BendBar';
import { useJointInHand } from '../../bench/bend-hand';
import { useTrial } from './trial-store';

/** The bend of what is picked on the art or in the sheaf, while no motion is tried: a pose by slider and keys. */
export function TrialBend() {
  const joint = useJointInHand();
  const isTried = useTrial((s) => s.motion !== null);
  return joint && !isTried ? <BendBar joint={joint} above /> : null;
}
