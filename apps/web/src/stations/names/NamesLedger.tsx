import { counted, findInNames, partOf, pieceById } from '@limber-sheaf/core';
import { useMemo } from 'react';
import { tell } from '../../ui/tell';
import { useOnBench } from '../../bench/context';
import { pickPiece } from '../../bench/store';
import { Action, LedgerHead } from '../../ui/controls';
import { NearTwinList } from './NearTwinList';
import { mapToPlan, typeMends } from './take-names';
import { SchemeChips } from './SchemeChips';

/** Names' ledger: how names are made, and what is worth a look. */
export function NamesLedger() {
  const bench = useOnBench();
  const { doc, view } = bench;
  const found = useMemo(() => findInNames(doc, view.id), [doc, view.id]);
  const faults = found.filter(({ kind }) => kind === 'fault').length;
  const mends = found.filter(({ mend }) => mend !== null).length;
  const strangers = found.filter(({ kind }) => kind === 'unplanned').length;
  const mapThem = async () => {
    const { understood, asked } = await mapToPlan(bench);
    const rest = asked > 0 ? ` ${counted(asked, 'name is', 'names are')} not understood: type what is meant.` : '';
    tell(`${counted(understood, 'name is', 'names are')} typed in the table.${rest}`);
  };
  const pieces = doc.pieces.filter(({ viewId }) => viewId === view.id).length;
  return (
    <>
      <LedgerHead title="Names">
        {pieces === 0
          ? 'No piece yet. Cut one from the design first.'
          : faults > 0
            ? `${counted(faults, 'name')} ${faults === 1 ? 'does' : 'do'} not hold`
            : `${counted(pieces, 'piece')}, every name its own`}
      </LedgerHead>
      <SchemeChips />
      {found.length > 0 && (
        <section aria-label="Worth a look">
          <div className="mb-1 flex items-center justify-between gap-2">
            <h3 className="text-[15px]">Worth a look</h3>
            {strangers > 0 && (
              <Action
                title="Types for each name that the plan does not know the part that it is taken to mean: by its words, usual short forms and its place"
                onClick={() => void mapThem()}
              >
                Map to the plan
              </Action>
            )}
            {mends > 0 && <Action onClick={() => typeMends(bench)}>{`Type ${counted(mends, 'mend')}`}</Action>}
          </div>
          <ul className="max-h-72 overflow-y-auto">
            {found.map(({ kind, sentence, pieceId }, at) => (
              <li key={at} className="border-b border-rule text-[12.5px]">
                {pieceId ? (
                  <button
                    type="button"
                    className={`w-full cursor-pointer py-1.5 text-left hover:bg-paper ${kind === 'fault' ? 'text-madder' : ''}`}
                    onClick={() => pickPiece(pieceId, partOf(doc, pieceById(doc, pieceId)))}
                  >
                    {sentence}
                  </button>
                ) : (
                  <p className="py-1.5">{sentence}</p>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      <NearTwinList />
    </>
  );
}
