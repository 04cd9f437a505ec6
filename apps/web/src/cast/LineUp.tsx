import * as Dialog from '@radix-ui/react-dialog';
import { counted } from '@limber-sheaf/core';
import { useState } from 'react';
import { lineUpUrl } from '../api/client';
import { Action } from '../ui/controls';

/** The cast side by side on one floor, in the scale that each is drawn in, to look at and to save. */
export function LineUp({ productionId, count, onClose }: { productionId: string; count: number; onClose: () => void }) {
  const [shown, setShown] = useState<'waiting' | 'there' | 'failed'>('waiting');
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content className="fixed inset-6 z-50 flex flex-col rounded-xl border border-rule bg-sheet p-5 text-ink shadow-xl">
          <div className="mb-3 flex items-start justify-between gap-4">
            <div>
              <Dialog.Title className="font-serif text-[20px] font-semibold">Line-up</Dialog.Title>
              <Dialog.Description className="text-[13px] text-soft">
                {counted(count, 'character')} on one floor, each as large as it is drawn; per cent of the tallest.
              </Dialog.Description>
            </div>
            <div className="flex gap-2">
              <a
                href={lineUpUrl(productionId)}
                download="line-up.png"
                className="inline-flex h-8 items-center rounded-lg border border-woad bg-woad px-3 text-[13px] font-medium text-on-woad"
              >
                Save the picture
              </a>
              <Action onClick={onClose}>Close</Action>
            </div>
          </div>
          {shown !== 'there' && (
            <p role="status" className="text-[13.5px] text-soft">
              {shown === 'waiting' ? 'Lining them up…' : 'The line-up could not be drawn. Close it and try again.'}
            </p>
          )}
          <img
            src={lineUpUrl(productionId)}
            alt="The cast side by side on one floor"
            className={`min-h-0 flex-1 object-contain ${shown === 'there' ? '' : 'invisible'}`}
            onLoad={() => setShown('there')}
            onError={() => setShown('failed')}
          />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
