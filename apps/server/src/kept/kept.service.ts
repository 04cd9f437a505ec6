import { randomUUID } from 'node:crypto';
import { LimberError } from '@limber-sheaf/core';
import { Injectable } from '@nestjs/common';
import { UniqueConstraintError } from 'sequelize';
import { Kept, Production } from '../data/models.js';

/** Something that a production keeps for its characters, under a name. */
export interface KeptCard<T> {
  id: string;
  name: string;
  value: T;
}

/** Of one kind a production keeps at most. */
const MOST = 100;

/** What productions keep for all of their characters: naming schemes, ways to make a package. */
@Injectable()
export class KeptService {
  /** What a production keeps of a kind, by name. @throws LimberError `not-found` */
  async list<T>(productionId: string, kind: Kept['kind']): Promise<KeptCard<T>[]> {
    if (!(await Production.findByPk(productionId))) throw new LimberError('not-found', 'There is no such production.');
    const rows = await Kept.findAll({ where: { productionId, kind }, order: ['name'] });
    return rows.map(({ id, name, value }) => ({ id, name, value: value as T }));
  }

  /** Keeps a value under a name, and answers with all of its kind. @throws LimberError `name-taken`, `too-many` */
  async keep<T>(productionId: string, kind: Kept['kind'], name: string, value: T): Promise<KeptCard<T>[]> {
    if ((await this.list(productionId, kind)).length >= MOST)
      throw new LimberError('too-many', `A production keeps ${MOST} of these at most.`, 'Let one go that is not used.');
    const row = { id: randomUUID(), productionId, kind, name, value, createdAt: new Date() };
    await refuseTaken(name, () => Kept.create(row));
    return this.list(productionId, kind);
  }

  /** Gives it another name or value. @throws LimberError `not-found`, `name-taken` */
  async change<T>(id: string, kind: Kept['kind'], change: { name?: string; value?: T }): Promise<KeptCard<T>[]> {
    const row = await this.row(id, kind);
    const { name = row.name, value = row.value } = change;
    await refuseTaken(name, () => row.update({ name, value }));
    return this.list(row.productionId, kind);
  }

  /** Lets it go; characters that took it over keep what they have. @throws LimberError `not-found` */
  async drop<T>(id: string, kind: Kept['kind']): Promise<KeptCard<T>[]> {
    const row = await this.row(id, kind);
    await row.destroy();
    return this.list(row.productionId, kind);
  }

  private async row(id: string, kind: Kept['kind']): Promise<Kept> {
    const row = await Kept.findOne({ where: { id, kind } });
    if (!row) throw new LimberError('not-found', 'That is no longer kept.', 'Somebody may have let it go.');
    return row;
  }
}

async function refuseTaken(name: string, write: () => Promise<unknown>): Promise<void> {
  try {
    await write();
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error;
    throw new LimberError('name-taken', `There is one named ${name} already.`, 'Choose another name.');
  }
}
