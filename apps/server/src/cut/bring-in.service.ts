import { randomUUID } from 'node:crypto';
import {
  LARGEST_SPECK,
  LimberError,
  counted,
  applyDiff,
  changeCharacter,
  changeView,
  cutPieces,
  findPart,
  findPiece,
  joinDiffs,
  labelFor,
  redrawView,
  refuseBadName,
  viewById,
  type CharacterDoc,
  type CutArgs,
  type Diff,
  type LayerRole,
  type NameTokens,
  type PieceRow,
  type ViewRow,
} from '@limber-sheaf/core';
import { Injectable } from '@nestjs/common';
import { Semaphore } from 'async-mutex';
import { characterOf } from '../data/document-store.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';
import type { Caller } from '../http/caller.js';
import { LONG, Threads } from '../threads/threads.js';
import type { ChangedDesign } from './change-design.js';
import { cutTasks } from './cut.service.js';

/** A design that was read, as the row of a view without a character. */
export interface BroughtView {
  row: Omit<ViewRow, 'table' | 'characterId' | 'key'>;
  notes: string[];
}

/** What is done to a design as a whole before and while it is cut. */
@Injectable()
export class BringInService {
  /** One file at a time: a large design takes most of the memory there is while it is read. */
  private readonly reading = new Semaphore(1);

  constructor(
    private readonly edits: EditService,
    private readonly threads: Threads,
  ) {}

  /** Reads a file that somebody brought, and keeps its pictures. @throws LimberError for a bad file */
  async read(path: string, { signal }: Caller): Promise<BroughtView> {
    const design = await this.reading.runExclusive(() => {
      signal?.throwIfAborted();
      return this.threads.run(cutTasks, 'read', path, { signal, seconds: LONG });
    });
    const { sheet, floorY, notes, differs, layers } = design;
    return {
      notes,
      row: {
        id: randomUUID(),
        width: sheet.width,
        height: sheet.height,
        designBlob: sheet.blob,
        designArea: sheet.area,
        floorY,
        heights: [],
        nothingAt: [],
        drafted: null,
        brought: layers || notes.length > 0 ? { notes, differs, layers } : null,
        version: 1,
      },
    };
  }

  /** Adds a view of the same character from another picture, as one edit. */
  async addView(
    characterId: string,
    key: string,
    path: string,
    caller: Caller,
  ): Promise<CharacterState & { notes: string[] }> {
    const { row, notes } = await this.read(path, caller);
    const state = await this.edits.run(characterId, caller, (doc) => {
      if (doc.views.some((view) => view.key === key))
        throw new LimberError('name-taken', `There is a ${key} view already.`, 'Choose another name for this one.');
      const added: ViewRow = { ...row, table: 'view', characterId, key };
      return { kind: 'add-view', summary: `Add the ${key} view`, diff: { added: [added], updated: [], removed: [] } };
    });
    return { ...state, notes };
  }

