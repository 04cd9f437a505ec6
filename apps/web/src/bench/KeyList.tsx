import { Sheet } from '../ui/Sheet';
import { actionKey, actionWord } from './ActionRow';
import { useOnBench } from './context';
import { useAllStations } from './stations';
import { useBench } from './store';

/** The keys that work at every station. */
const EVERYWHERE: readonly [string, string][] = [
  ['1 to 0', 'The stations'],
  ['Q hold', 'Peek at the design'],
  ['Space hold', 'Move the paper'],
  ['Wheel', 'Zoom at the pointer'],
  ['H', 'The whole character in view'],
  ['W', 'Just the picked piece'],
  ['F', 'Fold the panels away, or back'],
  ['← →', 'Previous, next piece in the sheaf'],
  ['Alt ← →', 'Move the piece back or forward'],
  ['Ctrl Z', 'Undo'],
  ['Ctrl Shift Z', 'Redo'],
  ['Ctrl K', 'Find a part, joint, action or station'],
  ['?', 'This list'],
];

/** The list of keys. */
export function KeyList() {
  const bench = useOnBench();
  const stations = useAllStations();
  const keys = [
    ...EVERYWHERE,
    ...stations.flatMap(({ entry, station }) =>
      station.actions
        .filter((action) => action.key !== undefined)
        .map((action): [string, string] => [actionKey(action), `${entry.word}: ${actionWord(action, bench)}`]),
    ),
  ];
  return (
    <Sheet title="Keys" onClose={() => useBench.setState({ keysShown: false })}>
      <dl className="grid grid-cols-2 gap-x-8">
        {keys.map(([key, word]) => (
          <div
            key={`${key} ${word}`}
            className="flex items-baseline justify-between gap-4 border-b border-rule py-1.5 text-[13px]"
          >
            <dt className="figures whitespace-nowrap">{key}</dt>
            <dd className="text-right text-soft">{word}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}
