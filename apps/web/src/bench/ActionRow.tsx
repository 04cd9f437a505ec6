import { useMemo, useSyncExternalStore } from 'react';
import { Action } from '../ui/controls';
import { chordWord } from './chord';
import { useOnBench, type BenchValue } from './context';
import type { BenchAction, Station } from './station';
import { useBench } from './store';

/** The word of an action as it is now. */
export function actionWord({ word }: BenchAction, bench: BenchValue): string {
  return typeof word === 'string' ? word : word(bench);
}

/** The keys of an action as they are shown; empty for none. */
export function actionKey({ key, keyWord }: BenchAction): string {
  if (keyWord) return keyWord;
  const [first] = key === undefined ? [] : [key].flat();
  return first ? chordWord(first) : '';
}

/** Draws anew whenever one of a station's stores changes. */
export function useStores({ stores }: Pick<Station, 'stores'>): void {
  const together = useMemo(() => {
    let changes = 0;
    return {
      subscribe: (tell: () => void) => {
        const offs = [...stores, useBench].map((store) =>
          store.subscribe(() => {
            changes++;
            tell();
          }),
        );
        return () => offs.forEach((off) => off());
      },
      read: () => changes,
    };
  }, [stores]);
  useSyncExternalStore(together.subscribe, together.read);
}

/** The worded actions of a station. */
export function ActionRow({ station }: { station: Station }) {
  const bench = useOnBench();
  useStores(station);
  return station.actions
    .filter(({ shown = true }) => (typeof shown === 'boolean' ? shown : shown(bench)))
    .map((action) => (
      <Action
        key={action.id}
        tone={action.on?.(bench) ? 'on' : action.go ? 'go' : 'plain'}
        hotkey={actionKey(action) || undefined}
        title={action.title}
        disabled={action.when ? !action.when(bench) : false}
        onClick={() => action.run(bench)}
      >
        {actionWord(action, bench)}
      </Action>
    ));
}
