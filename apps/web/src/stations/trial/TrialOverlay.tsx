import { apply, placeSoftly, reachChains } from '@limber-sheaf/core';
import { useMemo } from 'react';
import { useOnBench } from '../../bench/context';
import type { Palette } from '../../bench/light-table/palette';
import { useBench } from '../../bench/store';
import { Circle, Group, Line } from '../../ui/konva';
import { OffDesignMarks } from './OffDesignMarks';
import { SoftOverlay } from './SoftOverlay';
import { useTrial } from './trial-store';

/** The ends of limbs that reach, as rings to drag, and the place that one of them misses. */
export function TrialOverlay({ palette }: { palette: Palette }) {
  const playing = useTrial((s) => s.playing);
  return playing ? null : <Reaching palette={palette} />;
}

function Reaching({ palette }: { palette: Palette }) {
  const { doc, view } = useOnBench();
  const scale = useBench((s) => s.viewport.scale);
  const bends = useBench((s) => s.bends);
  const shift = useBench((s) => s.shift);
  const reaching = useTrial((s) => s.reaching);
  const chains = useMemo(() => reachChains(doc, view.id), [doc, view.id]);
  const placed = useMemo(() => placeSoftly(doc, view.id, bends, shift), [doc, view.id, bends, shift]);
  const px = 1 / scale;
  return (
    <Group listening={false}>
      <SoftOverlay palette={palette} />
      <OffDesignMarks palette={palette} />
      {chains.map(({ root, end }) => {
        const placement = placed.get(end.parentId);
        const at = placement ? apply(placement, end.x, end.y) : end;
        const misses = reaching?.rootId === root.id && reaching.miss > 0.5 ? reaching.target : null;
        return (
          <Group key={root.id}>
            {misses && (
              <>
                <Line
                  points={[at.x, at.y, misses.x, misses.y]}
                  stroke={palette.madder}
                  strokeWidth={2 * px}
                  dash={[6 * px, 5 * px]}
                />
                <Circle x={misses.x} y={misses.y} radius={5 * px} stroke={palette.madder} strokeWidth={2 * px} />
              </>
            )}
            <Circle x={at.x} y={at.y} radius={9 * px} stroke={palette.sheet} strokeWidth={5 * px} />
            <Circle x={at.x} y={at.y} radius={9 * px} stroke={palette.brass} strokeWidth={2.6 * px} />
          </Group>
        );
      })}
    </Group>
  );
}
