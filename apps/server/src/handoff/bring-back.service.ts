import {
  counted,
  cutPieces,
  defaultOf,
  drawingName,
  drawingsOf,
  pieceById,
  pieceName,
  pieceOfSet,
  redrawView,
  setAt,
  versionWord,
  viewById,
  type CharacterDoc,
  type CutArgs,
  type PieceId,
  type Rect,
} from '@limber-sheaf/core';
import { isDrawn, type Rig } from '@limber-sheaf/formats';
import { Inject, Injectable } from '@nestjs/common';
import { Sequelize } from 'sequelize-typescript';
import { characterOf, readSnapshot } from '../data/document-store.js';
import { HandOff } from '../data/models.js';
import { SheetsService } from '../derived/sheets.service.js';
import { EditService, type CharacterState } from '../edits/edit.service.js';
import { EventService } from '../edits/events.service.js';
import type { Caller } from '../http/caller.js';
import { LONG, Threads } from '../threads/threads.js';
import type { BroughtBack, TakenRefs } from './bring-back.js';
import type { BackOrder, PiecesThen } from './read-back.js';
import { handOffTasks } from './handoff.service.js';

/** Art that was repainted elsewhere, and comes back by the names it left with. */
@Injectable()
export class BringBackService {
  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly sheets: SheetsService,
    private readonly edits: EditService,
    private readonly threads: Threads,
    private readonly events: EventService,
  ) {}

  /** What came back, held against what the pieces are. Changes nothing. */
  async look(viewId: string, files: BackOrder['files'], { signal, actor }: Caller): Promise<BroughtBack> {
    const { doc } = await readSnapshot(this.sequelize, await characterOf('view', viewId));
    const order = await this.order(doc, viewId, files, signal);
    const tell = this.events.tellProgress(doc.character.id, actor);
    return this.threads.run(handOffTasks, 'lookAtBack', order, { signal, tell, seconds: LONG });
  }

  /** Takes some of it over, as one edit. */
  async take(
    viewId: string,
    files: BackOrder['files'],
    { take, renew }: { take: PieceId[]; renew: boolean },
    caller: Caller,
  ): Promise<CharacterState> {
    const { signal } = caller;
    return this.edits.run(await characterOf('view', viewId), caller, async (doc) => {
      for (const id of take) pieceById(doc, id);
      const order = await this.order(doc, viewId, files, signal);
      const asked = { ...order, take, renew };
      const tell = this.events.tellProgress(doc.character.id, caller.actor);
      const taken: TakenRefs = await this.threads.run(handOffTasks, 'takeThemBack', asked, {
        ...{ signal, tell, seconds: LONG },
      });
      const { pieces, design, left } = taken;
      const sheets: CutArgs['sheets'] = new Map();
      for (const { pieceId, face, beneath, own } of pieces) {
        const isPainted = beneath?.blob !== pieceById(doc, pieceId).beneath?.blob;
        sheets.set(pieceId, { face, beneath, own, ...(isPainted && { graft: null }) });
      }
      const one = take.length === 1 ? pieceName(doc, pieceById(doc, take[0])) : counted(take.length, 'piece');
      return {
        kind: 'bring-back',
        summary: `Bring back ${one}${design ? ' and the design with it' : ''}`,
        diff: design ? redrawView(doc, viewId, design, sheets) : cutPieces(doc, { viewId, sheets, fresh: [] }),
        notes: left > 0 ? [`${left.toLocaleString('en')} px that show at rest were left as the design has them.`] : [],
      };
    });
  }

  private async order(
    doc: CharacterDoc,
    viewId: string,
    files: BackOrder['files'],
    signal: AbortSignal | undefined,
  ): Promise<BackOrder> {
    const derived = await this.sheets.ofView(doc, viewId, { signal });
    const rows = await HandOff.findAll({
      where: { characterId: doc.character.id },
      attributes: ['manifest'],
      order: [['number', 'DESC']],
    });
    const versions = rows.map(({ manifest }) => piecesThen(doc, viewId, manifest as Rig));
    return { doc, viewId, derived, files, versions: [piecesNow(doc, viewId), ...versions] };
  }
}

function piecesNow(doc: CharacterDoc, viewId: string): PiecesThen {
  const pieces = doc.pieces.filter((piece) => piece.viewId === viewId);
  const names = pieces.flatMap((piece): PiecesThen['names'] => {
    const set = setAt(doc, piece);
    const own = [pieceName(doc, piece), ...(set ? [drawingName(doc, defaultOf(doc, set))] : [])];
    return own.map((name) => [name, piece.id]);
  });
  return { names, bounds: {}, room: 0, drawings: drawingsNow(doc, viewId), finish: null };
}

/** The names of a view's drawings but for the default ones. */
function drawingsNow(doc: CharacterDoc, viewId: string): string[] {
  return doc.swapSets
    .filter((set) => pieceOfSet(doc, set, viewId))
    .flatMap((set) => drawingsOf(doc, set).flatMap((one) => (one.isDefault ? [] : [drawingName(doc, one)])));
}

/** What a version called the pieces that are still there. A manifest goes by parts. */
function piecesThen(doc: CharacterDoc, viewId: string, { views, scale, version, finish }: Rig): PiecesThen {
  const view = viewById(doc, viewId);
  const then = views.find((one) => one.key === view.key);
  const room = then && scale === 1 ? (then.canvas.width - view.width) / 2 : 0;
  const names: PiecesThen['names'] = [];
  const boundsOf: Record<PieceId, Rect> = {};
  for (const { id, name, bounds, kind } of (then?.pieces ?? []).filter(isDrawn)) {
    const piece = doc.pieces.find((one) => one.viewId === viewId && one.partId === id);
    if (!piece || kind === 'line-under') continue;
    const standing = then?.swapSets.find((set) => set.piece === name)?.default;
    for (const own of [name, ...(standing ? [standing] : [])]) names.push([own, piece.id]);
    if (scale === 1) boundsOf[piece.id] = { ...bounds, x: bounds.x - room, y: bounds.y - room };
  }
  return {
    names,
    bounds: boundsOf,
    room,
    drawings: (then?.swapSets ?? []).flatMap((set) =>
      set.drawings.flatMap(({ name, over }) => [
        ...(name === set.default ? [] : [name]),
        ...(over ? [`${name}_over`] : []),
      ]),
    ),
    finish: finish && `${versionWord(version)} left with the finish ${finish.name}`,
  };
}
