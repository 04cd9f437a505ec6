import { handlePlace, jointById, jointLabel, parseName, partOf, pieceById } from '@limber-sheaf/core';
import { refuse } from '../../ui/tell';
import { useOnBench } from '../../bench/context';
import { allPicked, useBench } from '../../bench/store';
import { NameForm } from '../../ui/NameForm';
import { bentJoint } from './order-in-pose';
import { useStackStore } from './stack-store';

const BOX = 'pointer-events-auto flex min-h-8 items-center gap-2 rounded-lg bg-sheet/90 px-3 py-1 text-[13px]';

/** What waits: the name of a handle to be begun, or what a card does while a limb is bent. */
export function StackStrip() {
  const { doc } = useOnBench();
  const naming = useStackStore((s) => s.naming);
  const swings = useStackStore((s) => s.swinging.length > 0);
  const bent = useBench(() => bentJoint(doc)?.id ?? null);
  if (naming !== null) return <Naming name={naming} />;
  if (!bent || swings) return null;
  return (
    <span className="pointer-events-none! flex basis-full select-none">
      <span className={`${BOX} text-soft`}>
        A card dragged now lies there from this angle of {jointLabel(doc, jointById(doc, bent))} on.
      </span>
    </span>
  );
}

/** The name of a handle above the picked parts. */
function Naming({ name }: { name: string }) {
  const { doc, view, edit } = useOnBench();
  const done = () => useStackStore.setState({ naming: null });
  const begin = async () => {
    const tokens = parseName(name);
    if (!tokens) {
      refuse('A handle needs a name of letters and digits.');
      return;
    }
    const pieces = allPicked(useBench.getState()).map((id) => pieceById(doc, id));
    const partIds = pieces.map((piece) => partOf(doc, piece).id);
    if (await edit('handles.add', view.id, { tokens, partIds, ...handlePlace(doc, pieces), saw: {} })) done();
  };
  return (
    <NameForm
      name={name}
      onName={(naming) => useStackStore.setState({ naming })}
      onBegin={() => void begin()}
      onLeave={done}
    />
  );
}
