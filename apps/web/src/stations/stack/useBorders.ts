import { bordersKey, findLeftBehind, type Border, type LeftBehind } from '@limber-sheaf/core';
import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import { call } from '../../api/client';
import { useOnBench } from '../../bench/context';

/** The borders of a view's pieces at rest, and the key of what they were measured of; null while they are not known. */
const useBorderStore = create<{ key: string; borders: readonly Border[] | null }>(() => ({ key: '', borders: null }));

/** Asks which pieces border on which, again whenever a face or the order changed. */
export function useBorders(): void {
  const { doc, view } = useOnBench();
  useEffect(() => {
    const key = bordersKey(doc, view.id);
    if (useBorderStore.getState().key === key) return;
    let wanted = true;
    call('stack.borders', view.id).then(
      (borders) => wanted && useBorderStore.setState({ key, borders }),
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [doc, view.id]);
}

/** The pieces that stay while what they sit on moves, as the family is now; none while borders are not known. */
export function useLeftBehind(): readonly LeftBehind[] {
  const { doc, view } = useOnBench();
  const { key, borders } = useBorderStore();
  return useMemo(() => {
    // Borders of other faces, or of another order, say nothing of this one.
    return borders && key === bordersKey(doc, view.id) ? findLeftBehind(doc, view.id, borders) : [];
  }, [doc, view.id, key, borders]);
}
