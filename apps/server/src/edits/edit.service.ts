import {
  LimberError,
  allRows,
  applyDiff,
  invertDiff,
  isEmptyDiff,
  joinDiffs,
  pieceById,
  pieceName,
  rowIndex,
  type CharacterDoc,
  type Diff,
  type Row,
  type SheetRef,
} from '@limber-sheaf/core';
import { Inject, Injectable } from '@nestjs/common';
import { Mutex } from 'async-mutex';
import { LRUCache } from 'lru-cache';
import { Sequelize } from 'sequelize-typescript';
import type { Transaction } from 'sequelize';
import { Character, Edit, SnapshotRow } from '../data/models.js';
import { loadCharacter, readSnapshot, saveDiff, type Snapshot } from '../data/document-store.js';
import { SheetsService } from '../derived/sheets.service.js';
import type { Caller } from '../http/caller.js';
import type { DerivedOfView } from '../threads/pictures.js';
import { taskFile } from '../threads/task.js';
import { Threads } from '../threads/threads.js';
import { EventService } from './events.service.js';
import { JournalService } from './journal.service.js';

const tasks = taskFile<typeof import('./edits.tasks.js')>(new URL('./edits.tasks.js', import.meta.url));

/** Who edits, and which rows they saw. */
export interface EditContext extends Caller {
  /** Versions of the rows that the edit was made on; refused where they have changed since. */
  saw?: Record<string, number>;
}

/** What an edit does. */
export interface EditPlan {
  kind: string;
  /** In the user's words: "cut lower arm A". */
  summary: string;
  diff: Diff;
  /** What was left alone, and why. */
  notes?: string[];
}

/** Makes one edit's plan from the character as it is now. */
export type Planner = (doc: CharacterDoc) => Promise<EditPlan> | EditPlan;

/** What follows from an edit in rows, and is part of it: drawings that were made of what it changed; null for nothing. */
export type Follower = (doc: CharacterDoc, sheets: DerivedOfView, context: Caller) => Promise<Diff | null>;

/** How an edit is made. */
export interface EditOptions {
  /** The rows that the plan depends on: where they have changed meanwhile, it is made again. All of them by default. */
  reads?: (doc: CharacterDoc) => readonly (Row | undefined)[];
}

/** A character after an edit, as the bench gets it. */
export interface CharacterState {
  doc: CharacterDoc;
  /** What follows from the rows, by piece. */
  sheets: DerivedOfView;
  revision: number;
  /** What undo would take back, and redo bring back; null for nothing. */
  undo: string | null;
  redo: string | null;
  /** The edit's summary, where this answers an edit, and what it left alone. */
  summary?: string;
  notes?: string[];
}

/** Revisions from one kept snapshot of the rows to the next. */
const SNAPSHOT_EVERY = 200;
/** How often a plan is made again because somebody else was quicker. */
const TRIES = 2;

/** The journal's line for an edit, without what the transaction knows. */
type Line = Pick<EditPlan, 'kind' | 'summary' | 'diff'> & { way: Edit['way']; originId: string | null };

/** Edits: computed outside any lock, written in one short transaction, journalled for good. */
@Injectable()
export class EditService {
  /** Edits of one character take turns here, in two lanes, so that they do not make each other start again. */
  private readonly turns = new LRUCache<string, Mutex>({ max: 500 });

