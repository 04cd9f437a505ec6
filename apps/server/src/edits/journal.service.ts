import {
  LimberError,
  applyDiff,
  invertDiff,
  journalHeads,
  type CharacterDoc,
  type Diff,
  type JournalHeads,
} from '@limber-sheaf/core';
import { Inject, Injectable } from '@nestjs/common';
import { Op } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { Edit, SnapshotRow } from '../data/models.js';
import { readSnapshot } from '../data/document-store.js';

/** How far back undo is looked for, lines. */
const FARTHEST = 1000;

/** A line of the journal, as it is listed. */
export interface JournalCard {
  revision: number;
  summary: string;
  way: Edit['way'];
  /** Made by the caller. */
  own: boolean;
  createdAt: Date;
}

/** A character as it was after an edit, and what leads from there to now. */
export interface CharacterThen {
  revision: number;
  doc: CharacterDoc;
  since: Diff;
}

/** Reads the journal: what can be undone, and what a character was at any revision. */
@Injectable()
export class JournalService {
  constructor(@Inject(Sequelize) private readonly sequelize: Sequelize) {}

  /** What an actor can undo and redo. */
  async heads(characterId: string, actor: string): Promise<JournalHeads> {
    const edits = await Edit.findAll({
      where: { characterId, actor },
      attributes: ['id', 'originId', 'way', 'summary'],
      order: [['id', 'DESC']],
      limit: FARTHEST,
    });
    return journalHeads(
      edits.map(({ id, originId, way, summary }) => ({ id, originId: originId ?? id, way, summary })),
    );
  }

  /** An edit with its diff. */
  async edit(id: string): Promise<Edit> {
    const edit = await Edit.findByPk(id);
    if (!edit) throw new LimberError('not-found', 'That edit is not in the journal.');
    return edit;
  }

  /** The newest lines of a character's journal. */
  async list(characterId: string, actor: string, most: number): Promise<JournalCard[]> {
    const edits = await Edit.findAll({
      where: { characterId },
      attributes: ['revision', 'summary', 'way', 'actor', 'createdAt'],
      order: [['id', 'DESC']],
      limit: most,
    });
    return edits.map((edit) => ({
      revision: edit.revision,
      summary: edit.summary,
      way: edit.way,
      own: edit.actor === actor,
      createdAt: edit.createdAt,
    }));
  }

  /** A character as it was after an edit: the next snapshot kept since, and what was done between taken back. @throws LimberError `not-found` */
  async at(characterId: string, revision: number): Promise<CharacterDoc> {
    const now = await readSnapshot(this.sequelize, characterId);
    if (revision < 0 || revision > now.revision)
      throw new LimberError('not-found', `This character has no revision ${revision}.`);
    const kept = await SnapshotRow.findOne({
      where: { characterId, revision: { [Op.gte]: revision } },
      order: ['revision'],
    });
    const [from, start] = kept ? [kept.revision, kept.doc] : [now.revision, now.doc];
    const edits = await Edit.findAll({
      where: { characterId, revision: { [Op.gt]: revision, [Op.lte]: from } },
      attributes: ['diff'],
      order: [['revision', 'DESC']],
    });
    return edits.reduce((doc, { diff }) => applyDiff(doc, invertDiff(diff)), start);
  }
}