  /** Makes pieces of a layered file's layers, as they were sorted. */
  async sort(
    viewId: string,
    context: EditContext,
    sorted: { role: LayerRole; tokens: NameTokens | null }[],
    keepApart: boolean,
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc) => {
      const view = viewById(doc, viewId);
      const layers = view.brought?.layers;
      if (!layers) throw new LimberError('no-layers', 'This design was brought in without layers.');
      if (layers.length !== sorted.length)
        throw new LimberError('no-layers', 'The list of layers does not fit the file’s.');
      if (doc.pieces.some((piece) => piece.viewId === viewId))
        throw new LimberError('cut-already', 'This view is cut already.', 'Undo the cuts, or delete the pieces first.');
      for (const { tokens } of sorted) if (tokens) refuseBadName(tokens, doc.character.scheme);
      const outcome = await this.threads.run(
        cutTasks,
        'sort',
        { doc, viewId, layers: layers.map((layer, at) => ({ ...layer, ...plain(sorted[at]) })), keepApart },
        { signal: context.signal, seconds: LONG },
      );
      const brought = {
        ...view.brought,
        layers: layers.map((layer, at) => ({ ...layer, ...plain(sorted[at]) })),
      } as typeof view.brought;
      let diff: Diff = changeView(doc, viewId, {
        brought,
        ...(outcome.design ? { designBlob: outcome.design.blob, designArea: outcome.design.area } : {}),
      });
      const args: CutArgs = { viewId, sheets: new Map(), fresh: [] };
      let front: string | undefined;
      for (const { tokens, face, own } of outcome.parts) {
        const pieceId = randomUUID();
        // Back to front, as the layers lie in the file.
        args.fresh.push({
          pieceId,
          partId: randomUUID(),
          tokens,
          face,
          own,
          inFrontOf: front,
        });
        front = pieceId;
      }
      diff = joinDiffs(diff, cutPieces(applyDiff(doc, diff), args));
      const after = applyDiff(doc, diff);
      for (const { tokens, apart } of outcome.parts) {
        const part = apart && findPart(after, tokens);
        const piece = part && findPiece(after, viewId, part.id);
        if (!apart || !piece) continue;
        const change: Partial<PieceRow> = { apart };
        diff = joinDiffs(diff, {
          added: [],
          removed: [],
          updated: [[piece, { ...piece, ...change, version: piece.version + 1 }]],
        });
      }
      return {
        kind: 'sort-layers',
        summary: `Sort ${counted(layers.length, 'layer')} into ${counted(outcome.parts.length, 'part')}`,
        diff,
        notes: outcome.unseen.map((tokens) => `${labelFor(tokens)} is not seen at rest: it got no piece.`),
      };
    });
  }

  /** Frees a design of its plain backdrop. */
  async cleanMatte(
    viewId: string,
    context: EditContext,
    args: { tolerance: number; openHoles: number[] },
  ): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc) => {
      if (doc.pieces.some((piece) => piece.viewId === viewId))
        throw new LimberError(
          'cut-already',
          'Parts are cut from this design already.',
          'Free it of its backdrop before cutting.',
        );
      const changed = await this.threads.run(
        cutTasks,
        'matte',
        { doc, viewId, ...args },
        { signal: context.signal, seconds: LONG },
      );
      return {
        kind: 'clean-matte',
        summary: 'Remove the backdrop',
        diff: redrawn(doc, viewId, changed),
      };
    });
  }

  /** What frees a raw design of its backdrop; null where it has none. */
  async freed(doc: CharacterDoc, viewId: string, { signal }: Caller): Promise<Diff | null> {
    const changed = this.threads.run(cutTasks, 'matte', { doc, viewId }, { signal, seconds: LONG });
    return changed.then((made) => redrawn(doc, viewId, made), nothingFor('no-backdrop'));
  }

  /** What sweeps specks and haze from about a raw design, and how many px these are; null where there are none. */
  async swept(doc: CharacterDoc, viewId: string, { signal }: Caller): Promise<{ diff: Diff; area: number } | null> {
    const input = { doc, viewId, largest: LARGEST_SPECK };
    const changed = this.threads.run(cutTasks, 'specks', input, { signal, seconds: LONG });
    return changed.then((made) => ({ diff: redrawn(doc, viewId, made), area: made.area }), nothingFor('nothing-there'));
  }

  /** Sweeps specks and haze away. */
  async sweepSpecks(viewId: string, context: EditContext, largest: number): Promise<CharacterState> {
    return this.edits.run(await characterOf('view', viewId), context, async (doc) => {
      const changed = await this.threads.run(
        cutTasks,
        'specks',
        { doc, viewId, largest },
        { signal: context.signal, seconds: LONG },
      );
      return {
        kind: 'sweep-specks',
        summary: `Sweep away ${changed.area.toLocaleString('en')} px of specks and haze`,
        diff: redrawn(doc, viewId, changed),
      };
    });
  }

  /** Takes the design's main colours and keeps them with the character. */
  async takePalette(characterId: string, context: EditContext, viewId: string): Promise<CharacterState> {
    return this.edits.run(characterId, context, async (doc) => {
      const view = viewById(doc, viewId);
      const palette = await this.threads.run(
        cutTasks,
        'palette',
        { doc, viewId: view.id },
        { signal: context.signal, seconds: LONG },
      );
      return {
        kind: 'take-palette',
        summary: `Take a palette of ${palette.length} colours`,
        diff: changeCharacter(doc, { palette }),
      };
    });
  }
}

/** Answers a refusal of one code with null; anything else goes on. */
function nothingFor(code: string): (error: unknown) => null {
  return (error) => {
    if (error instanceof LimberError && error.code === code) return null;
    throw error;
  };
}

/** The edit for a design that was changed as a whole. */
function redrawn(doc: CharacterDoc, viewId: string, changed: ChangedDesign): Diff {
  const sheets: CutArgs['sheets'] = new Map();
  for (const { pieceId, sheet } of changed.faces) sheets.set(pieceId, { face: sheet });
  return redrawView(doc, viewId, changed, sheets);
}

function plain({ role, tokens }: { role: LayerRole; tokens: NameTokens | null }): {
  role: LayerRole;
  tokens: NameTokens | null;
} {
  return {
    role,
    tokens: tokens && { group: tokens.group, side: tokens.side, part: tokens.part, index: tokens.index },
  };
}
