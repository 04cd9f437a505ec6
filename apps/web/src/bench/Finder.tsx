import { knownBy, drawOrder, jointLabel, labelFor, partOf, pieceName } from '@limber-sheaf/core';
import { Command } from 'cmdk';
import { useOnBench } from './context';
import { actionKey, actionWord } from './ActionRow';
import { useAllStations, useStations } from './stations';
import { lookAtPlace, pickJoint, pickPiece, useBench } from './store';

/** Where joints are looked at. */
const JOINTS = 'joints';

const item = 'cursor-pointer rounded-md px-3 py-1.5 text-[13px] data-[selected=true]:bg-woad-wash';

/** Finds any part, joint, action or station by name. */
export function Finder() {
  const bench = useOnBench();
  const { doc, view, go: goTo } = bench;
  const stations = useStations();
  const all = useAllStations();
  const close = () => useBench.setState({ finder: false });
  const go = (work: () => void) => () => {
    close();
    work();
  };
  return (
    <Command.Dialog
      open
      onOpenChange={(finder) => useBench.setState({ finder })}
      label="Find"
      overlayClassName="fixed inset-0 z-40 bg-[#25303a]/40"
      contentClassName="fixed top-24 left-1/2 z-50 w-[480px] max-w-[94vw] -translate-x-1/2 rounded-2xl border border-rule bg-sheet p-2 text-ink shadow-2xl"
    >
      <Command.Input
        placeholder="Part, joint, action or station"
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
              useBench.setState({ lookAt: { kind: 'rect', ...knownBy(doc, piece) } });
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
              goTo(JOINTS);
              pickJoint(joint.id);
              lookAtPlace(joint.x, joint.y, joint.radius * 5);
            })}
          >
            {jointLabel(doc, joint)} <span className="float-right text-[12px] text-soft">joint</span>
          </Command.Item>
        ))}
        {stations.map((station) => (
          <Command.Item
            key={station.key}
            value={`station ${station.word}`}
            className={item}
            onSelect={go(() => goTo(station.key))}
          >
            {station.word} <span className="float-right text-[12px] text-soft">station {station.number}</span>
          </Command.Item>
        ))}
        {all.flatMap(({ entry, station }) =>
          station.actions
            .filter((action) => entry.key !== bench.station || !action.when || action.when(bench))
            .map((action) => (
              <Command.Item
                key={`${entry.key} ${action.id}`}
                value={`action ${entry.word} ${actionWord(action, bench)}`}
                className={item}
                onSelect={go(() => (entry.key === bench.station ? action.run(bench) : goTo(entry.key)))}
              >
                {actionWord(action, bench)}{' '}
                <span className="float-right text-[12px] text-soft">
                  {entry.word}
                  {actionKey(action) && ` · ${actionKey(action)}`}
                </span>
              </Command.Item>
            )),
        )}
      </Command.List>
    </Command.Dialog>
  );
}
