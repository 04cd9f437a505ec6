import { randomUUID } from 'node:crypto';
import { MessageChannel } from 'node:worker_threads';
import { LimberError } from '@limber-sheaf/core';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { Sequelize } from 'sequelize-typescript';
import { BlobService } from '../blobs/blob.service.js';
import { loadCharacter } from '../data/document-store.js';
import { Character, HandOff } from '../data/models.js';
import { JobService, type JobState } from '../jobs/job.service.js';
import { ArtService } from '../work/art.js';
import { WorkPool } from '../work/pool.js';

const KIND = 'hand-off';
const GENERATOR_VERSION = '0.1.0';

/** A version that has been handed off. */
export interface HandOffCard {
  id: string;
  number: number;
  name: string;
  createdAt: Date;
  revision: number;
  checks: { id: string; view: string; ok: boolean; figure: number; unit: string }[];
}

/** Hand-off packages: made by a job, kept by version. */
@Injectable()
export class HandOffService implements OnModuleInit {
  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly blobs: BlobService,
    private readonly art: ArtService,
    private readonly pool: WorkPool,
    private readonly jobs: JobService,
  ) {}

  onModuleInit(): void {
    this.jobs.register(KIND, (characterId, tell, signal) => this.make(characterId, tell, signal));
  }

  /** @throws LimberError `nothing-cut` for a character without pieces, `busy` */
  async start(characterId: string): Promise<JobState> {
    const { doc } = await loadCharacter(characterId);
    if (doc.pieces.length === 0)
      throw new LimberError('nothing-cut', 'There is no piece to hand off yet.', 'Cut a part from the design first.');
    return this.jobs.start(characterId, KIND);
  }

  async list(characterId: string): Promise<{ versions: HandOffCard[]; job: JobState | null }> {
    const rows = await HandOff.findAll({ where: { characterId }, order: [['number', 'DESC']] });
    const versions = rows.map((row) => ({
      id: row.id,
      number: row.number,
      name: row.packageName,
      createdAt: row.createdAt,
      revision: row.revision,
      checks: (row.manifest as { checks: HandOffCard['checks'] }).checks,
    }));
    return { versions, job: await this.jobs.latest(characterId, KIND) };
  }

  /** @throws LimberError `not-found` */
  async open(id: string): Promise<{ name: string; bytes: Buffer }> {
    const row = await HandOff.findByPk(id);
    if (!row) throw new LimberError('not-found', 'There is no such hand-off.');
    return { name: row.packageName, bytes: await this.blobs.get(row.packageBlob) };
  }

  private async make(
    characterId: string,
    tell: (share: number, doing: string) => void,
    signal: AbortSignal,
  ): Promise<object> {
    tell(0, 'Reading the pictures');
    const { doc, revision } = await loadCharacter(characterId);
    const views = await Promise.all(
      doc.views.map(async (view) => ({ viewId: view.id, files: await this.art.ofView(doc, view.id) })),
    );
    const previous = ((await HandOff.max('number', { where: { characterId } })) as number | null) ?? null;
    const number = (previous ?? 0) + 1;
    const createdAt = `${new Date().toISOString().slice(0, 19)}Z`;
    const { port1, port2 } = new MessageChannel();
    port1.on('message', ({ share, doing }: { share: number; doing: string }) => tell(share * 0.95, doing));
    try {
      const order = { doc, views, number, previous, createdAt, generatorVersion: GENERATOR_VERSION, port: port2 };
      const made = await this.pool.run('package', order, { signal, transfer: [port2] });
      tell(0.97, 'Keeping the package');
      const id = randomUUID();
      await this.sequelize.transaction(async (transaction) => {
        await Character.findByPk(characterId, { transaction, lock: transaction.LOCK.UPDATE });
        const packageBlob = await this.blobs.put(made.zip, 'application/zip', transaction);
        await HandOff.create(
          {
            id,
            characterId,
            number,
            revision,
            packageBlob,
            packageName: made.name,
            manifest: made.rig,
            createdAt: new Date(createdAt),
          },
          { transaction },
        );
      });
      return { handOffId: id, number, name: made.name };
    } finally {
      port1.close();
    }
  }
}
