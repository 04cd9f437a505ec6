import { randomUUID } from 'node:crypto';
import {
  LimberError,
  USUAL_OPTIONS,
  diffBetween,
  landmarks,
  refuseBadFinish,
  viewById,
  withDefaults,
  type CharacterDoc,
  type Landmark,
  type PackageOptions,
  type ViewId,
  type ViewProof,
  type ViewRow,
} from '@limber-sheaf/core';
import type { Rig, RigChange } from '@limber-sheaf/formats';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { LRUCache } from 'lru-cache';
import { Sequelize } from 'sequelize-typescript';
import { VERSION } from '../config.js';
import { characterOf, readSnapshot, revisionOf } from '../data/document-store.js';
import { Character, HandOff, SnapshotRow } from '../data/models.js';
import { DerivedService } from '../derived/derived.service.js';
import { ProofService } from '../derived/proof.service.js';
import { SheetsService } from '../derived/sheets.service.js';
import { EditService, type CharacterState, type EditContext } from '../edits/edit.service.js';
import { JournalService } from '../edits/journal.service.js';
import type { Caller } from '../http/caller.js';
import { JobService, type JobState } from '../jobs/job.service.js';
import { taskFile } from '../threads/task.js';
import { LONG, Threads } from '../threads/threads.js';
import { TurnsService } from '../turns/turns.service.js';
import type { VersionsCompared } from './compare-versions.js';
import { sheetPage } from './sheet-page.js';
import type { KeptTexture, PackageOrder } from './handoff.tasks.js';

const KIND = 'hand-off';
/** The share of a package's work that the checks are. */
const CHECKED = 0.5;
/** s; a package is a job that shows how far it is and can be stopped. */
const LONGEST = 1200;
export const handOffTasks = taskFile<typeof import('./handoff.tasks.js')>(
  new URL('./handoff.tasks.js', import.meta.url),
);

/** A version that has been handed off. */
export interface HandOffCard {
  id: string;
  number: number;
  name: string;
  createdAt: Date;
  revision: number;
  checks: { id: string; view: string; ok: boolean; figure: number; unit: string }[];
  /** What was said of it. */
  note: string;
  options: PackageOptions;
  /** What differs from the version before. */
  changes: RigChange[];
  /** Of the package. */
  bytes: number;
}

/** What a package is asked for with. */
interface PackageWish {
  options: PackageOptions;
  note: string;
  /** The views that it holds; all of them for null. */
  viewIds: ViewId[] | null;
}

/** The checks of a view, and the revision of which they speak. */
type CheckedView = ViewProof & { revision: number };

