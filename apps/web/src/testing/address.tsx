import { useEffect } from 'react';
import { useLocation } from 'react-router';

let address = '';

/** Where the application stands: path and query. */
export const whereIs = () => address;

/** Notes where the application stands; shown within a router. */
export function Address() {
  const { pathname, search } = useLocation();
  useEffect(() => {
    address = pathname + search;
  }, [pathname, search]);
  return null;
}
