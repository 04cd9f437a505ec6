import { checkNames, parentPiece, partOf } from '@limber-sheaf/core';
import { useMemo } from 'react';
import { useOnBench } from '../../bench/context';
import { defineStation } from '../../bench/station';
import { useBorders, useLeftBehind } from './useBorders';

export const stack = defineStation({
  key: 'stack',
  number: 5,
  word: 'Stack',
  hotkey: '5',
  bends: true,
  hint: 'Set what is drawn in front, and what moves with what.',
  useFigure() {
    const { doc, view } = useOnBench();
    const left = useLeftBehind();
    const pieces = doc.pieces.filter((p) => p.viewId === view.id);
    if (pieces.length === 0) return { word: '–', share: 0, open: false };
    const loose = Math.max(0, pieces.filter((p) => parentPiece(doc, p) === null).length - 1);
    const open = loose + left.length;
    return {
      word: loose > 0 ? `${loose} loose` : left.length > 0 ? `${left.length} left` : String(pieces.length),
      share: 1 - open / pieces.length,
      open: open > 0,
    };
  },
  useMarks() {
    const { doc, view } = useOnBench();
    return useMemo(() => {
      const pieces = doc.pieces.filter((p) => p.viewId === view.id);
      const faults = checkNames(
        pieces.map((p) => partOf(doc, p)),
        doc.character.scheme,
      );
      return new Map(faults.map((fault) => [pieces[fault.at].id as string, fault.sentence]));
    }, [doc, view.id]);
  },
  useBackground: useBorders,
  checks: { family: { name: 'Family', asks: 'every part moves with its parent' } },
  load: () => import('./station'),
});
