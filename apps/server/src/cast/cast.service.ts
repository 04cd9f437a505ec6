import { randomUUID } from 'node:crypto';
import {
  DEFAULT_SCHEME,
  LimberError,
  byUsualView,
  changeCharacter,
  codeFor,
  copyRows,
  countCutDoubts,
} from '@limber-sheaf/core';
import { Inject, Injectable } from '@nestjs/common';
import { Sequelize } from 'sequelize-typescript';
import type { Transaction } from 'sequelize';
import { BringInService } from '../cut/bring-in.service.js';
import { loadCharacter, readSnapshot, saveDiff } from '../data/document-store.js';
import { Character, HandOff, Joint, Piece, Production, View } from '../data/models.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';
import type { Caller } from '../http/caller.js';
import { taskFile } from '../threads/task.js';
import { LONG, Threads } from '../threads/threads.js';
import type { Stander } from './cast.tasks.js';

const castTasks = taskFile<typeof import('./cast.tasks.js')>(new URL('./cast.tasks.js', import.meta.url));

/** A character's card in the cast. */
export interface CastCard {
  id: string;
  name: string;
  code: string;
  deleted: boolean;
  picture: string | null;
  width: number;
  height: number;
  pieces: number;
  joints: number;
  rounded: number;
  /** Pixels of the design in no piece, and of it all. */
  untaken: number;
  designArea: number;
  /** What of a first draft's cut nobody has decided yet; null where none was made. */
  doubts: number | null;
  handOffs: number;
}

/** The productions and their characters. */
@Injectable()
export class CastService {
  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly edits: EditService,
    private readonly bringIn: BringInService,
    private readonly threads: Threads,
  ) {}

  productions(): Promise<Production[]> {
    return Production.findAll({ order: ['createdAt', 'name'] });
  }

  createProduction(name: string): Promise<Production> {
    return Production.create({ id: randomUUID(), name, createdAt: new Date() });
  }

  /** The cards of a production, in the order they came. @throws LimberError `not-found` */
  async cards(productionId: string): Promise<CastCard[]> {
    if (!(await Production.findByPk(productionId))) throw new LimberError('not-found', 'There is no such production.');
    const characters = await Character.findAll({ where: { productionId }, order: ['createdAt', 'name'] });
    return Promise.all(characters.map((character) => this.card(character)));
  }

  private async card(character: Character): Promise<CastCard> {
    const views = await View.findAll({ where: { characterId: character.id } });
    const view = views.sort(byUsualView).at(0);
    const pieces = view ? await Piece.findAll({ where: { viewId: view.id } }) : [];
    const joints = view ? await Joint.findAll({ where: { viewId: view.id }, attributes: ['rounded'] }) : [];
    const taken = pieces.reduce((sum, piece) => sum + piece.face.area, 0);
    return {
      id: character.id,
      name: character.name,
      code: character.code,
      deleted: character.deleted,
      picture: view?.designBlob ?? null,
      width: view?.width ?? 0,
      height: view?.height ?? 0,
      pieces: pieces.length,
      joints: joints.length,
      rounded: joints.filter((joint) => joint.rounded).length,
      untaken: (view?.designArea ?? 0) - taken,
      designArea: view?.designArea ?? 0,
      doubts: view?.drafted ? countCutDoubts((await readSnapshot(this.sequelize, character.id)).doc, view.id) : null,
      handOffs: await HandOff.count({ where: { characterId: character.id } }),
    };
  }

  /** The cast side by side on one floor. PNG. @throws LimberError `not-found`, `nobody-there` */
  async lineUp(productionId: string, { signal }: Caller): Promise<Uint8Array> {
    const production = await Production.findByPk(productionId);
    if (!production) throw new LimberError('not-found', 'There is no such production.');
    const characters = await Character.findAll({
      where: { productionId, deleted: false },
      order: ['createdAt', 'name'],
    });
    const standers: Stander[] = [];
    for (const { id, name } of characters) {
      const view = (await View.findAll({ where: { characterId: id } })).sort(byUsualView).at(0);
      if (view) standers.push({ name, designBlob: view.designBlob, floorY: view.floorY });
    }
    if (standers.length === 0)
      throw new LimberError('nobody-there', 'There is nobody to line up yet.', 'Bring a design in first.');
    const order = { title: production.name, standers };
    return this.threads.run(castTasks, 'lineUp', order, { signal, seconds: LONG });
  }

  /** Makes a character from a finished design. @throws LimberError for a bad file, which changes nothing */
  async create(
    productionId: string,
    name: string,
    path: string,
    caller: Caller,
  ): Promise<CharacterState & { notes: string[] }> {
    if (!(await Production.findByPk(productionId))) throw new LimberError('not-found', 'There is no such production.');
    const { row, notes } = await this.bringIn.read(path, caller);
    const id = randomUUID();
    await this.sequelize.transaction(async (transaction) => {
      const code = await this.freeCode(productionId, name, transaction);
      const own = { id, productionId, name, code, scheme: DEFAULT_SCHEME, plan: null, palette: null, deleted: false };
      await Character.create({ ...own, version: 1, revision: 0, createdAt: new Date() }, { transaction });
      await View.create({ ...row, characterId: id, key: 'front' }, { transaction });
    });
    return { ...(await this.edits.state(id, caller)), notes };
  }

  /** A code for a name that no other character of the production has. */
  private async freeCode(
    productionId: string,
    name: string,
    transaction: Transaction,
    except?: string,
  ): Promise<string> {
    // Two characters made at once take turns here.
    await Production.findByPk(productionId, { transaction, lock: transaction.LOCK.UPDATE });
    const base = codeFor(name) || 'character';
    const taken = new Set(
      (await Character.findAll({ where: { productionId }, attributes: ['id', 'code'], transaction }))
        .filter((c) => c.id !== except)
        .map((c) => c.code),
    );
    for (let n = 1; ; n++) {
      const code = n === 1 ? base : `${base}-${n}`;
      if (!taken.has(code)) return code;
    }
  }

  /** Renames a character, or puts it away or back. */
  change(id: string, context: EditContext, change: { name?: string; deleted?: boolean }): Promise<CharacterState> {
    return this.edits.run(id, context, async (doc) => {
      if (change.deleted !== undefined) {
        return {
          kind: change.deleted ? 'delete-character' : 'restore-character',
          summary: `${change.deleted ? 'Delete' : 'Bring back'} ${doc.character.name}`,
          diff: changeCharacter(doc, { deleted: change.deleted }),
        };
      }
      const name = change.name ?? doc.character.name;
      const { productionId } = doc.character;
      const code = await this.sequelize.transaction((tx) => this.freeCode(productionId, name, tx, id));
      return {
        kind: 'rename-character',
        summary: `Rename ${doc.character.name} to ${name}`,
        diff: changeCharacter(doc, { name, code }),
      };
    });
  }

  /** Copies a character with everything that belongs to it; the journal starts afresh. */
  async duplicate(id: string, name: string | undefined, caller: Caller): Promise<CharacterState> {
    const newId = randomUUID();
    await this.sequelize.transaction(async (transaction) => {
      const { doc } = await loadCharacter(id, transaction);
      const copyName = (name ?? `${doc.character.name} copy`).slice(0, 80);
      const code = await this.freeCode(doc.character.productionId, copyName, transaction);
      const [own, ...rows] = copyRows(doc, { id: newId, name: copyName, code, deleted: false }, randomUUID);
      await Character.create({ ...own, revision: 0, createdAt: new Date() }, { transaction });
      await saveDiff({ added: rows, updated: [], removed: [] }, transaction);
    });
    return this.edits.state(newId, caller);
  }
}
