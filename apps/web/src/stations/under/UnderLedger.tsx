import { counted, drawOrder, pieceName, type Bare } from '@limber-sheaf/core';
import { useWork } from '../../api/work';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { WorkUnderWay } from '../../bench/WorkUnderWay';
import { Figure, LedgerHead } from '../../ui/controls';
import { lookAtBare } from './look-at-bare';
import { OpenPlaces } from './OpenPlaces';
import { PickedBeneath } from './PickedBeneath';
import { useOpen } from './useOpen';
import { useUnderStore } from './under-store';
import { pixels, shownBy } from './under-words';

/** Under's ledger: what comes into view bare, a row a piece, and the picked one. */
export function UnderLedger() {
  const { doc, view } = useOnBench();
  const { bare, signature, share } = useUnderStore();
  const working = useWork((s) => s.work !== null);
  const pieces = drawOrder(doc, view.id);
  const joints = doc.joints.filter((joint) => joint.viewId === view.id);
  const looking = signature === '';
  useOpen();
  const total = (bare ?? []).reduce((sum, { area }) => sum + area, 0);
  return (
    <>
      <LedgerHead title="Under">
        {pieces.length === 0
          ? 'Nothing is cut yet. Cut the parts first, then fit their joints.'
          : joints.length === 0
            ? 'No joint yet: nothing comes into view. Fit joints first.'
            : bare === null
              ? `Looks what comes into view, ${Math.round(share * 100)} %`
              : `${pieces.length - bare.length} of ${counted(pieces.length, 'piece')} have paint wherever they come into view${looking ? ` · looks again, ${Math.round(share * 100)} %` : ''}`}
      </LedgerHead>
      {working && <WorkUnderWay />}
      {bare !== null && joints.length > 0 && (
        <div className="mb-3 grid grid-cols-2 gap-2">
          <Figure value={`${pixels(total)} px`} wrong={total > 0}>
            bare in motion
          </Figure>
          <Figure value={String(bare.length)} wrong={bare.length > 0}>
            {bare.length === 1 ? 'piece bare' : 'pieces bare'}
          </Figure>
        </div>
      )}
      {bare !== null && bare.length > 0 && (
        <div className="mb-3 max-h-[236px] overflow-y-auto border-b border-rule">
          <table className="w-full text-[13px]">
            <thead>
              <tr className="sticky top-0 z-10 bg-sheet text-left text-[12px] text-soft">
                <th className="py-1 font-normal">Piece</th>
                <th className="font-normal">shown by</th>
                <th className="text-right font-normal">bare, px</th>
              </tr>
            </thead>
            <tbody>
              {bare.map((one) => (
                <BareLine key={one.pieceId} bare={one} />
              ))}
            </tbody>
          </table>
        </div>
      )}
      <OpenPlaces />
      <PickedBeneath />
    </>
  );
}

function BareLine({ bare }: { bare: Bare }) {
  const { doc } = useOnBench();
  const picked = useBench((s) => s.pickedPiece === bare.pieceId);
  const piece = doc.pieces.find(({ id }) => id === bare.pieceId);
  if (!piece) return null;
  return (
    <tr
      className={`cursor-pointer border-t border-rule ${picked ? 'bg-brass-wash' : 'hover:bg-paper'}`}
      onClick={() => lookAtBare(doc, bare)}
    >
      <td className="py-1.5 pr-2">
        <button type="button" className="figures cursor-pointer text-left text-[12.5px]" aria-pressed={picked}>
          {pieceName(doc, piece)}
        </button>
      </td>
      <td className="pr-2 text-soft">{shownBy(doc, bare)}</td>
      <td className="figures text-right text-[12.5px] text-madder">{pixels(bare.area)}</td>
    </tr>
  );
}
