import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { PNG_LIMITS } from '@limber-sheaf/formats';
import { Injectable, type CallHandler, type ExecutionContext, type NestInterceptor } from '@nestjs/common';
import { FileInterceptor, FilesInterceptor } from '@nestjs/platform-express';
import type { Request } from 'express';
import { finalize, type Observable } from 'rxjs';

/** Names and values of a form that are not files, bytes and how many. */
const FIELDS = { fields: 8, fieldSize: 2000, fieldNameSize: 100 };
/** Files that are brought back at once. */
const MOST_FILES = 200;

/** Puts uploaded files down in files, so that they never stand in memory as a whole, and takes them away afterwards. */
abstract class PutDown implements NestInterceptor {
  protected abstract readonly upload: NestInterceptor;

  async intercept(context: ExecutionContext, next: CallHandler): Promise<Observable<unknown>> {
    const answer = await this.upload.intercept(context, next);
    const { file, files } = context.switchToHttp().getRequest<Request>();
    const all = file ? [file] : Array.isArray(files) ? files : [];
    return (answer as Observable<unknown>).pipe(
      finalize(() => all.forEach(({ path }) => void rm(path, { force: true }))),
    );
  }
}

const OneDesign = FileInterceptor('design', {
  dest: tmpdir(),
  limits: { fileSize: PNG_LIMITS.bytes, files: 1, ...FIELDS, parts: 12 },
});

/** The one picture of a design that is uploaded. */
@Injectable()
export class DesignFile extends PutDown {
  protected readonly upload = new OneDesign();
}

const ManyPictures = FilesInterceptor('art', MOST_FILES, {
  dest: tmpdir(),
  limits: {
    fileSize: PNG_LIMITS.bytes,
    files: MOST_FILES,
    ...FIELDS,
    // An id a piece, of many pieces.
    fieldSize: 20_000,
    parts: MOST_FILES + FIELDS.fields,
  },
});

/** Where uploaded files were put down, and what they are called. */
export function namedFiles(files: Express.Multer.File[] | undefined): { path: string; name: string }[] {
  // A form has its file names as bytes; they are UTF-8.
  return (files ?? []).map(({ path, originalname }) => ({
    path,
    name: Buffer.from(originalname, 'latin1').toString('utf8'),
  }));
}

/** Repainted art that is uploaded: a layered file, or an image a piece. */
@Injectable()
export class ArtFiles extends PutDown {
  protected readonly upload = new ManyPictures();
}
