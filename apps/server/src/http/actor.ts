import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import type { Request } from 'express';

/** The mark of whoever edits, from the `x-actor` header; requests without one share a mark. */
export const Actor = createParamDecorator((_: unknown, context: ExecutionContext): string => {
  const header = context.switchToHttp().getRequest<Request>().headers['x-actor'];
  return typeof header === 'string' && /^[\w-]{1,64}$/.test(header) ? header : 'someone';
});
