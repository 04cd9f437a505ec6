import {
  drawOrder,
  isLineSteady,
  piecesAround,
  placeOf,
  reachOf,
  roughKey,
  sheetsKey,
  uniteRects,
  type CharacterDoc,
  type DerivedRefs,
  type PieceRow,
  type ViewId,
} from '@limber-sheaf/core';
import { Injectable } from '@nestjs/common';
import type { DerivedOfView } from '../threads/pictures.js';
import type { SheetsSince } from './derived.tasks.js';
import { taskFile } from '../threads/task.js';
import { LONG, Threads, type RunOptions } from '../threads/threads.js';
import { DerivedService } from './derived.service.js';

const tasks = taskFile<typeof import('./derived.tasks.js')>(new URL('./derived.tasks.js', import.meta.url));

/** How sheets are worked out. */
interface SheetsOptions extends RunOptions {
  /** The character before an edit: what that does not touch is not settled anew. */
  before?: CharacterDoc;
}

/** The sheets that follow from a character's rows, found under their keys or worked out. */
@Injectable()
export class SheetsService {
  /** The sheets of views that were asked for before, all there. */
  private near = new WeakMap<CharacterDoc, Map<ViewId, DerivedOfView>>();

  constructor(
    private readonly derived: DerivedService,
    private readonly threads: Threads,
  ) {}

  /** The derived sheets of every piece of a character. */
  async ofCharacter(doc: CharacterDoc, options: SheetsOptions = {}): Promise<DerivedOfView> {
    const sheets: DerivedOfView = {};
    for (const view of doc.views) Object.assign(sheets, await this.ofView(doc, view.id, options));
    return sheets;
  }

  /** The derived sheets of a view's pieces. */
  async ofView(doc: CharacterDoc, viewId: ViewId, options: SheetsOptions = {}): Promise<DerivedOfView> {
    const known = this.near.get(doc) ?? new Map<ViewId, DerivedOfView>();
    this.near.set(doc, known);
    const sheets = known.get(viewId) ?? (await this.findOrMake(doc, viewId, options));
    known.set(viewId, sheets);
    return sheets;
  }

  /** Forgets what is near at hand, after derived rows were dropped: pictures that those named may go next. */
  forget(): void {
    this.derived.forget();
    this.near = new WeakMap();
  }

  private async findOrMake(
    doc: CharacterDoc,
    viewId: ViewId,
    { before, ...options }: SheetsOptions,
  ): Promise<DerivedOfView> {
    const pieces = drawOrder(doc, viewId);
    const keys = new Map(pieces.map((piece) => [piece.id, sheetsKey(doc, piece)]));
    const found = await this.derived.find<DerivedRefs>([...keys.values()]);
    const sheets: DerivedOfView = {};
    const missing: PieceRow[] = [];
    for (const piece of pieces) {
      const refs = found.get(keys.get(piece.id) as string);
      if (refs) sheets[piece.id] = refs;
      else missing.push(piece);
    }
    if (missing.length === 0) return sheets;
    const around = [...new Set(missing.flatMap((piece) => piecesAround(doc, piece)))];
    const roughKeys = new Map(around.map((piece) => [piece.id, roughKey(doc, piece)]));
    const known = await this.derived.find<DerivedRefs>([...roughKeys.values()]);
    const rough: DerivedOfView = {};
    for (const [id, key] of roughKeys) {
      const refs = known.get(key);
      if (refs) rough[id] = refs;
    }
    const only = missing.map((piece) => piece.id);
    const since = before ? await this.since(before, doc, missing) : null;
    const made = await this.threads.run(
      tasks,
      'sheets',
      { doc, viewId, only, rough, since },
      { seconds: LONG, ...options },
    );
    await this.derived.keep([
      ...Object.entries(made.rough).map(([id, refs]) => [roughKeys.get(id) as string, refs] as const),
      ...Object.entries(made.settled).map(([id, refs]) => [keys.get(id) as string, refs] as const),
    ]);
    return { ...sheets, ...made.settled };
  }

  /** What pieces came to before an edit, and where it changes what they are made from. */
  private async since(
    before: CharacterDoc,
    doc: CharacterDoc,
    missing: readonly PieceRow[],
  ): Promise<SheetsSince | null> {
    const old = new Map(before.pieces.map((piece) => [piece.id, piece]));
    const [{ viewId }] = missing;
    const designIn = ({ views }: CharacterDoc) => views.find((view) => view.id === viewId)?.designBlob;
    if (designIn(before) !== designIn(doc)) return null;
    const now = drawOrder(doc, viewId);
    const gone = drawOrder(before, viewId).filter((was) => !now.some((piece) => piece.id === was.id));
    const moved = now.filter((piece) => !isSteady(before, doc, old.get(piece.id), piece));
    if (moved.length + gone.length === 0) return null;
    const usable = missing.filter((piece) => stands(before, doc, old.get(piece.id), piece));
    const roughKeys = new Map(
      usable.filter((piece) => moved.includes(piece)).map((p) => [p.id, roughKey(before, old.get(p.id) as PieceRow)]),
    );
    const keys = new Map(usable.map((piece) => [piece.id, sheetsKey(before, old.get(piece.id) as PieceRow)]));
    const found = await this.derived.find<DerivedRefs>([...keys.values(), ...roughKeys.values()]);
    const since: SheetsSince = { settled: {}, rough: {}, faces: {}, changed: null };
    for (const { id, face } of usable) {
      const was = old.get(id) as PieceRow;
      const settled = found.get(keys.get(id) as string);
      const roughWas = found.get(roughKeys.get(id) ?? '');
      // Without its rough sheets as they were, where a changed piece has changed is not known.
      if (!settled || (roughKeys.has(id) && !roughWas)) continue;
      since.settled[id] = settled;
      if (roughWas) since.rough[id] = roughWas;
      if (placeOf(was.face) !== placeOf(face)) since.faces[id] = was.face;
    }
    const reaches = [...moved, ...gone].flatMap((piece) => {
      if (piece.id in since.rough) return [];
      const was = old.get(piece.id);
      return [...(gone.includes(piece) ? [] : [reachOf(doc, piece)]), ...(was ? [reachOf(before, was)] : [])];
    });
    if (reaches.length > 0) since.changed = reaches.reduce(uniteRects);
    return since;
  }
}

/** Is what a piece shows, before settling, and its place in the draw order, the same in both? */
function isSteady(before: CharacterDoc, doc: CharacterDoc, was: PieceRow | undefined, piece: PieceRow): boolean {
  return was !== undefined && was.depth === piece.depth && roughKey(before, was) === roughKey(doc, piece);
}

/** Can a piece's sheets be gone on from? Where it is at the same place in the order, its line as it was. */
function stands(before: CharacterDoc, doc: CharacterDoc, was: PieceRow | undefined, piece: PieceRow): boolean {
  if (!was || was.depth !== piece.depth) return false;
  return isLineSteady(before, doc, piece);
}
