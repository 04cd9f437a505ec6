import { LimberError } from '@limber-sheaf/core';
import { Catch, HttpException, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Response } from 'express';
import { PinoLogger } from 'nestjs-pino';

/** The one shape of every error the API answers with. */
export interface ErrorBody {
  /** For programs. */
  code: string;
  /** For the person at the bench. */
  sentence: string;
  remedy?: string;
  place?: { x: number; y: number };
  /** Rows as they are now, where an edit came too late. */
  current?: unknown[];
}

const STATUS: Record<string, number> = {
  'not-found': 404,
  stale: 409,
  busy: 409,
  'name-taken': 409,
  'too-large': 413,
  'too-long': 503,
  'bad-request': 400,
};

const TOO_LARGE: ErrorBody = {
  code: 'too-large',
  sentence: 'That is more than is taken at once: a file may have 80 MB, everything else 4 MB.',
  remedy: 'Send less.',
};

/** Errors of the parts that the server is built of, in words. */
function describeKnown(error: unknown): { status: number; body: ErrorBody } | null {
  if (!(error instanceof Error)) return null;
  const { name } = error;
  const { type, status } = error as { type?: string; status?: number };
  if (name === 'AbortError') return { status: 499, body: { code: 'stopped', sentence: 'This was stopped.' } };
  if (type === 'entity.too.large') return { status: 413, body: TOO_LARGE };
  if (/^SequelizeConnection|^SequelizeHost/.test(name) || DATABASE_GONE.has((error as { code?: string }).code ?? ''))
    return {
      status: 503,
      body: {
        code: 'unavailable',
        sentence: 'The database does not answer. Nothing was changed.',
        remedy: 'It is being brought back; try again in a moment.',
      },
    };
  if (name === 'SequelizeUniqueConstraintError')
    return {
      status: 409,
      body: { code: 'stale', sentence: 'Somebody was quicker with the same.', remedy: 'Try again.' },
    };
  if (typeof status === 'number' && status >= 400 && status < 500)
    return { status, body: { code: 'bad-request', sentence: `The request is not understood: ${error.message}.` } };
  return null;
}

const DATABASE_GONE = new Set(['ECONNREFUSED', 'ECONNRESET', '57P01', '57P02', '57P03', 'EPIPE']);

/** Turns every error into one JSON shape with a sentence a user can act on. */
@Catch()
export class LimberErrorFilter implements ExceptionFilter {
  constructor(private readonly logger: PinoLogger) {}

  catch(error: unknown, host: ArgumentsHost): void {
    const res = host.switchToHttp().getResponse<Response>();
    if (res.headersSent) return void res.end();
    const { status, body } = this.describe(error);
    res.status(status).json(body);
  }

  private describe(error: unknown): { status: number; body: ErrorBody } {
    if (error instanceof LimberError) {
      const { code, sentence, remedy, place } = error;
      const current = 'current' in error ? (error.current as unknown[]) : undefined;
      return { status: STATUS[code] ?? 422, body: { code, sentence, remedy, place, current } };
    }
    if (error instanceof HttpException) {
      const status = error.getStatus();
      const answer = error.getResponse();
      const detail =
        typeof answer === 'object' && 'message' in answer
          ? ([] as string[]).concat(answer.message as string | string[]).join('; ')
          : error.message;
      if (status === 400)
        return { status, body: { code: 'bad-request', sentence: `The request is not understood: ${detail}.` } };
      if (status === 413) return { status, body: TOO_LARGE };
      if (status === 503 && typeof answer === 'object' && 'sentence' in answer)
        return { status, body: { code: 'unavailable', sentence: answer.sentence as string } };
      if (status === 404) return { status, body: { code: 'not-found', sentence: 'There is nothing at that address.' } };
      if (status === 429)
        return { status, body: { code: 'too-many', sentence: 'Too many requests at once. Wait a moment.' } };
      return { status, body: { code: 'http', sentence: detail } };
    }
    const known = describeKnown(error);
    if (known) return known;
    this.logger.error(error as Error, 'unexpected');
    return {
      status: 500,
      body: { code: 'unexpected', sentence: 'Something went wrong in the server. Nothing was changed; try again.' },
    };
  }
}
