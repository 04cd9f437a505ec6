import * as Dialog from '@radix-ui/react-dialog';
import { useEffect, useRef, useState } from 'react';
import { useOnBench } from '../../bench/context';
import { DAY } from '../../bench/light-table/palette';
import { Action } from '../../ui/controls';
import { keyOf } from '../../bench/worker';
import { jointWorker } from './worker';
import type { Shot } from './joint-tasks';
import { giveFile } from '../../ui/give-file';

export interface ContactSheetProps {
  title: string;
  shots: Shot[];
  onClose: () => void;
}

/** A picture of limbs bent, to look at and to save: one joint at nine angles, or all joints at their worst. */
export function ContactDialog({ title, shots, onClose }: ContactSheetProps) {
  const { doc, sheets } = useOnBench();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [ready, setReady] = useState(false);
  const columns = shots.length > 9 ? 4 : shots.length === 2 ? 2 : 3;
  useEffect(() => {
    let wanted = true;
    const paper = { sheet: DAY.sheet, ink: DAY.ink, rule: '#d9d2c2' };
    void jointWorker()
      .contactSheet(keyOf({ doc, sheets }), shots, columns, paper)
      .then((image) => {
        const target = canvas.current;
        if (!wanted || !target) return;
        target.width = image.width;
        target.height = image.height;
        target.getContext('bitmaprenderer')?.transferFromImageBitmap(image);
        setReady(true);
      })
      .catch(() => undefined);
    return () => {
      wanted = false;
    };
  }, [doc, sheets, shots, columns]);
  const save = () =>
    canvas.current?.toBlob((blob) => {
      if (!blob) return;
      const address = URL.createObjectURL(blob);
      giveFile(address, `${doc.character.code}_${title.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.png`);
      setTimeout(() => URL.revokeObjectURL(address), 10_000);
    });
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-[#25303a]/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 flex max-h-[92vh] w-[760px] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 flex-col rounded-2xl border border-rule bg-sheet p-5 text-ink shadow-2xl"
        >
          <div className="mb-3 flex items-center justify-between gap-3">
            <Dialog.Title className="text-[20px]">{title}</Dialog.Title>
            <span className="flex gap-1.5">
              <Action tone="go" disabled={!ready} onClick={save}>
                Save picture
              </Action>
              <Action onClick={onClose}>Close</Action>
            </span>
          </div>
          <div className="min-h-0 overflow-auto">
            {!ready && <p className="text-[13px] text-soft">Bending and drawing…</p>}
            <canvas ref={canvas} className="w-full" aria-label={title} role="img" />
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
