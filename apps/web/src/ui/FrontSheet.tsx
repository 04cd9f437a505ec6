import type { ReactNode } from 'react';

/** A sheet of paper laid over the light table. */
export function FrontSheet({ label, children }: { label: string; children: ReactNode }) {
  return (
    <section
      className="absolute inset-4 flex flex-col overflow-hidden rounded-xl border border-rule bg-sheet shadow-sm"
      aria-label={label}
    >
      {children}
    </section>
  );
}
