import type { NextFunction, Request, Response } from 'express';

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]']);

/** The host of a `Host` or `Origin`, without its port; null where it cannot be read. */
function hostOf(text: string): string | null {
  try {
    return new URL(text.includes('://') ? text : `http://${text}`).hostname;
  } catch {
    return null;
  }
}

/**
 * Lets in only what was asked of this server under its own name, by its own pages: another site's page cannot reach it by
 * a name that it points here, nor post its forms to it.
 */
export function sameSite(host: string) {
  const own = new Set([...LOOPBACK, host]);
  return (req: Request, res: Response, next: NextFunction) => {
    const asked = hostOf(req.headers.host ?? '');
    const { origin } = req.headers;
    const foreign = origin !== undefined && (origin === 'null' || new URL(safe(origin)).host !== req.headers.host);
    const crossSite = req.method !== 'GET' && req.headers['sec-fetch-site'] === 'cross-site';
    if (asked !== null && own.has(asked) && !foreign && !crossSite) return next();
    res.status(403).json({ code: 'foreign', sentence: 'Only the bench’s own pages may ask this server.' });
  };
}

function safe(origin: string): string {
  return hostOf(origin) === null ? 'http://unreadable.invalid' : origin;
}