  private readonly followers: Follower[] = [];

  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly sheets: SheetsService,
    private readonly threads: Threads,
    private readonly journal: JournalService,
    private readonly events: EventService,
  ) {}

  /** Lets something follow from every edit. */
  followWith(follower: Follower): void {
    this.followers.push(follower);
  }

  /** Makes an edit. @throws LimberError `stale` where rows it was made on have changed */
  async run(
    characterId: string,
    context: EditContext,
    plan: Planner,
    { reads }: EditOptions = {},
  ): Promise<CharacterState> {
    const work = () => this.attempt(characterId, context, plan, reads ?? allRows);
    // One that reads a few rows is quickly done, and does not wait for those that compute.
    const turn = this.turnOf(characterId, reads ? 'quick' : 'long');
    const { summary, notes, doc } = await turn.runExclusive(work);
    return { ...(await this.announce(characterId, context, doc, summary)), notes };
  }

  /**
   * Makes the last edit anew: what it did is taken back, and the new plan is made on what was before, all at once.
   * @param revision the one that the edit made; anything done since ends the adjusting
   * @throws LimberError `stale` where it is not the newest, or not the caller's own
   */
  async replace(characterId: string, context: EditContext, revision: number, plan: Planner): Promise<CharacterState> {
    const { summary, notes, doc } = await this.turnOf(characterId, 'long').runExclusive(async () => {
      const { actor, signal } = context;
      const before = await readSnapshot(this.sequelize, characterId);
      const last = await Edit.findOne({ where: { characterId, revision } });
      const late = () => new StaleEdit([]);
      if (!last || before.revision !== revision || last.actor !== actor || last.way === 'undo') throw late();
      const { kind, id } = last;
      const back = rebased(before.doc, invertDiff(last.diff), last.summary, 'undo');
      const base = applyDiff(before.doc, back);
      const planned = await plan(base);
      const made = { ...planned, diff: await this.followed(base, planned.diff, context, before.doc) };
      signal?.throwIfAborted();
      return this.sequelize.transaction(async (transaction) => {
        const now = await loadCharacter(characterId, transaction, true);
        if (now.revision !== revision) throw late();
        const undo: Line = { kind, summary: last.summary, diff: back, way: 'undo', originId: last.originId ?? id };
        const undone = await this.write(characterId, actor, now, undo, transaction);
        const line: Line = { kind: made.kind, summary: made.summary, diff: made.diff, way: 'do', originId: null };
        const snapshot = { doc: undone, revision: revision + 1 };
        return { ...made, doc: await this.write(characterId, actor, snapshot, line, transaction) };
      });
    });
    return { ...(await this.announce(characterId, context, doc, summary)), notes };
  }

  /** Takes back the actor's last edit. @throws LimberError `nothing-to-undo`, `stale` */
  undo(characterId: string, caller: Caller): Promise<CharacterState> {
    return this.step(characterId, caller, 'undo');
  }

  /** Brings back what the actor undid last. @throws LimberError `nothing-to-redo`, `stale` */
  redo(characterId: string, caller: Caller): Promise<CharacterState> {
    return this.step(characterId, caller, 'redo');
  }

  /** A character with what can be undone, and what follows from its rows. */
  async state(characterId: string, caller: Caller): Promise<CharacterState> {
    return this.describe(characterId, caller, await readSnapshot(this.sequelize, characterId));
  }

  private turnOf(characterId: string, lane: 'quick' | 'long'): Mutex {
    const turn = this.turns.get(`${characterId} ${lane}`) ?? new Mutex();
    this.turns.set(`${characterId} ${lane}`, turn);
    return turn;
  }

  private async attempt(
    characterId: string,
    context: EditContext,
    plan: Planner,
    reads: (doc: CharacterDoc) => readonly (Row | undefined)[],
  ): Promise<EditPlan & { doc: CharacterDoc }> {
    const { actor, saw, signal } = context;
    for (let tries = 1; ; tries++) {
      const before = await readSnapshot(this.sequelize, characterId);
      refuseStale(before.doc, saw);
      const planned = await plan(before.doc);
      if (isEmptyDiff(planned.diff)) return { ...planned, doc: before.doc };
      const made = { ...planned, diff: await this.followed(before.doc, planned.diff, context, before.doc) };
      signal?.throwIfAborted();
      const line: Line = { kind: made.kind, summary: made.summary, diff: made.diff, way: 'do', originId: null };
      const done = await this.sequelize.transaction(async (transaction) => {
        const now = await loadCharacter(characterId, transaction, true);
        if (now.revision === before.revision) return this.write(characterId, actor, now, line, transaction);
        const touched = [...made.diff.removed, ...made.diff.updated.map(([row]) => row)];
        const index = rowIndex(now.doc);
        const same =
          versionsOf(reads(before.doc)) === versionsOf(reads(now.doc)) &&
          touched.every((row) => index.get(row.id)?.version === row.version);
        if (same) return this.write(characterId, actor, now, line, transaction);
        if (tries < TRIES) return null;
        throw new StaleEdit(touched.map((row) => index.get(row.id) ?? null));
      });
      if (done) return { ...made, doc: done };
    }
  }

  /**
   * An edit with what follows from it, once all that is derived from its rows is there.
   * @param settled the character whose derived sheets are there
   */
  private async followed(base: CharacterDoc, diff: Diff, caller: Caller, settled: CharacterDoc): Promise<Diff> {
    const doc = applyDiff(base, diff);
    const sheets = await this.sheets.ofCharacter(doc, { signal: caller.signal, before: settled });
    let whole = diff;
    for (const follow of this.followers) {
      const more = await follow(doc, sheets, caller);
      if (more) whole = joinDiffs(whole, more);
    }
    return whole;
  }

  /** Writes an edit's rows, its line, and now and then a snapshot. */
  private async write(
    characterId: string,
    actor: string,
    { doc, revision }: Snapshot,
    line: Line,
    transaction: Transaction,
  ): Promise<CharacterDoc> {
    const next = revision + 1;
    await saveDiff(line.diff, transaction);
    await Edit.create({ ...line, characterId, actor, revision: next, createdAt: new Date() }, { transaction });
    await Character.update({ revision: next }, { where: { id: characterId }, transaction });
    const after = applyDiff(doc, line.diff);
    if (next % SNAPSHOT_EVERY === 0)
      await SnapshotRow.create({ characterId, revision: next, doc: after, createdAt: new Date() }, { transaction });
    return after;
  }

  private async step(characterId: string, caller: Caller, way: 'undo' | 'redo'): Promise<CharacterState> {
    const { doc, summary } = await this.turnOf(characterId, 'long').runExclusive(async () => {
      const line = (await this.journal.heads(characterId, caller.actor))[way];
      if (!line) throw new LimberError(`nothing-to-${way}`, `There is nothing to ${way}.`);
      const origin = await this.journal.edit(line.originId);
      const wanted = way === 'undo' ? invertDiff(origin.diff) : origin.diff;
      const before = await readSnapshot(this.sequelize, characterId);
      const planned = rebased(before.doc, wanted, origin.summary, way);
      await this.refuseSharedPixels(before.doc, planned, origin.summary, way);
      await this.sheets.ofCharacter(applyDiff(before.doc, planned), { signal: caller.signal, before: before.doc });
      return this.sequelize.transaction(async (transaction) => {
        const now = await loadCharacter(characterId, transaction, true);
        const diff = now.revision === before.revision ? planned : rebased(now.doc, wanted, origin.summary, way);
        if (now.revision !== before.revision) await this.refuseSharedPixels(now.doc, diff, origin.summary, way);
        const { kind } = origin;
        const entry: Line = { kind, summary: origin.summary, diff, way, originId: origin.id };
        const after = await this.write(characterId, caller.actor, now, entry, transaction);
        return { doc: after, summary: `${way === 'undo' ? 'Undid' : 'Redid'}: ${origin.summary}` };
      });
    });
    return this.announce(characterId, caller, doc, summary);
  }

  /** A pixel that somebody else has taken since cannot come back to the piece that had it. @throws LimberError `stale` */
  private async refuseSharedPixels(
    doc: CharacterDoc,
    diff: Diff,
    summary: string,
    way: 'undo' | 'redo',
  ): Promise<void> {
    const after = applyDiff(doc, diff);
    const faces = new Map(doc.pieces.map((piece) => [piece.id, piece.face]));
    for (const view of after.views) {
      const changed = after.pieces.filter(
        ({ id, viewId, face }) => viewId === view.id && !samePlace(face, faces.get(id)),
      );
      if (changed.length === 0) continue;
      const found = await this.threads.run(tasks, 'sharedPixels', {
        doc: after,
        viewId: view.id,
        changed: changed.map(({ id }) => id),
      });
      if (!found) continue;
      const [one, other] = found.map((id) => pieceName(after, pieceById(after, id)));
      throw new LimberError(
        'stale',
        `“${summary}” cannot be ${way === 'undo' ? 'undone' : 'redone'}: ${one} and ${other} would both have the same pixels.`,
        'Give them back from one of the two first.',
      );
    }
  }

  private async announce(
    characterId: string,
    caller: Caller,
    doc: CharacterDoc,
    summary: string,
  ): Promise<CharacterState> {
    const { revision } = (await Character.findByPk(characterId, { attributes: ['revision'] })) ?? { revision: 0 };
    const state = await this.describe(characterId, caller, { doc, revision });
    await this.events.send({ characterId, kind: 'revision', value: revision, actor: caller.actor });
    return { ...state, summary };
  }

  private async describe(
    characterId: string,
    { actor, signal }: Caller,
    { doc, revision }: Snapshot,
  ): Promise<CharacterState> {
    const [sheets, { undo, redo }] = await Promise.all([
      this.sheets.ofCharacter(doc, { signal }),
      this.journal.heads(characterId, actor),
    ]);
    return { doc, sheets, revision, undo: undo?.summary ?? null, redo: redo?.summary ?? null };
  }
}

