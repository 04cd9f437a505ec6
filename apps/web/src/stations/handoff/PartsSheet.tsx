import { drawOrder, jointLabel } from '@limber-sheaf/core';
import { useState } from 'react';
import { blobUrl } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { handWorker, keyOf } from '../../bench/worker';
import { FrontSheet } from '../../ui/FrontSheet';
import { Picture } from '../../ui/Picture';
import { Range } from '../../ui/Range';
import { lookOf } from './look-of';
import { usePackage } from './package-store';
import type { sheetTasks } from './sheet-tasks';
import { SpreadParts } from './SpreadParts';

/** What the rigger gets on one page: the character assembled with its pivots, and every piece by name, pulled apart. */
export function PartsSheet() {
  const bench = useOnBench();
  const { doc, view, sheets } = bench;
  const { finish } = usePackage().options;
  const [pull, setPull] = useState(1);
  const order = drawOrder(doc, view.id);
  return (
    <FrontSheet label="Parts sheet">
      <header className="flex flex-wrap items-baseline gap-3 px-5 pt-3.5 pb-2">
        <h2 className="text-[18px]">Parts sheet</h2>
        <p className="flex-1 text-[13px] text-soft">what the rigger gets on one page</p>
        {order.length > 0 && (
          <Range
            label="Pulled apart"
            unit="%"
            value={Math.round(pull * 100)}
            low={0}
            high={100}
            onMove={(percent) => setPull(percent / 100)}
            onChange={(percent) => setPull(percent / 100)}
          />
        )}
      </header>
      {order.length === 0 ? (
        <p className="px-5 text-[13.5px] text-soft">
          No piece yet. Cut the design first; each part then lies here by its name.
        </p>
      ) : (
        <div className="flex min-h-0 flex-1 gap-6 px-5 pb-5">
          <figure
            className="relative h-1/2 shrink-0"
            style={{ aspectRatio: `${view.width} / ${view.height}`, maxWidth: '34%' }}
          >
            <img src={blobUrl(view.designBlob, 1024)} alt="" className="absolute inset-0 size-full opacity-20" />
            <Picture
              name={`${order.map((piece) => lookOf(piece, sheets[piece.id])).join()} ${JSON.stringify(finish)}`}
              make={() => handWorker<typeof sheetTasks>('handoff').assembled(keyOf(bench), view.id, 1200, finish)}
              className="absolute inset-0 size-full"
            />
            {doc.joints
              .filter((j) => j.viewId === view.id)
              .map((joint) => (
                <span
                  key={joint.id}
                  title={jointLabel(doc, joint)}
                  className="absolute size-2 -translate-1/2 rounded-full border border-ink bg-brass"
                  style={{ left: `${(joint.x / view.width) * 100}%`, top: `${(joint.y / view.height) * 100}%` }}
                />
              ))}
          </figure>
          <SpreadParts pull={pull} />
        </div>
      )}
    </FrontSheet>
  );
}
