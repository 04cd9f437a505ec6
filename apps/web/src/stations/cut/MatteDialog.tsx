import * as Dialog from '@radix-ui/react-dialog';
import { useEffect, useRef, useState } from 'react';
import { blobUrl } from '../../api/client';
import { useOnBench } from '../../bench/context';
import { Action, Toggle } from '../../ui/controls';
import { Range } from '../../ui/Range';
import { cutWorker } from './worker';
import type { MattePreview } from './design-tasks';

/** Removing a plain backdrop: before and after under a slider, with the enclosed places offered. */
export function MatteDialog({ onClose }: { onClose: () => void }) {
  const { view, edit } = useOnBench();
  const [tolerance, setTolerance] = useState(4);
  const [open, setOpen] = useState<number[]>([]);
  const [split, setSplit] = useState(50);
  const [preview, setPreview] = useState<MattePreview | null>(null);
  const [busy, setBusy] = useState(false);
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let wanted = true;
    void cutWorker()
      .previewMatte(view.designBlob, tolerance, open)
      .then((found) => wanted && setPreview(found));
    return () => {
      wanted = false;
    };
  }, [view.designBlob, tolerance, open]);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context || !preview) return;
    context.clearRect(0, 0, view.width, view.height);
    context.drawImage(preview.after, 0, 0);
  }, [preview, view.width, view.height]);
  const take = async () => {
    setBusy(true);
    const state = await edit('bringIn.matte', view.id, { tolerance, openHoles: open });
    setBusy(false);
    if (state) onClose();
  };
  const frame = { aspectRatio: `${view.width} / ${view.height}` };
  return (
    <Dialog.Root open onOpenChange={(still) => !still && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-[#25303a]/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 flex h-[88vh] w-[860px] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 flex-col rounded-2xl border border-rule bg-sheet p-5 text-ink shadow-2xl"
        >
          <Dialog.Title className="text-[20px]">Remove the backdrop</Dialog.Title>
          <p className="mb-3 text-[13px] text-soft">
            Left of the line as it was, right of it free, on a colour that shows any rim that is left. Drag the line.
          </p>
          <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_230px] gap-4">
            <div className="grid min-h-0 place-items-center overflow-hidden rounded-xl bg-[#7a4f8f]">
              <div className="relative h-full max-w-full" style={frame}>
                <canvas ref={canvas} width={view.width} height={view.height} className="absolute inset-0 size-full" />
                <img
                  src={blobUrl(view.designBlob)}
                  alt="The design as it was"
                  className="absolute inset-0 size-full"
                  style={{ clipPath: `inset(0 ${100 - split}% 0 0)` }}
                />
                <div className="pointer-events-none absolute inset-y-0 w-0.5 bg-sheet" style={{ left: `${split}%` }} />
                <input
                  type="range"
                  aria-label="Before and after"
                  min={0}
                  max={100}
                  step={0.5}
                  value={split}
                  onChange={(event) => setSplit(Number(event.target.value))}
                  className="absolute inset-0 size-full cursor-ew-resize opacity-0"
                />
              </div>
            </div>
            <div className="flex min-h-0 flex-col gap-3 overflow-y-auto text-[13px]">
              <Range label="Tolerance" value={tolerance} low={1} high={20} onChange={setTolerance} />
              {preview && (
                <p className="text-soft">
                  {preview.recovered.toLocaleString('en')} border pixels get their own colour back.
                </p>
              )}
              {preview && preview.holes.length > 0 && (
                <fieldset>
                  <legend className="mb-1 font-semibold">Enclosed places like the backdrop</legend>
                  <p className="mb-1 text-[12.5px] text-soft">
                    Tick those one can see through, between arm and body, say.
                  </p>
                  {preview.holes.slice(0, 40).map((hole) => (
                    <Toggle
                      key={hole.index}
                      on={open.includes(hole.index)}
                      onChange={(on) => setOpen(on ? [...open, hole.index] : open.filter((i) => i !== hole.index))}
                    >
                      <span className="figures text-[12px]">
                        {hole.area.toLocaleString('en')} px at {Math.round(hole.place.x)}, {Math.round(hole.place.y)}
                      </span>
                    </Toggle>
                  ))}
                </fieldset>
              )}
            </div>
          </div>
          <div className="mt-4 flex justify-end gap-2">
            <Action onClick={onClose}>Leave it</Action>
            <Action tone="go" disabled={busy || !preview} onClick={() => void take()}>
              {busy ? 'Removing…' : 'Remove the backdrop'}
            </Action>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