function samePlace(a: SheetRef, b: SheetRef | undefined): boolean {
  return a.blob === b?.blob && a.x === b.x && a.y === b.y;
}

function versionsOf(rows: readonly (Row | undefined)[]): string {
  return rows.map((row) => (row ? `${row.id} ${row.version}` : '')).join();
}

/** A row's content in a fixed order of keys; only the keys of `like`, since an older journal knows fewer. */
const content = (row: Row, like: Row = row) =>
  JSON.stringify(
    Object.keys(like)
      .filter((key) => key !== 'version')
      .sort()
      .map((key) => [key, (row as unknown as Record<string, unknown>)[key] ?? null]),
  );

/** The diff set on the rows as they are now. @throws LimberError `stale` where one of them has changed since */
function rebased(doc: CharacterDoc, diff: Diff, summary: string, way: 'undo' | 'redo'): Diff {
  const index = rowIndex(doc);
  const clash = (row: Row) =>
    new LimberError(
      'stale',
      `“${summary}” cannot be ${way === 'undo' ? 'undone' : 'redone'}: somebody has changed the same ${row.table} since.`,
      'Change it by hand instead.',
    );
  for (const row of diff.removed) {
    const now = index.get(row.id);
    if (!now || content(now, row) !== content(row)) throw clash(row);
  }
  for (const row of diff.added) if (index.has(row.id)) throw clash(row);
  const updated = diff.updated.map(([before, after]): [Row, Row] => {
    const now = index.get(before.id);
    if (!now || content(now, before) !== content(before)) throw clash(before);
    return [now, { ...after, version: now.version + 1 }];
  });
  return { added: diff.added, removed: diff.removed, updated };
}

function refuseStale(doc: CharacterDoc, saw: Record<string, number> = {}): void {
  const index = rowIndex(doc);
  const changed = Object.entries(saw).filter(([id, version]) => index.get(id)?.version !== version);
  if (changed.length > 0) throw new StaleEdit(changed.map(([id]) => index.get(id) ?? null));
}

/** An edit made on rows that have changed since; carries them as they are now (null for gone). */
class StaleEdit extends LimberError {
  constructor(readonly current: (Row | null)[]) {
    super(
      'stale',
      'Somebody has changed this in the meantime. The bench now shows it as it is; do it again if you still want to.',
    );
  }
}
