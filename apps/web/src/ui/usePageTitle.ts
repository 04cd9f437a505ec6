import { useEffect } from 'react';

/** Names the page: what it shows, before the name of the product. */
export function usePageTitle(shows: string | undefined): void {
  useEffect(() => {
    document.title = shows ? `${shows} – Limber Sheaf` : 'Limber Sheaf';
  }, [shows]);
}
