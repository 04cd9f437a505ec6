import { BendBar } from '../../bench/BendBar';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { useJoints } from './joint-store';
import { foulStretches } from './joint-words';

/** The picked joint's bend: sap green where it is clean, hatched madder where it is not. */
export function JointBend() {
  const { doc } = useOnBench();
  const pickedJoint = useBench((s) => s.pickedJoint);
  const sweeps = useJoints((s) => s.sweeps);
  const joint = doc.joints.find((j) => j.id === pickedJoint);
  if (!joint) return null;
  const sweep = sweeps[joint.id]?.sweep;
  return (
    <BendBar
      joint={joint}
      track={(at) =>
        sweep && (
          <>
            <span className="absolute inset-0 bg-sap" />
            {foulStretches(joint, sweep).map(([low, high]) => (
              <span
                key={low}
                className="absolute inset-y-0 bg-madder bg-[repeating-linear-gradient(135deg,transparent_0_3px,rgb(255_255_255/0.45)_3px_5px)]"
                style={{ left: at(low - 0.5), right: `calc(100% - ${at(high + 0.5)})` }}
              />
            ))}
          </>
        )
      }
    />
  );
}
