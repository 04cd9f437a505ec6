import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  SortableContext,
  arrayMove,
  horizontalListSortingStrategy,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { USUAL_SCHEMES, nameFor, sameScheme, type NameToken, type NameTokens } from '@limber-sheaf/core';
import { useSchemes } from '../../api/useKept';
import { useOnBench } from '../../bench/context';
import { Choice, LedgerRow } from '../../ui/controls';
import { KeptChoice } from '../../ui/KeptChoice';
import { setScheme } from './take-names';

const WORDS: Record<NameToken, string> = { group: 'group', side: 'side', part: 'part', index: 'number' };

/** Names of each kind that an example is given of. */
const EXAMPLES: readonly (NameTokens & { kind: string })[] = [
  { kind: 'a limb’s piece', group: 'arm', side: 'A', part: 'lower', index: null },
  { kind: 'a piece of its own', group: 'head', side: null, part: null, index: null },
  { kind: 'the second of several', group: 'tail', side: null, part: 'tip', index: 2 },
];

/** How names are made: their words as chips to arrange, and an example of every kind. */
export function SchemeChips() {
  const bench = useOnBench();
  const { scheme, productionId } = bench.doc.character;
  const { kept, ...production } = useSchemes(productionId);
  const schemes = kept.map(({ id, name, value }) => ({ id, name, scheme: value }));
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const [from, to] = [active.id, over.id].map((id) => scheme.piece.indexOf(id as NameToken));
    void setScheme(bench, { piece: arrayMove([...scheme.piece], from, to) });
  };
  const setMark = async (text: string) => {
    const pivotMark = text.trim();
    if (pivotMark !== '' && pivotMark !== scheme.pivotMark) await setScheme(bench, { pivotMark });
  };
  return (
    <section aria-label="How names are made" className="mb-3">
      <KeptChoice
        word="Scheme"
        usual={USUAL_SCHEMES}
        kept={schemes}
        current={[...USUAL_SCHEMES, ...schemes].find((one) => sameScheme(one.scheme, scheme))}
        onTake={(one) => void setScheme(bench, one.scheme)}
        onKeep={(name) => production.keep(name, scheme)}
        onRename={({ id }, name) => production.rename(id, name)}
        onDrop={({ id }) => production.drop(id)}
      />
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
        <SortableContext items={[...scheme.piece]} strategy={horizontalListSortingStrategy}>
          <ul className="mb-2 flex flex-wrap items-center gap-1.5" aria-label="Order of a name’s words">
            {scheme.piece.map((token) => (
              <Chip key={token} token={token} />
            ))}
          </ul>
        </SortableContext>
      </DndContext>
      <LedgerRow name="Between them">
        <Choice
          label="Between the words of a name"
          value={scheme.separator}
          options={[
            { value: '_', word: 'underscore _' },
            { value: '-', word: 'hyphen -' },
            { value: ' ', word: 'space' },
          ]}
          onChange={(separator) => void setScheme(bench, { separator })}
        />
      </LedgerRow>
      <LedgerRow name="Letters">
        <Choice
          label="Letter case of names"
          value={scheme.case}
          options={[
            { value: 'lower', word: 'small' },
            { value: 'capital', word: 'Capital' },
            { value: 'camel', word: 'camelCase' },
          ]}
          onChange={(letters) => void setScheme(bench, { case: letters })}
        />
      </LedgerRow>
      <LedgerRow name="Sides">
        <Choice
          label="How sides are named"
          value={scheme.sides}
          options={[
            { value: 'letters', word: 'A, B' },
            { value: 'near-far', word: 'near, far' },
            { value: 'left-right', word: 'left, right' },
          ]}
          onChange={(sides) => void setScheme(bench, { sides })}
        />
      </LedgerRow>
      <LedgerRow name="Pivot’s mark">
        <input
          key={scheme.pivotMark}
          aria-label="What follows a name on its pivot’s mark"
          defaultValue={scheme.pivotMark}
          maxLength={24}
          onBlur={({ target }) => void setMark(target.value)}
          onKeyDown={({ key, currentTarget }) => key === 'Enter' && currentTarget.blur()}
          className="h-7 w-28 rounded-md border border-rule bg-sheet px-1.5 font-mono text-[12px]"
        />
      </LedgerRow>
      <dl className="mt-2 text-[12.5px]">
        {EXAMPLES.map(({ kind, ...tokens }) => (
          <div key={kind} className="flex justify-between gap-3 py-0.5">
            <dt className="text-soft">{kind}</dt>
            <dd className="figures">{nameFor(tokens, scheme)}</dd>
          </div>
        ))}
        <div className="flex justify-between gap-3 py-0.5">
          <dt className="text-soft">its pivot’s mark</dt>
          <dd className="figures">{`${nameFor(EXAMPLES[0], scheme)}_${scheme.pivotMark}`}</dd>
        </div>
      </dl>
    </section>
  );
}

function Chip({ token }: { token: NameToken }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: token });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Transform.toString(transform), transition }}
      className={`cursor-grab rounded-full border px-3 py-1 text-[13px] select-none ${isDragging ? 'border-woad bg-brass-wash' : 'border-rule bg-sheet'}`}
      {...attributes}
      {...listeners}
      aria-label={`${WORDS[token]}, drag to move it`}
    >
      {WORDS[token]}
    </li>
  );
}
