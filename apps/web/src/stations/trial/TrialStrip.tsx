import { TrialBend } from './TrialBend';
import { TrialFrames } from './TrialFrames';

/** Above the art: the frames of the motion that is tried, or the bend of what is picked. */
export function TrialStrip() {
  return (
    <>
      <TrialFrames />
      <TrialBend />
    </>
  );
}
