import { LimberError } from '@limber-sheaf/core';
import { Catch, HttpException, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Response } from 'express';
import { PinoLogger } from 'nestjs-pino';
import { StaleEdit } from '../edits/edit.service.js';

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

const STATUS: Record<string, number> = { 'not-found': 404, stale: 409, busy: 409, 'name-taken': 409, 'too-large': 413 };

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
      const current = error instanceof StaleEdit ? error.current : undefined;
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
      if (status === 413)
        return {
          status,
          body: { code: 'too-large', sentence: 'The file is larger than 80 MB.', remedy: 'Save it smaller.' },
        };
      if (status === 404) return { status, body: { code: 'not-found', sentence: 'There is nothing at that address.' } };
      if (status === 429)
        return { status, body: { code: 'too-many', sentence: 'Too many requests at once. Wait a moment.' } };
      return { status, body: { code: 'http', sentence: detail } };
    }
    this.logger.error(error as Error, 'unexpected');
    return {
      status: 500,
      body: { code: 'unexpected', sentence: 'Something went wrong in the server. Nothing was changed; try again.' },
    };
  }
}
