import { drawOrder, findLeftBehind, type Border, type LeftBehind } from '@limber-sheaf/core';
import { useEffect, useMemo } from 'react';
import { create } from 'zustand';
import { useOnBench } from '../../bench/context';
import { keyOf } from '../../bench/worker';
import { stackWorker } from './worker';

/** The borders of the view's pieces at rest, and the faces that they were measured of; null while they are not known. */
const useBorderStore = create<{ faces: string; borders: readonly Border[] | null }>(() => ({
  faces: '',
  borders: null,
}));

/** Measures in the background which pieces border on which, again whenever a face or the order changed. */
export function useBorders(): void {
  const { doc, sheets, view } = useOnBench();
  const faces = drawOrder(doc, view.id)
    .map(({ face }) => `${face.blob} ${face.x} ${face.y}`)
    .join();
  useEffect(() => {
    if (useBorderStore.getState().faces === faces) return;
    let wanted = true;
    stackWorker()
      .borders(keyOf({ doc, sheets }), view.id)
      .then(
        (borders) => wanted && useBorderStore.setState({ faces, borders }),
        () => undefined,
      );
    return () => {
      wanted = false;
    };
  }, [doc, sheets, view.id, faces]);
}

/** The pieces that stay while what they sit on moves, as the family is now; none while borders are not known. */
export function useLeftBehind(): readonly LeftBehind[] {
  const { doc, view } = useOnBench();
  const borders = useBorderStore((s) => s.borders);
  return useMemo(() => {
    const pieces = drawOrder(doc, view.id).length;
    // Borders of an order that is no longer there say nothing.
    const stands = borders?.every(([one, other]) => one < pieces && other < pieces) ?? false;
    return borders && stands ? findLeftBehind(doc, view.id, borders) : [];
  }, [doc, view.id, borders]);
}
