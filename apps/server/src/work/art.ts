import type { CharacterDoc, SheetRef, ViewId } from '@limber-sheaf/core';
import { Injectable } from '@nestjs/common';
import type { Transaction } from 'sequelize';
import { BlobService } from '../blobs/blob.service.js';

/** A sheet with its PNG, as it goes to a worker. */
export interface SheetFile extends SheetRef {
  bytes: Uint8Array;
}

/** A view's pictures as files. */
export interface ArtFiles {
  design: { blob: string; bytes: Uint8Array };
  pieces: PieceFiles[];
}

/** A piece's sheets as files. */
export interface PieceFiles {
  id: string;
  face: SheetFile;
  overlap: SheetFile | null;
  under: SheetFile | null;
  clean: SheetFile | null;
  line: SheetFile | null;
  own: SheetFile | null;
  extra: SheetFile | null;
  apart: { fill: SheetFile; shade: SheetFile | null; line: SheetFile | null } | null;
}

/** Collects the files that a worker needs. */
@Injectable()
export class ArtService {
  constructor(private readonly blobs: BlobService) {}

  async ofView(doc: CharacterDoc, viewId: ViewId, transaction?: Transaction): Promise<ArtFiles> {
    const view = doc.views.find((v) => v.id === viewId);
    if (!view) throw new RangeError(`no view ${viewId}`);
    const file = async (ref: SheetRef | null): Promise<SheetFile | null> =>
      ref && { ...ref, bytes: await this.blobs.get(ref.blob, transaction) };
    const pieces: ArtFiles['pieces'] = [];
    for (const piece of doc.pieces) {
      if (piece.viewId !== viewId) continue;
      pieces.push({
        id: piece.id,
        face: (await file(piece.face)) as SheetFile,
        overlap: await file(piece.overlap),
        under: await file(piece.under),
        clean: await file(piece.clean),
        line: await file(piece.line),
        own: await file(piece.own),
        extra: await file(piece.extra),
        apart: piece.apart && {
          fill: (await file(piece.apart.fill)) as SheetFile,
          shade: await file(piece.apart.shade),
          line: await file(piece.apart.line),
        },
      });
    }
    return { design: { blob: view.designBlob, bytes: await this.blobs.get(view.designBlob, transaction) }, pieces };
  }
}
