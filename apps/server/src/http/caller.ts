import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import type { Request, Response } from 'express';

/** Whoever asks: whose edits these are, and whether they still wait for the answer. */
export interface Caller {
  actor: string;
  /** Aborted when the client has gone before it was answered. */
  signal?: AbortSignal;
}

/** The caller of a request: its mark from the `x-actor` header; requests without one share a mark. */
export const Who = createParamDecorator((_: unknown, context: ExecutionContext): Caller => {
  const http = context.switchToHttp();
  const header = http.getRequest<Request>().headers['x-actor'];
  const stop = new AbortController();
  const response = http.getResponse<Response>();
  response.once('close', () => {
    if (!response.writableFinished) stop.abort();
  });
  const actor = typeof header === 'string' && /^[\w-]{1,64}$/.test(header) ? header : 'someone';
  return { actor, signal: stop.signal };
});
