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
import {
  DRAWING_TOKENS,
  INDEX_DIGITS,
  USUAL_SCHEMES,
  drawingNameFor,
  nameFor,
  sameScheme,
  type DrawingToken,
  type NameToken,
  type NameTokens,
} from '@limber-sheaf/core';
import { useSchemes } from '../../api/useKept';
import { useOnBench } from '../../bench/context';
import { Choice, LedgerRow } from '../../ui/controls';
import { KeptChoice } from '../../ui/KeptChoice';
import { setScheme } from './take-names';

const WORDS: Record<NameToken, string> = { group: 'group', side: 'side', part: 'part', index: 'number' };

const DRAWING_WORDS: Record<DrawingToken, string> = { set: 'set', shape: 'shape', mood: 'mood', index: 'number' };

/** A drawing that an example is given of. */
const MOUTH: NameTokens = { group: 'mouth', side: null, part: null, index: null };
const DRAWING = { shape: 'round', mood: 'happy', index: 2 };

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
      <Chips
        of="Piece"
        label="Order of a name’s words"
        words={WORDS}
        tokens={scheme.piece}
        onArrange={(piece) => void setScheme(bench, { piece })}
      />
      <Chips
        of="Drawing"
        label="Order of a drawing’s words"
        words={DRAWING_WORDS}
        tokens={scheme.drawing ?? DRAWING_TOKENS}
        onArrange={(drawing) => void setScheme(bench, { drawing })}
      />
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
      <LedgerRow name="Numbers of copies">
        <Choice
          label="How copies are numbered"
          value={String(scheme.digits ?? INDEX_DIGITS.least)}
          options={[
            { value: '1', word: '2, 3, 4' },
            { value: '2', word: '02, 03, 04' },
            { value: '3', word: '002, 003, 004' },
          ]}
          onChange={(digits) => void setScheme(bench, { digits: Number(digits) })}
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
          <dt className="text-soft">a drawing of a set</dt>
          <dd className="figures">{drawingNameFor({ ...DRAWING, set: nameFor(MOUTH, scheme) }, scheme)}</dd>
        </div>
        <div className="flex justify-between gap-3 py-0.5">
          <dt className="text-soft">a limb’s pivot’s mark</dt>
          <dd className="figures">{`${nameFor(EXAMPLES[0], scheme)}_${scheme.pivotMark}`}</dd>
        </div>
      </dl>
    </section>
  );
}

/** Words of a name as chips, to be dragged or moved by key into another order. */
function Chips<T extends string>({
  of,
  label,
  words,
  tokens,
  onArrange,
}: {
  of: string;
  label: string;
  words: Record<T, string>;
  tokens: readonly T[];
  onArrange: (tokens: T[]) => void;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    const [from, to] = [active.id, over.id].map((id) => tokens.indexOf(id as T));
    onArrange(arrayMove([...tokens], from, to));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
      <SortableContext items={[...tokens]} strategy={horizontalListSortingStrategy}>
        <p className="mb-1 text-[12px] text-soft">{of}</p>
        <ul className="mb-2 flex flex-wrap items-center gap-1.5" aria-label={label}>
          {tokens.map((token) => (
            <Chip key={token} id={token} word={words[token]} />
          ))}
        </ul>
      </SortableContext>
    </DndContext>
  );
}

function Chip({ id, word }: { id: string; word: string }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <li ref={setNodeRef} style={{ transform: CSS.Transform.toString(transform), transition }}>
      <span
        className={`block cursor-grab rounded-full border px-3 py-1 text-[13px] select-none ${isDragging ? 'border-woad bg-brass-wash' : 'border-rule bg-sheet'}`}
        {...attributes}
        {...listeners}
        aria-label={`${word}, drag to move it`}
      >
        {word}
      </span>
    </li>
  );
}
