import { Suspense, lazy } from 'react';
import type { ContactSheetProps } from './ContactDialog';

const ContactDialog = lazy(() => import('./ContactDialog').then((module) => ({ default: module.ContactDialog })));

/** A picture of limbs bent; it comes when it is first asked for. */
export function ContactSheet(props: ContactSheetProps) {
  return (
    <Suspense>
      <ContactDialog {...props} />
    </Suspense>
  );
}
