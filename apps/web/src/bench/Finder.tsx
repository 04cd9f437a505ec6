import { drawOrder, jointLabel, labelFor, partOf, pieceName } from '@limber-sheaf/core';
import { Command } from 'cmdk';
import { useNavigate } from 'react-router';
import { useOnBench } from './context';
import { STATIONS } from './stations';
import { lookAtPlace, pickJoint, pickPiece, useBench } from './store';

const item = 'cursor-pointer rounded-md px-3 py-1.5 text-[13px] data-[selected=true]:bg-woad-wash';

/** Finds any part, joint or station by name. */
export function Finder({ characterId }: { characterId: string }) {
  const { doc, view } = useOnBench();
  const open = useBench((s) => s.finder);
  const navigate = useNavigate();
  const close = () => useBench.setState({ finder: false });
  const go = (work: () => void) => () => {
    close();
    work();
  };
  return (
    <Command.Dialog
      open={open}
      onOpenChange={(finder) => useBench.setState({ finder })}
      label="Find"
      overlayClassName="fixed inset-0 z-40 bg-[#25303a]/40"
      contentClassName="fixed top-24 left-1/2 z-50 w-[480px] max-w-[94vw] -translate-x-1/2 rounded-2xl border border-rule bg-sheet p-2 text-ink shadow-2xl"
    >
      <Command.Input
        placeholder="Part, joint or station"
        className="mb-1 h-10 w-full rounded-lg bg-paper px-3 text-[14px] outline-none"
      />
      <Command.List className="max-h-80 overflow-y-auto">
        <Command.Empty className="px-3 py-4 text-[13px] text-soft">Nothing by that name.</Command.Empty>
        {drawOrder(doc, view.id).map((piece) => (
          <Command.Item
            key={piece.id}
            value={`${labelFor(partOf(doc, piece))} ${pieceName(doc, piece)}`}
            className={item}
            onSelect={go(() => {
              pickPiece(piece.id, partOf(doc, piece));
              useBench.setState({ lookAt: { kind: 'rect', ...piece.face } });
            })}
          >
            {labelFor(partOf(doc, piece))}{' '}
            <span className="figures float-right text-[12px] text-soft">{pieceName(doc, piece)}</span>
          </Command.Item>
        ))}
        {doc.joints.map((joint) => (
          <Command.Item
            key={joint.id}
            value={`joint ${jointLabel(doc, joint)}`}
            className={item}
            onSelect={go(() => {
              void navigate(`/characters/${characterId}/joints`);
              pickJoint(joint.id);
              lookAtPlace(joint.x, joint.y, joint.radius * 5);
            })}
          >
            {jointLabel(doc, joint)} <span className="float-right text-[12px] text-soft">joint</span>
          </Command.Item>
        ))}
        {STATIONS.map((station) => (
          <Command.Item
            key={station.key}
            value={`station ${station.word}`}
            className={item}
            onSelect={go(() => void navigate(`/characters/${characterId}/${station.key}`))}
          >
            {station.word} <span className="float-right text-[12px] text-soft">station {station.number}</span>
          </Command.Item>
        ))}
      </Command.List>
    </Command.Dialog>
  );
}
