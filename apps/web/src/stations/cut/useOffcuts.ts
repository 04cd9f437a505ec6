import { useEffect, useState } from 'react';
import { useOnBench } from '../../bench/context';
import { keyOf } from '../../bench/worker';
import { cutWorker } from './worker';
import type { BenchOffcut } from './cross-tasks';

/** What of the design no piece has taken; null until it is counted. */
export function useOffcuts(): { offcuts: BenchOffcut[]; untakenArea: number } | null {
  const { doc, sheets, view } = useOnBench();
  const [report, setReport] = useState<{ offcuts: BenchOffcut[]; untakenArea: number } | null>(null);
  const faces = doc.pieces.map((p) => p.face.blob + p.face.x + p.face.y).join() + view.designBlob;
  useEffect(() => {
    let wanted = true;
    void cutWorker()
      .offcuts(keyOf({ doc, sheets }), view.id)
      .then((found) => wanted && setReport(found));
    return () => {
      wanted = false;
    };
    // Only faces change what is left over; `faces` stands for them.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [faces, view.id]);
  return report;
}
