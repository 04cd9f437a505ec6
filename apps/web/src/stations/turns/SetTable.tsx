import { inView, drawingsOf, missingOf, pieceOfSet, setName, type SwapSetRow } from '@limber-sheaf/core';
import { useNavigate } from 'react-router';
import { useOnBench } from '../../bench/context';
import { ViewHeads } from './ViewHeads';

/** Every swap set in every view: how many of its drawings are there. A click opens the set's chart in that view. */
export function SetTable() {
  const { doc } = useOnBench();
  const navigate = useNavigate();
  if (doc.swapSets.length === 0) return null;
  const openIn = (key: string) => void navigate(`/characters/${doc.character.id}/swaps?view=${key}`);
  return (
    <section aria-label="Swap sets by view" className="mb-4">
      <h3 className="mt-3 mb-1 text-[15px]">Swap sets by view</h3>
      <table className="w-full border-collapse text-[12.5px]">
        <ViewHeads of="Set" />
        <tbody>
          {doc.swapSets.map((set) => (
            <tr key={set.id} className="border-t border-rule">
              <th className="py-0.5 text-left font-normal">{setName(doc, set)}</th>
              {doc.views.map((view) => (
                <SetCell key={view.id} set={set} viewId={view.id} name={view.key} onOpen={() => openIn(view.key)} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function SetCell({ set, viewId, name, onOpen }: { set: SwapSetRow; viewId: string; name: string; onOpen: () => void }) {
  const { doc } = useOnBench();
  if (!pieceOfSet(doc, set, viewId))
    return (
      <td className="text-center text-soft" title="Its piece is not made in this view">
        –
      </td>
    );
  const drawn = drawingsOf(doc, set).filter((one) => one.isDefault || inView(doc, one.id, viewId)).length;
  const missing = missingOf(doc, set, viewId).length;
  return (
    <td className="text-center">
      <button
        type="button"
        aria-label={`${setName(doc, set)} in ${name}: ${drawn} drawn, ${missing} missing`}
        className={`figures h-6 w-full cursor-pointer ${missing > 0 ? 'text-madder' : 'text-sap'}`}
        onClick={onOpen}
      >
        {drawn} / {drawn + missing}
      </button>
    </td>
  );
}
