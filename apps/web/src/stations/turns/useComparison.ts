import { compareViews, type Comparison, type ViewMeasure } from '@limber-sheaf/core';
import { useMemo } from 'react';
import { useAnswer } from '../../api/useAnswer';
import { useOnBench } from '../../bench/context';
import { useRested } from '../../ui/useRested';
import { useTurns } from './turns-store';

/** ms without an edit before the views are measured again. */
const REST_MS = 700;

/** All views held against the one that is followed; null until they are measured. */
export function useComparison(): {
  comparison: Comparison | null;
  measures: ReadonlyMap<string, ViewMeasure>;
  isOld: boolean;
  error: Error | undefined;
} {
  const { doc, revision, station } = useOnBench();
  const followed = useTurns((s) => s.referenceId);
  const rested = useRested(revision, REST_MS);
  // The run asks for several views only: one alone is measured where its pose is looked at.
  const asks = doc.views.length > 1 || station === 'turns';
  const { data, error } = useAnswer('turns.measures', asks ? doc.character.id : null, {
    again: rested,
    keepPreviousData: true,
    revalidateOnFocus: false,
  });
  const measures = useMemo(
    () => new Map((data?.views ?? []).map(({ viewId, measure }) => [viewId, measure as ViewMeasure])),
    [data],
  );
  const comparison = useMemo(() => {
    // Pieces are measured by their place in the draw order: after a cut the old measures fit no longer.
    const fits = doc.views.every(({ id }) => {
      const count = doc.pieces.filter((piece) => piece.viewId === id).length;
      return measures.get(id)?.pieces.length === count;
    });
    const reference = doc.views.find(({ id }) => id === followed) ?? doc.views[0];
    return fits ? compareViews(doc, reference.id, measures) : null;
  }, [doc, measures, followed]);
  return { comparison, measures, isOld: data?.revision !== revision, error };
}
