import {
  DndContext,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { labelFor, pieceName } from '@limber-sheaf/core';
import { useMemo, type KeyboardEvent } from 'react';
import { useOnBench } from '../../bench/context';
import { allPicked, pickByClick, useBench } from '../../bench/store';
import { familyTree, unfolded, type Member } from './family-tree';
import { hang } from './hang';
import { useStackStore } from './stack-store';

/** Where a part is dropped to hang from nothing. */
const NOTHING = 'nothing';

/** Which part moves with which: drag one onto another. */
export function FamilyTree() {
  const bench = useOnBench();
  const { doc, view } = bench;
  const folded = useStackStore((s) => s.folded);
  const tree = useMemo(() => familyTree(doc, view.id), [doc, view.id]);
  const rows = unfolded(tree, folded);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const drop = ({ active, over }: DragEndEvent) => {
    const member = tree.find(({ part }) => part.id === active.id);
    if (!member || !over || over.id === active.id) return;
    void hang(bench, member, over.id === NOTHING ? null : String(over.id));
  };
  return (
    <DndContext sensors={sensors} onDragEnd={drop} autoScroll={{ threshold: { x: 0, y: 0.15 } }}>
      <ul role="tree" aria-label="The family" className="mb-1">
        {rows.map((member) => (
          <Branch key={member.part.id} member={member} />
        ))}
      </ul>
      <Loose />
    </DndContext>
  );
}

function Branch({ member }: { member: Member }) {
  const { doc } = useOnBench();
  const { part, piece, handle, depth, followers } = member;
  const picked = useBench((s) => piece !== null && allPicked(s).includes(piece.id));
  const isFolded = useStackStore((s) => s.folded.includes(part.id));
  const { setNodeRef: setDragRef, listeners, isDragging } = useDraggable({ id: part.id });
  const { setNodeRef: setDropRef, isOver, active } = useDroppable({ id: part.id });
  const taken = isOver && active?.id !== part.id;
  const fold = (fold: boolean) =>
    useStackStore.setState(({ folded }) => ({
      folded: fold ? [...new Set([...folded, part.id])] : folded.filter((id) => id !== part.id),
    }));
  const label = labelFor(part);
  return (
    <li
      ref={setDropRef}
      role="treeitem"
      aria-level={depth + 1}
      aria-selected={picked}
      aria-expanded={followers > 0 ? !isFolded : undefined}
      onPointerEnter={() => useStackStore.setState({ under: piece?.id ?? null })}
      onPointerLeave={() => useStackStore.setState({ under: null })}
      style={{ paddingLeft: depth * 14 }}
      className={`flex items-center border-b border-rule text-[13px] ${picked ? 'bg-brass-wash' : ''} ${taken ? 'bg-woad-wash' : ''} ${isDragging ? 'opacity-50' : ''}`}
    >
      <button
        type="button"
        tabIndex={-1}
        aria-label={`${isFolded ? 'Unfold' : 'Fold'} what moves with ${label}`}
        className={`w-5 shrink-0 cursor-pointer text-soft ${followers === 0 ? 'invisible' : ''}`}
        onClick={() => fold(!isFolded)}
      >
        {isFolded ? '▸' : '▾'}
      </button>
      <button
        type="button"
        ref={setDragRef}
        {...listeners}
        aria-pressed={picked}
        data-branch={part.id}
        className="min-w-0 flex-1 cursor-grab touch-none py-1.5 text-left leading-4.5 font-medium"
        title={piece ? pieceName(doc, piece) : `${label}: a handle, without paint`}
        onClick={(event) => piece && pickByClick(doc, piece.id, event.shiftKey)}
        onKeyDown={(event) => walk(event, fold)}
      >
        {handle && <span aria-hidden className="mr-1.5 inline-block size-2.5 rounded-full border-2 border-brass" />}
        {label}
        {handle && <span className="ml-1.5 text-[12px] font-normal text-soft">handle</span>}
        {depth === 0 && <span className="ml-1.5 text-[12px] font-normal text-soft">moves with nothing</span>}
        {isFolded && <span className="figures ml-1.5 text-[12px] text-soft">+{followers}</span>}
      </button>
    </li>
  );
}

/** The arrows go from row to row, and fold. */
function walk(event: KeyboardEvent<HTMLElement>, fold: (fold: boolean) => void): void {
  if (event.altKey || event.ctrlKey || event.metaKey) return;
  const all = [...document.querySelectorAll<HTMLElement>('[data-branch]')];
  const at = all.indexOf(event.currentTarget);
  if (event.key === 'ArrowDown') all[at + 1]?.focus();
  else if (event.key === 'ArrowUp') all[at - 1]?.focus();
  else if (event.key === 'ArrowLeft') fold(true);
  else if (event.key === 'ArrowRight') fold(false);
  else return;
  event.preventDefault();
  event.stopPropagation();
}

/** Where a part is laid that is to hang from nothing; seen while one is dragged. */
function Loose() {
  const { setNodeRef, isOver, active } = useDroppable({ id: NOTHING });
  return (
    <p
      ref={setNodeRef}
      className={`mb-3 rounded-lg border border-dashed px-2 py-1.5 text-[12.5px] ${active ? 'border-rule text-soft' : 'border-transparent text-transparent'} ${isOver ? 'bg-woad-wash' : ''}`}
      aria-hidden={!active}
    >
      Lay it here to have it move with nothing.
    </p>
  );
}
