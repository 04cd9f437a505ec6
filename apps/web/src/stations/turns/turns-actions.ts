import type { BenchValue } from '../../bench/context';
import type { BenchAction } from '../../bench/station';
import type { TurnsWay } from './turns-store';
import { lookAs, useTurns } from './turns-store';

const several = ({ doc }: BenchValue) => doc.views.length > 1;

const way = (id: TurnsWay, word: string, key: string, title: string): BenchAction => ({
  id,
  word,
  key,
  title,
  when: several,
  on: (bench) => several(bench) && useTurns.getState().way === id,
  run: () => lookAs(id),
});

/** A step round the ring of views. */
function step(by: 1 | -1): BenchAction['run'] {
  return ({ doc }) => {
    const { at } = useTurns.getState();
    useTurns.setState({ way: 'round', playing: false, at: (at + by + doc.views.length) % doc.views.length });
  };
}

/** What Turns can be told to do. */
export const turnsActions: BenchAction[] = [
  way('beside', 'Side by side', 'v', 'All views on one floor line with their height lines'),
  way('round', 'Turn round', 't', 'The views flipped through in place'),
  way('drift', 'Drift', 'd', 'How far every part is off in every view'),
  { id: 'turn-on', word: 'Turn on', key: '.', shown: false, when: several, run: step(1) },
  { id: 'turn-back', word: 'Turn back', key: ',', shown: false, when: several, run: step(-1) },
];
