import * as Dialog from '@radix-ui/react-dialog';
import type { ReactNode } from 'react';

/** A list that lies over the bench until it is put away; it scrolls by the arrow keys too. */
export function Sheet({ title, onClose, children }: { title: string; onClose: () => void; children: ReactNode }) {
  return (
    <Dialog.Root open onOpenChange={onClose}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-[#25303a]/40" />
        <Dialog.Content
          aria-describedby={undefined}
          tabIndex={0}
          className="fixed top-1/2 left-1/2 z-50 max-h-[90vh] w-[720px] max-w-[94vw] overflow-y-auto -translate-x-1/2 -translate-y-1/2 rounded-2xl border border-rule bg-sheet p-6 text-ink shadow-2xl"
        >
          <Dialog.Title className="mb-3 text-[20px]">{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
