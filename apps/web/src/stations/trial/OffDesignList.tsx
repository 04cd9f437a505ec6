import { labelFor, partOf, pieceById } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { pickPiece, useBench } from '../../bench/store';
import { farOff, useOffDesign } from './useOffDesign';

/** How far each piece is off the design, in words; a click picks it. */
export function OffDesignList() {
  const { doc } = useOnBench();
  const picked = useBench((s) => s.pickedPiece);
  const off = useOffDesign();
  if (!off) return null;
  return (
    <section aria-label="Off the design" className="mb-4">
      <h3 className="mb-1 text-[15px]">Off the design</h3>
      {off.length === 0 ? (
        <p className="text-[13px] text-soft">Every part sits on the ghost.</p>
      ) : (
        <ul className="max-h-56 overflow-y-auto" aria-label="How far parts are off the design">
          {off.map((one) => {
            const part = partOf(doc, pieceById(doc, one.pieceId));
            return (
              <li key={one.pieceId} className={`border-b border-rule ${one.pieceId === picked ? 'bg-brass-wash' : ''}`}>
                <button
                  type="button"
                  aria-pressed={one.pieceId === picked}
                  className="flex w-full cursor-pointer justify-between gap-2 px-1 py-1 text-left text-[13px]"
                  onClick={() => pickPiece(one.pieceId, part)}
                >
                  <span>{labelFor(part)}</span>
                  <span className="figures whitespace-nowrap">{farOff(one)}</span>
                </button>
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}
