import type { JointRow } from '@limber-sheaf/core';
import { LedgerRow } from '../../ui/controls';
import { useDiscDifference, useDiscs } from './useDiscs';

/** Whether the two discs of a joint lie on each other, and the switch that draws the difference on the art. */
export function DiscsRow({ joint }: { joint: JointRow }) {
  const shown = useDiscs((s) => s.shown);
  const picture = useDiscDifference(joint);
  const oneEnd = joint.discOn !== 'both';
  return (
    <LedgerRow name="Two discs">
      <span className="inline-flex items-center gap-2">
        {picture &&
          (picture.apart === 0 ? (
            <span className="text-sap">lie on each other</span>
          ) : (
            <span className={joint.rounded && !oneEnd ? 'text-madder' : ''}>
              {picture.apart.toLocaleString('en')} px apart{oneEnd ? ', one end as drawn' : ''}
            </span>
          ))}
        <label className="inline-flex cursor-pointer items-center gap-1.5 font-sans">
          <input
            type="checkbox"
            checked={shown}
            onChange={(event) => useDiscs.setState({ shown: event.target.checked })}
            className="accent-woad"
          />
          show
        </label>
      </span>
    </LedgerRow>
  );
}
