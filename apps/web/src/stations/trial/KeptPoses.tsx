import { counted, labelFor, notInView, poseOf, type PoseRow } from '@limber-sheaf/core';
import { useState } from 'react';
import { useCast } from '../../api/useCast';
import { useOnBench } from '../../bench/context';
import { useBench, type BenchState } from '../../bench/store';
import { Action, Choice, LedgerRow } from '../../ui/controls';
import { takePose, useTrial, wear } from './trial-store';
import { WornDrawings } from './WornDrawings';

/** Looks that may be worn, besides the drawings at rest. */
const AT_REST = '';

/** Does anything stand otherwise than it is drawn? */
function isPosed({ bends, shift, gaze }: Pick<BenchState, 'bends' | 'shift' | 'gaze'>): boolean {
  const moved = [shift, ...Object.values(gaze)].some(({ x, y }) => x !== 0 || y !== 0);
  return moved || Object.values(bends).some((angle) => angle !== 0);
}

/** The poses that are kept: a click stands in one; and what shows now can be kept under a name. */
export function KeptPoses() {
  const { doc, view, edit } = useOnBench();
  const [name, setName] = useState('');
  const wears = useTrial((s) => s.wears);
  const isAnything = useBench(isPosed) || wears.length > 0;
  const keep = async () => {
    const { bends, shift, gaze } = useBench.getState();
    const pose = poseOf(doc, bends, shift, gaze);
    const turned = Object.entries(pose.angles).map(([partId, angle]) => ({ partId, angle }));
    const pupils = Object.entries(pose.gaze ?? {}).map(([partId, { x, y }]) => ({ partId, x, y }));
    const kept = { name: name.trim(), turned, root: pose.root, pupils, drawingIds: [...wears] };
    if (await edit('trial.keep', doc.character.id, kept)) setName('');
  };
  const worn = doc.looks.find((look) => look.drawingIds.join() === wears.join());
  return (
    <section aria-label="Poses" className="mb-4">
      <h3 className="mb-1 text-[15px]">Poses</h3>
      {doc.poses.length === 0 && (
        <p className="text-[13px] text-soft">
          Drag a limb or a pupil, choose drawings, or hold a frame of a motion; then keep it here.
        </p>
      )}
      <ul>
        {doc.poses.map((row) => (
          <PoseLine key={row.id} row={row} />
        ))}
      </ul>
      {doc.looks.length > 0 && (
        <LedgerRow name="Wears">
          <Choice
            label="The look that the character wears"
            value={worn?.id ?? AT_REST}
            options={[
              { value: AT_REST, word: wears.length > 0 && !worn ? 'this pose’s own' : 'as at rest' },
              ...doc.looks.map((look) => ({ value: look.id, word: look.name })),
            ]}
            onChange={(id) => wear(doc, view.id, doc.looks.find((look) => look.id === id)?.drawingIds ?? [])}
          />
        </LedgerRow>
      )}
      <WornDrawings />
      <form
        className="mt-1.5 flex items-center gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          if (name.trim() !== '' && isAnything) void keep();
        }}
      >
        <input
          type="text"
          aria-label="Name of the pose"
          placeholder={isAnything ? 'name how it stands now' : 'pose it first'}
          maxLength={60}
          value={name}
          onChange={({ target }) => setName(target.value)}
          onKeyDown={(event) => event.stopPropagation()}
          className="h-8 w-full min-w-0 rounded-lg border border-rule bg-paper px-2.5 text-[13px]"
        />
        <Action type="submit" disabled={name.trim() === '' || !isAnything}>
          Keep
        </Action>
      </form>
      <FromAnother />
    </section>
  );
}

/** Takes the poses of another character of the production, by the parts that both have. */
function FromAnother() {
  const { doc, edit } = useOnBench();
  const { cards = [] } = useCast(doc.character.productionId);
  const others = cards.filter(({ id }) => id !== doc.character.id);
  if (others.length === 0) return null;
  return (
    <LedgerRow name="Take poses from">
      <Choice
        label="The character whose poses are taken"
        value=""
        options={[{ value: '', word: 'nobody' }, ...others.map(({ id, name }) => ({ value: id, word: name }))]}
        onChange={(characterId) => characterId !== '' && void edit('trial.take', doc.character.id, { characterId })}
      />
    </LedgerRow>
  );
}

/** A pose: what it turns, and what of that this view lacks. */
function PoseLine({ row }: { row: PoseRow }) {
  const { doc, view, edit } = useOnBench();
  const lacks = notInView(doc, view.id, row);
  const words = doc.parts
    .filter(({ id }) => lacks.includes(id))
    .map(labelFor)
    .join(', ');
  return (
    <li className="flex items-center gap-2 border-b border-rule py-1 text-[13px]">
      <button
        type="button"
        className="min-w-0 flex-1 cursor-pointer text-left"
        title={`Stand like this: ${counted(row.partIds.length, 'part')} turned`}
        onClick={() => takePose(doc, view.id, row)}
      >
        <span className="block truncate font-medium">{row.name}</span>
        {lacks.length > 0 && <span className="block text-[12.5px] text-soft">No joint in this view: {words}.</span>}
      </button>
      <Action aria-label={`Let the pose ${row.name} go`} onClick={() => void edit('trial.remove', row.id)}>
        Let go
      </Action>
    </li>
  );
}
