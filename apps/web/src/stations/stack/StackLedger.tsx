import { counted, drawOrder, labelFor, makesRing, parentPiece } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { Action, Choice, LedgerHead, LedgerRow } from '../../ui/controls';
import { familyTree } from './family-tree';
import { FamilyTree } from './FamilyTree';
import { hang } from './hang';
import { LeftBehindList } from './LeftBehindList';
import { OrderChangeList } from './OrderChangeList';
import { OrderHintList } from './OrderHintList';
import { RoomInOrder } from './RoomInOrder';

/** Stack's ledger: what stays behind, where the order changes, and the family. */
export function StackLedger() {
  const { doc, view } = useOnBench();
  const order = drawOrder(doc, view.id);
  const roots = order.filter((p) => parentPiece(doc, p) === null);
  return (
    <>
      <LedgerHead title="Stack">
        {order.length === 0
          ? 'No piece yet. Cut one from the design first.'
          : roots.length > 1
            ? `${counted(order.length, 'piece')} · ${roots.length - 1} ${roots.length === 2 ? 'moves' : 'move'} with nothing`
            : order.length === 1
              ? '1 piece'
              : `${order.length} pieces, all in one family`}
      </LedgerHead>
      <LeftBehindList />
      <OrderChangeList />
      <OrderHintList />
      <FamilyTree />
      <PickedMember />
      {order.length > 1 && (
        <p className="mt-3 text-[12.5px] text-soft">
          Drag a part onto the one it moves with. Drag a card in the sheaf, or press Alt ← →, to change the draw order;
          while a limb is bent, the card lies there from that angle on. Shift picks several.
        </p>
      )}
    </>
  );
}

/** What the picked part moves with, to be chosen by name. */
function PickedMember() {
  const bench = useOnBench();
  const { doc, view, edit } = bench;
  const picked = useBench((s) => s.pickedPiece);
  const tree = familyTree(doc, view.id);
  const member = tree.find(({ piece }) => piece?.id === picked);
  const handles = tree.filter(({ handle }) => handle);
  if (!member && handles.length === 0) return null;
  const others = member
    ? tree.filter(({ part }) => part.id !== member.part.id && !makesRing(doc, member.part, part.id))
    : [];
  return (
    <section aria-label="Picked part">
      {member && (
        <LedgerRow name={`${labelFor(member.part)} moves with`}>
          <Choice
            label={`${labelFor(member.part)} moves with`}
            value={member.part.parentId ?? ''}
            options={[
              { value: '', word: 'nothing' },
              ...others.map(({ part }) => ({ value: part.id, word: labelFor(part) })),
            ]}
            onChange={(parentId) => void hang(bench, member, parentId || null)}
          />
        </LedgerRow>
      )}
      {member?.piece && <RoomInOrder piece={member.piece} />}
      {handles.map(({ part, handle }) => (
        <LedgerRow key={part.id} name={`${labelFor(part)}, handle`}>
          <Action tone="wrong" onClick={() => handle && void edit('handles.remove', handle.id)}>
            Take away
          </Action>
        </LedgerRow>
      ))}
    </section>
  );
}
