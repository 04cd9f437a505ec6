import { useEffect, useRef } from 'react';
import { Toaster, toast } from 'sonner';
import { useTold } from './tell';
import { useTheme } from './theme';

/** Shows what is told for a while: above the sheaf and the bend bar, never over tools. */
export function Toasts() {
  const night = useTheme((state) => state.night);
  const told = useTold((state) => state.told);
  const shown = useRef(0);
  useEffect(() => {
    for (const { number, text, refused, description, action } of told) {
      if (number <= shown.current) continue;
      shown.current = number;
      (refused ? toast.error : toast)(text, { description, action });
    }
  }, [told]);
  return (
    <Toaster
      position="bottom-center"
      offset={{ bottom: 208 }}
      theme={night ? 'dark' : 'light'}
      toastOptions={{ style: { fontFamily: 'var(--font-sans)', fontSize: 13 } }}
    />
  );
}
