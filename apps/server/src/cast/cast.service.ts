import { randomUUID } from 'node:crypto';
import {
  DEFAULT_SCHEME,
  LimberError,
  changeCharacter,
  codeFor,
  type BroughtLayer,
  type CharacterDoc,
  type Row,
  type ViewRow,
} from '@limber-sheaf/core';
import { Inject, Injectable } from '@nestjs/common';
import { Sequelize } from 'sequelize-typescript';
import type { Transaction } from 'sequelize';
import { BlobService } from '../blobs/blob.service.js';
import { loadCharacter, saveDiff } from '../data/document-store.js';
import { Character, HandOff, Joint, Piece, Production, View } from '../data/models.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';
import type { ImportedDesign } from '../work/import-task.js';
import { refOf } from '../work/pictures.js';
import { WorkPool } from '../work/pool.js';

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
  handOffs: number;
}

/** The productions and their characters. */
@Injectable()
export class CastService {
  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly blobs: BlobService,
    private readonly edits: EditService,
    private readonly pool: WorkPool,
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
    const [view] = await View.findAll({ where: { characterId: character.id }, order: ['key'] });
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
      handOffs: await HandOff.count({ where: { characterId: character.id } }),
    };
  }

  /** Makes a character from a finished design. @throws LimberError for a bad file, which changes nothing */
  async create(
    productionId: string,
    name: string,
    file: Uint8Array,
    actor: string,
  ): Promise<CharacterState & { notes: string[] }> {
    if (!(await Production.findByPk(productionId))) throw new LimberError('not-found', 'There is no such production.');
    const design = await this.pool.run('import', file);
    const id = randomUUID();
    await this.sequelize.transaction(async (transaction) => {
      const code = await this.freeCode(productionId, name, transaction);
      await this.blobs.put(design.sheet.bytes, 'image/png', transaction);
      await Character.create(
        {
          id,
          productionId,
          name,
          code,
          scheme: DEFAULT_SCHEME,
          plan: null,
          palette: null,
          deleted: false,
          version: 1,
          revision: 0,
          createdAt: new Date(),
        },
        { transaction },
      );
      await View.create(
        { ...(await this.viewOf(design, transaction)), characterId: id, key: 'front' },
        { transaction },
      );
    });
    return { ...(await this.edits.state(id, actor)), notes: design.notes };
  }

  /** Adds a view of the same character from another picture, as one edit. */
  async addView(
    characterId: string,
    key: string,
    file: Uint8Array,
    context: EditContext,
  ): Promise<CharacterState & { notes: string[] }> {
    const design = await this.pool.run('import', file);
    const state = await this.edits.run(characterId, context, async (doc, transaction) => {
      if (doc.views.some((view) => view.key === key))
        throw new LimberError('name-taken', `There is a ${key} view already.`, 'Choose another name for this one.');
      const row: ViewRow = { ...(await this.viewOf(design, transaction)), table: 'view', characterId, key };
      return { kind: 'add-view', summary: `Add the ${key} view`, diff: { added: [row], updated: [], removed: [] } };
    });
    return { ...state, notes: design.notes };
  }

  /** The row of a view that was just imported; its pictures are kept. */
  private async viewOf(
    design: ImportedDesign,
    transaction: Transaction,
  ): Promise<Omit<ViewRow, 'table' | 'characterId' | 'key'>> {
    await this.blobs.put(design.sheet.bytes, 'image/png', transaction);
    const layers: BroughtLayer[] = [];
    for (const { sheet, ...layer } of design.layers ?? []) {
      if (sheet) await this.blobs.put(sheet.bytes, 'image/png', transaction);
      layers.push({ ...layer, sheet: sheet && refOf(sheet) });
    }
    return {
      id: randomUUID(),
      width: design.sheet.width,
      height: design.sheet.height,
      designBlob: design.sheet.blob,
      designArea: design.sheet.area,
      floorY: design.floorY,
      brought:
        design.layers || design.notes.length > 0
          ? { notes: design.notes, differs: design.differs, layers: design.layers && layers }
          : null,
      version: 1,
    };
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
    return this.edits.run(id, context, async (doc, transaction) => {
      if (change.deleted !== undefined) {
        return {
          kind: change.deleted ? 'delete-character' : 'restore-character',
          summary: `${change.deleted ? 'Delete' : 'Bring back'} ${doc.character.name}`,
          diff: changeCharacter(doc, { deleted: change.deleted }),
        };
      }
      const name = change.name ?? doc.character.name;
      const code = await this.freeCode(doc.character.productionId, name, transaction, id);
      return {
        kind: 'rename-character',
        summary: `Rename ${doc.character.name} to ${name}`,
        diff: changeCharacter(doc, { name, code }),
      };
    });
  }

  /** Copies a character with all its pieces and joints; the journal starts afresh. */
  async duplicate(id: string, name: string | undefined, actor: string): Promise<CharacterState> {
    const newId = randomUUID();
    await this.sequelize.transaction(async (transaction) => {
      const { doc } = await loadCharacter(id, transaction);
      const copyName = (name ?? `${doc.character.name} copy`).slice(0, 80);
      const { productionId } = doc.character;
      const code = await this.freeCode(productionId, copyName, transaction);
      await Character.create(
        {
          id: newId,
          productionId,
          name: copyName,
          code,
          scheme: doc.character.scheme,
          plan: doc.character.plan,
          palette: doc.character.palette,
          deleted: false,
          version: 1,
          revision: 0,
          createdAt: new Date(),
        },
        { transaction },
      );
      await saveDiff({ added: copyRows(doc, newId), updated: [], removed: [] }, transaction);
    });
    return this.edits.state(newId, actor);
  }
}

/** The rows of a character with fresh ids throughout. */
function copyRows(doc: CharacterDoc, characterId: string): Row[] {
  const fresh = new Map<string, string>();
  const idFor = (old: string) => {
    if (!fresh.has(old)) fresh.set(old, randomUUID());
    return fresh.get(old) as string;
  };
  return [
    ...doc.views.map((view) => ({ ...view, id: idFor(view.id), characterId, version: 1 })),
    ...doc.parts.map((part) => ({
      ...part,
      id: idFor(part.id),
      characterId,
      parentId: part.parentId && idFor(part.parentId),
      version: 1,
    })),
    ...doc.pieces.map((piece) => ({
      ...piece,
      id: idFor(piece.id),
      viewId: idFor(piece.viewId),
      partId: idFor(piece.partId),
      version: 1,
    })),
    ...doc.joints.map((joint) => ({
      ...joint,
      id: idFor(joint.id),
      viewId: idFor(joint.viewId),
      childId: idFor(joint.childId),
      parentId: idFor(joint.parentId),
      version: 1,
    })),
  ];
}
