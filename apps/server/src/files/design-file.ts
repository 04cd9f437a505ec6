import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { PNG_LIMITS } from '@limber-sheaf/formats';
import { Injectable, type CallHandler, type ExecutionContext, type NestInterceptor } from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import type { Request } from 'express';
import { finalize, type Observable } from 'rxjs';

/** Names and values of a form that are not files, bytes and how many. */
const FIELDS = { fields: 8, fieldSize: 2000, fieldNameSize: 100, parts: 12 };

const Upload = FileInterceptor('design', {
  dest: tmpdir(),
  limits: { fileSize: PNG_LIMITS.bytes, files: 1, ...FIELDS },
});

/** Puts the uploaded design down in a file, so that it never stands in memory as a whole, and takes it away afterwards. */
@Injectable()
export class DesignFile implements NestInterceptor {
  private readonly upload = new Upload();

  async intercept(context: ExecutionContext, next: CallHandler): Promise<Observable<unknown>> {
    const answer = await this.upload.intercept(context, next);
    const { file } = context.switchToHttp().getRequest<Request>();
    return (answer as Observable<unknown>).pipe(finalize(() => void (file && rm(file.path, { force: true }))));
  }
}