/** Hand-off packages: made by a job, kept by version. */
@Injectable()
export class HandOffService implements OnModuleInit {
  /** As they were last told: while a character's revision is the same, so are its checks. */
  private readonly checked = new LRUCache<string, CheckedView>({ max: 200 });

  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly derived: DerivedService,
    private readonly proofs: ProofService,
    private readonly sheets: SheetsService,
    private readonly threads: Threads,
    private readonly jobs: JobService,
    private readonly edits: EditService,
    private readonly journal: JournalService,
    private readonly turns: TurnsService,
  ) {}

  onModuleInit(): void {
    this.jobs.register(KIND, (characterId, wish, tell, signal) =>
      this.make(characterId, wish as PackageWish, tell, signal),
    );
  }

  /** @throws LimberError `nothing-cut` for a character without pieces, `bad-finish`, `busy` */
  async start(
    characterId: string,
    options: Partial<PackageOptions>,
    { note, viewIds }: Omit<PackageWish, 'options'>,
  ): Promise<JobState> {
    const { doc } = await readSnapshot(this.sequelize, characterId);
    viewsOf(doc, viewIds);
    const wish: PackageWish = { options: withDefaults(USUAL_OPTIONS, options), note, viewIds };
    if (wish.options.finish) refuseBadFinish(wish.options.finish);
    return this.jobs.start(characterId, KIND, wish);
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
      note: row.note,
      options: { ...USUAL_OPTIONS, ...row.options },
      changes: row.changes as RigChange[],
      bytes: row.bytes,
    }));
    return { versions, job: await this.jobs.latest(characterId, KIND) };
  }

  /** All checks of a view as it is now. */
  async checks(viewId: string, { signal }: Caller): Promise<CheckedView> {
    const characterId = await characterOf('view', viewId);
    const known = this.checked.get(viewId);
    if (known && known.revision === (await revisionOf(characterId))) return known;
    const { doc, revision } = await readSnapshot(this.sequelize, characterId);
    const checked = { ...(await this.proofs.prove(doc, viewId, { signal })), revision };
    this.checked.set(viewId, checked);
    return checked;
  }

  /** What differs from one version to another. @throws LimberError `not-found` */
  async compare(characterId: string, from: number, to: number, { signal }: Caller): Promise<VersionsCompared> {
    const [before, after] = await Promise.all(
      [from, to].map(async (number) => {
        const row = await HandOff.findOne({ where: { characterId, number } });
        if (!row)
          throw new LimberError('not-found', `There is no version ${number}.`, 'Choose one of those on the list.');
        return { name: row.packageName, packageBlob: row.packageBlob };
      }),
    );
    return this.once(`versions 1 ${before.packageBlob} ${after.packageBlob}`, () =>
      this.threads.run(handOffTasks, 'compare', { before, after }, { signal, seconds: LONG }),
    );
  }

  /** Keeps a picture as a texture for finishes. @throws LimberError for a bad file */
  texture(path: string, { signal }: Caller): Promise<KeptTexture> {
    return this.threads.run(handOffTasks, 'readTexture', path, { signal, seconds: LONG });
  }

  /** @throws LimberError `not-found` */
  async find(id: string): Promise<{ name: string; blob: string }> {
    const { packageName, packageBlob } = await this.rowOf(id);
    return { name: packageName, blob: packageBlob };
  }

  /** Brings a character back to what a version was, as one edit. @throws LimberError `not-found` */
  async restore(id: string, context: EditContext): Promise<CharacterState> {
    const { characterId, number, revision } = await this.rowOf(id);
    return this.edits.run(characterId, context, async (doc) => ({
      kind: 'restore',
      summary: `Go back to version ${number}`,
      diff: diffBetween(doc, await this.journal.at(characterId, revision)),
    }));
  }

  /** The page of a version for whoever rigs: its parts sheets, what differs, and the package. @throws LimberError `not-found` */
  async sheetPage(id: string, { signal }: Caller): Promise<string> {
    const row = await this.rowOf(id);
    const { packageName, packageBlob, number, note, createdAt } = row;
    const { character, checks } = row.manifest as Rig;
    const sheets = await this.once(`sheets of 2 ${packageBlob}`, () =>
      this.threads.run(handOffTasks, 'sheetsOf', { name: packageName, packageBlob }, { signal, seconds: LONG }),
    );
    return sheetPage({
      ...{ name: character.name, number, packageName, note, date: createdAt.toISOString().slice(0, 10) },
      failed: checks.filter(({ ok }) => !ok).map((check) => check.id),
      changes: row.changes as RigChange[],
      packagePath: `/api/handoffs/${id}/package.zip`,
      sheets: sheets.map(({ word, blob }) => ({ word, path: `/api/blobs/${blob}` })),
    });
  }

  /** What is worked out from a key, the first time it is asked for. */
  private async once<T>(key: string, work: () => Promise<T>): Promise<T> {
    const kept = (await this.derived.find<T>([key])).get(key);
    if (kept !== undefined) return kept;
    const made = await work();
    await this.derived.keep([[key, made]]);
    return made;
  }

  /** The height lines of all views. */
  private async heights(doc: CharacterDoc, signal: AbortSignal): Promise<Map<ViewId, Landmark[]>> {
    const measured = await this.turns.measures(doc, { signal });
    return new Map(measured.map(({ viewId, measure }) => [viewId, landmarks(doc, viewId, measure)]));
  }

  private async rowOf(id: string): Promise<HandOff> {
    const row = await HandOff.findByPk(id);
    if (!row) throw new LimberError('not-found', 'There is no such hand-off.');
    return row;
  }

  private async make(
    characterId: string,
    { options, note, viewIds }: PackageWish,
    tell: (share: number, doing: string) => void,
    signal: AbortSignal,
  ): Promise<object> {
    tell(0, 'Reading the pictures');
    // One moment's rows, and blobs that never change: whatever is edited meanwhile, the package is of this revision.
    const { doc, revision } = await readSnapshot(this.sequelize, characterId);
    const views: PackageOrder['views'] = [];
    const chosen = viewsOf(doc, viewIds);
    const heights = chosen.length > 1 && options.formats.includes('sheet') ? await this.heights(doc, signal) : null;
    for (const [at, { id: viewId }] of chosen.entries()) {
      const proof = await this.proofs.prove(doc, viewId, {
        signal,
        tell: (share, what) => tell((CHECKED * (at + share)) / chosen.length, what),
      });
      const derived = await this.sheets.ofView(doc, viewId, { signal });
      views.push({ viewId, proof, derived, heights: heights?.get(viewId) ?? [] });
    }
    const last = await HandOff.findOne({ where: { characterId }, order: [['number', 'DESC']] });
    const previous = last && { number: last.number, name: last.packageName, packageBlob: last.packageBlob };
    const number = (previous?.number ?? 0) + 1;
    const createdAt = `${new Date().toISOString().slice(0, 19)}Z`;
    const order = { doc, views, options, number, previous, createdAt, generatorVersion: VERSION };
    const made = await this.threads.run(handOffTasks, 'make', order, {
      signal,
      seconds: LONGEST,
      behind: true,
      large: true,
      tell: (share, doing) => tell(CHECKED + share * (0.97 - CHECKED), doing),
    });
    tell(0.97, 'Keeping the package');
    const id = randomUUID();
    await this.sequelize.transaction(async (transaction) => {
      await Character.findByPk(characterId, { transaction, lock: transaction.LOCK.UPDATE });
      await SnapshotRow.bulkCreate([{ characterId, revision, doc, createdAt: new Date() }], {
        ignoreDuplicates: true,
        transaction,
      });
      await HandOff.create(
        {
          id,
          characterId,
          number,
          revision,
          packageBlob: made.packageBlob,
          packageName: made.name,
          manifest: made.rig,
          options,
          note,
          changes: made.changes.entries,
          bytes: made.bytes,
          createdAt: new Date(createdAt),
        },
        { transaction },
      );
    });
    return { handOffId: id, number, name: made.name };
  }
}

/** The views that a package is to hold, as they are usually drawn. @throws LimberError `not-found`, `nothing-cut` */
function viewsOf(doc: CharacterDoc, viewIds: readonly ViewId[] | null): ViewRow[] {
  for (const id of viewIds ?? []) viewById(doc, id);
  const chosen = doc.views.filter(({ id }) => viewIds?.includes(id) ?? true);
  if (!doc.pieces.some(({ viewId }) => chosen.some(({ id }) => id === viewId)))
    throw new LimberError('nothing-cut', 'There is no piece to hand off yet.', 'Cut a part from the design first.');
  return chosen;
}
