import {
  counted,
  drawingName,
  drawingsOf,
  labelFor,
  nameUses,
  pieceOfSet,
  versionWord,
  type DrawingRow,
} from '@limber-sheaf/core';
import { useAnswer } from '../../api/useAnswer';
import { useOnBench } from '../../bench/context';
import { pickPiece, useBench } from '../../bench/store';
import { Action } from '../../ui/controls';
import { FrontSheet } from '../../ui/FrontSheet';
import { nameRows, type NameRow } from './name-rows';
import { typeName, useNames } from './names-store';
import { numberThem, replaceAll, swapSides, takeNames } from './take-names';
import { useState } from 'react';
import { refuse } from '../../ui/tell';

/** Every name of the view in one table: as it is, as it would be, what stands in the way, since when it has stood. */
export function NamesTable() {
  const bench = useOnBench();
  const { doc, view } = bench;
  const { typed, find, by } = useNames();
  const [from, setFrom] = useState('1');
  const rows = nameRows(doc, view.id, typed);
  const changed = rows.filter(({ name, next }) => name !== next);
  const wrong = changed.filter(({ fault }) => fault !== null).length;
  const { data: handed = [] } = useAnswer('names.handedOff', doc.character.id);
  const since = new Map(handed.map((one) => [one.partId, one]));
  const lost = changed.filter(({ part, name }) => since.get(part.id)?.name === name).length;
  const drawings = doc.swapSets.filter((set) => pieceOfSet(doc, set, view.id)).flatMap((set) => drawingsOf(doc, set));
  return (
    <FrontSheet label="Names">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-2 px-5 pt-3.5 pb-2">
        <h2 className="sr-only">Every name</h2>
        <Field label="Find" value={find} onChange={(text) => useNames.setState({ find: text })} />
        <Field label="replace by" value={by} onChange={(text) => useNames.setState({ by: text })} />
        <Action
          disabled={find === ''}
          onClick={() => {
            if (replaceAll(bench) === 0) refuse(`No name has ${find} in it.`);
          }}
        >
          Type it
        </Action>
        <Action onClick={() => swapSides(bench)}>Swap sides</Action>
        <Action
          title="Names that would be one get numbers, from the front back"
          onClick={() => {
            if (numberThem(bench, Number(from) || 1) === 0) refuse('No two names would be one.');
          }}
        >
          Number alike
        </Action>
        <Field label="from" narrow value={from} onChange={(text) => setFrom(text.replace(/\D/g, '').slice(0, 3))} />
        <span className="ml-auto flex gap-3">
          {changed.length > 0 && <Action onClick={() => useNames.setState({ typed: {} })}>Leave</Action>}
          <Action tone="go" disabled={changed.length === 0 || wrong > 0} onClick={() => void takeNames(bench)}>
            {changed.length === 0 ? 'Rename' : `Rename ${counted(changed.length, 'part')}`}
          </Action>
        </span>
      </header>
      {(wrong > 0 || lost > 0) && (
        <p className={`px-5 pb-1 text-[12.5px] ${wrong > 0 ? 'text-madder' : 'text-brass'}`}>
          {wrong > 0
            ? `${counted(wrong, 'name')} ${wrong === 1 ? 'stands' : 'stand'} in the way: nothing is renamed until ${wrong === 1 ? 'it does' : 'they do'} not.`
            : `${counted(lost, 'name')} ${lost === 1 ? 'has' : 'have'} been handed off: a rig that goes by ${lost === 1 ? 'it' : 'them'} will lose ${lost === 1 ? 'it' : 'them'}.`}
        </p>
      )}
      {rows.length === 0 ? (
        <p className="px-5 text-[13.5px] text-soft">No piece yet. Each part that is cut stands here by its name.</p>
      ) : (
        <div className="min-h-0 flex-1 overflow-y-auto px-5 pb-4">
          <table className="w-full text-[13px]">
            <thead>
              <tr className="sticky top-0 z-10 bg-sheet text-left text-[12px] text-soft">
                <th className="py-1 font-normal">Part</th>
                <th className="font-normal">Name</th>
                <th className="font-normal">New name</th>
                <th className="font-normal">Becomes</th>
                <th className="text-right font-normal whitespace-nowrap">Handed off</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <NameLine key={row.bearer.id} row={row} since={since.get(row.part.id)} />
              ))}
              {drawings.map((drawing) => (
                <DrawingLine key={drawing.id} drawing={drawing} />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </FrontSheet>
  );
}

function NameLine({ row, since }: { row: NameRow; since: { name: string; since: number } | undefined }) {
  const { part, bearer, name, next, fault } = row;
  const picked = useBench((s) => s.pickedPiece === bearer.id);
  const text = useNames((s) => s.typed[part.id]?.text ?? '');
  const label = labelFor(part);
  const isChanged = next !== name;
  // A rig that was made from a package goes by the name.
  const isLost = isChanged && since?.name === name;
  const { doc } = useOnBench();
  return (
    <tr className={`border-t border-rule ${picked ? 'bg-brass-wash' : ''}`}>
      <td className="py-1 pr-2">
        <button
          type="button"
          className="cursor-pointer text-left whitespace-nowrap"
          onClick={() => bearer.kind === 'piece' && pickPiece(bearer.id, part)}
        >
          {label}
          {bearer.kind === 'handle' && <span className="text-soft"> · handle</span>}
        </button>
      </td>
      <td className="figures pr-2 text-[12.5px]">{name}</td>
      <td className="pr-2">
        <input
          type="text"
          aria-label={`New name of ${label}`}
          value={text}
          placeholder="as it is"
          maxLength={120}
          onChange={({ target }) => typeName(part.id, target.value === '' ? null : target.value)}
          onKeyDown={({ key }) => key === 'Escape' && typeName(part.id, null)}
          className="figures h-7 w-full min-w-28 rounded border border-rule bg-sheet px-2 text-[12.5px]"
        />
      </td>
      <td className="pr-2 text-[12.5px]">
        <span className={fault ? 'text-madder' : 'figures text-woad'}>{fault ?? (isChanged ? next : '')}</span>
        {isLost && (
          <span className="block text-[12px] text-brass">
            In rigs as {nameUses(doc, part.id).join('; ')}.{' '}
            <button type="button" className="cursor-pointer underline" onClick={() => typeName(part.id, null)}>
              Keep {name}
            </button>
          </span>
        )}
      </td>
      <td className={`figures text-right text-[12px] whitespace-nowrap ${isLost ? 'text-brass' : 'text-soft'}`}>
        {since?.name === name ? `since ${versionWord(since.since)}` : since ? 'renamed since' : ''}
      </td>
    </tr>
  );
}

/** A drawing of a set: its name follows from its piece and its place on the chart. */
function DrawingLine({ drawing }: { drawing: DrawingRow }) {
  const { doc } = useOnBench();
  return (
    <tr className="border-t border-rule">
      <td className="py-1 pr-2 whitespace-nowrap text-soft">
        {drawing.shape}
        {drawing.mood && ` · ${drawing.mood}`}
      </td>
      <td className="figures pr-2 text-[12.5px]">{drawingName(doc, drawing)}</td>
      <td className="text-[12.5px] text-soft" colSpan={3}>
        by its place on the chart in Swaps
      </td>
    </tr>
  );
}

function Field({
  label,
  value,
  narrow = false,
  onChange,
}: {
  label: string;
  value: string;
  narrow?: boolean;
  onChange: (text: string) => void;
}) {
  return (
    <label className="flex items-center gap-1.5 text-[13px]">
      {label}
      <input
        type="text"
        value={value}
        maxLength={60}
        onChange={({ target }) => onChange(target.value)}
        className={`figures h-8 ${narrow ? 'w-11' : 'w-20'} rounded-lg border border-rule bg-sheet px-2 text-[12.5px]`}
      />
    </label>
  );
}
