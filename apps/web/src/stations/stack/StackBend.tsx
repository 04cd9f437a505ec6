import { BendBar } from '../../bench/BendBar';
import { useJointInHand } from '../../bench/bend-hand';
import { useOnBench } from '../../bench/context';

/** The bend of the joint that is picked, or that turns the picked piece; brass where the draw order changes with it. */
export function StackBend() {
  const { doc } = useOnBench();
  const joint = useJointInHand();
  if (!joint) return null;
  const changes = doc.orderChanges.filter(({ jointId }) => jointId === joint.id);
  return (
    <BendBar
      joint={joint}
      track={(at) =>
        changes.map(({ id, low, high }) => (
          <span
            key={id}
            title="The draw order changes here"
            className="absolute inset-y-0 bg-brass"
            style={{ left: at(low), right: `calc(100% - ${at(high)})` }}
          />
        ))
      }
    />
  );
}
