import type { NextFunction, Request, Response } from 'express';

/** Levels that any body of this API needs, and a few more. */
const DEEPEST = 16;

/** How many levels of lists and objects a value has; stops counting past `most`. */
function depthOf(value: unknown, most: number): number {
  let level: unknown[] = [value];
  for (let depth = 0; depth <= most; depth++) {
    const next: unknown[] = [];
    for (const one of level)
      // Of a long list, which is numbers, its beginning speaks for the rest.
      if (Array.isArray(one)) next.push(...(one.length < 5000 ? one : one.slice(0, 5000)));
      else if (typeof one === 'object' && one !== null) for (const inner of Object.values(one)) next.push(inner);
    if (next.length === 0) return depth;
    level = next;
  }
  return most + 1;
}

/** Refuses bodies that are nested deeper than anything here is: walking through them could exhaust the stack. */
export function plainBody(req: Request, res: Response, next: NextFunction): void {
  if (depthOf(req.body, DEEPEST) <= DEEPEST) return next();
  res.status(400).json({ code: 'bad-request', sentence: 'The request is nested too deeply to be understood.' });
}
