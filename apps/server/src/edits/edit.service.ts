import {
  LimberError,
  applyDiff,
  invertDiff,
  isEmptyDiff,
  joinDiffs,
  setSheets,
  type CharacterDoc,
  type DerivedSheets,
  type Diff,
  type Row,
  type SheetRef,
} from '@limber-sheaf/core';
import { Inject, Injectable } from '@nestjs/common';
import { Sequelize } from 'sequelize-typescript';
import type { Transaction } from 'sequelize';
import { BlobService } from '../blobs/blob.service.js';
import { Character, Edit } from '../data/models.js';
import { loadCharacter, saveDiff } from '../data/document-store.js';
import { ArtService, type SheetFile } from '../work/art.js';
import { WorkPool } from '../work/pool.js';
import { refOf } from '../work/pictures.js';
import { EventService } from './events.service.js';
import { piecesToDerive } from './pieces-to-derive.js';

/** Who edits, and which rows they saw. */
export interface EditContext {
  actor: string;
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
export type Planner = (doc: CharacterDoc, transaction: Transaction) => Promise<EditPlan> | EditPlan;

/** A character after an edit, as the bench gets it. */
export interface CharacterState {
  doc: CharacterDoc;
  revision: number;
  /** What undo would take back, and redo bring back; null for nothing. */
  undo: string | null;
  redo: string | null;
  /** The edit's summary, where this answers an edit, and what it left alone. */
  summary?: string;
  notes?: string[];
}

/** The journal: every change is one edit, made in one transaction, undone and redone from here. */
@Injectable()
export class EditService {
  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly blobs: BlobService,
    private readonly art: ArtService,
    private readonly pool: WorkPool,
    private readonly events: EventService,
  ) {}

  /** Makes an edit. @throws LimberError `stale` where rows it was made on have changed */
  async run(characterId: string, context: EditContext, plan: Planner): Promise<CharacterState> {
    const { summary, notes } = await this.sequelize.transaction(async (transaction) => {
      const { doc, revision } = await loadCharacter(characterId, transaction, true);
      refuseStale(doc, context.saw);
      const made = await plan(doc, transaction);
      const diff = await this.withDerived(doc, made.diff, transaction);
      if (isEmptyDiff(diff)) return made;
      await saveDiff(diff, transaction);
      await Edit.update(
        { state: 'dropped' },
        { where: { characterId, actor: context.actor, state: 'undone' }, transaction },
      );
      await Edit.create(
        {
          characterId,
          actor: context.actor,
          kind: made.kind,
          summary: made.summary,
          diff,
          state: 'done',
          createdAt: new Date(),
        },
        { transaction },
      );
      await Character.update({ revision: revision + 1 }, { where: { id: characterId }, transaction });
      return made;
    });
    return { ...(await this.announce(characterId, context.actor, summary)), notes };
  }

  /** Takes back the actor's last edit. @throws LimberError `nothing-to-undo`, `stale` */
  async undo(characterId: string, actor: string): Promise<CharacterState> {
    return this.step(characterId, actor, 'undo');
  }

  /** Brings back what the actor undid last. @throws LimberError `nothing-to-redo`, `stale` */
  async redo(characterId: string, actor: string): Promise<CharacterState> {
    return this.step(characterId, actor, 'redo');
  }

  /** A character with what can be undone. */
  async state(characterId: string, actor: string): Promise<CharacterState> {
    const [{ doc, revision }, undo, redo] = await Promise.all([
      loadCharacter(characterId),
      this.next(characterId, actor, 'undo'),
      this.next(characterId, actor, 'redo'),
    ]);
    return { doc, revision, undo: undo?.summary ?? null, redo: redo?.summary ?? null };
  }

  private next(
    characterId: string,
    actor: string,
    way: 'undo' | 'redo',
    transaction?: Transaction,
  ): Promise<Edit | null> {
    return Edit.findOne({
      where: { characterId, actor, state: way === 'undo' ? 'done' : 'undone' },
      order: [['id', way === 'undo' ? 'DESC' : 'ASC']],
      transaction,
    });
  }

  private async step(characterId: string, actor: string, way: 'undo' | 'redo'): Promise<CharacterState> {
    const summary = await this.sequelize.transaction(async (transaction) => {
      const { doc, revision } = await loadCharacter(characterId, transaction, true);
      const edit = await this.next(characterId, actor, way, transaction);
      if (!edit) throw new LimberError(`nothing-to-${way}`, `There is nothing to ${way}.`);
      const diff = rebased(doc, way === 'undo' ? invertDiff(edit.diff) : edit.diff, edit.summary, way);
      await saveDiff(diff, transaction);
      await edit.update({ state: way === 'undo' ? 'undone' : 'done' }, { transaction });
      await Character.update({ revision: revision + 1 }, { where: { id: characterId }, transaction });
      return `${way === 'undo' ? 'Undid' : 'Redid'}: ${edit.summary}`;
    });
    return this.announce(characterId, actor, summary);
  }

  private async announce(characterId: string, actor: string, summary: string): Promise<CharacterState> {
    const state = await this.state(characterId, actor);
    this.events.send({ characterId, kind: 'revision', value: state.revision, actor });
    return { ...state, summary };
  }

  /** Adds to a diff the sheets that it changes: overlap, under, clean and line follow from faces, draw order, joints and settings. */
  private async withDerived(doc: CharacterDoc, diff: Diff, transaction: Transaction): Promise<Diff> {
    const after = applyDiff(doc, diff);
    let whole = diff;
    for (const view of after.views) {
      const only = piecesToDerive(doc, after, view.id);
      if (only.length === 0) continue;
      const files = await this.art.ofView(after, view.id, transaction);
      const derived = await this.pool.run('derive', { doc: after, viewId: view.id, files, only });
      const sheets = new Map<string, Record<keyof DerivedSheets, SheetRef | null>>();
      for (const { pieceId, overlap, under, clean, line } of derived) {
        sheets.set(pieceId, {
          overlap: await this.keep(overlap, transaction),
          under: await this.keep(under, transaction),
          clean: await this.keep(clean, transaction),
          line: await this.keep(line, transaction),
        });
      }
      whole = joinDiffs(whole, setSheets(after, sheets));
    }
    return whole;
  }

  private async keep(sheet: SheetFile | null, transaction: Transaction): Promise<SheetRef | null> {
    if (!sheet) return null;
    await this.blobs.put(sheet.bytes, 'image/png', transaction);
    return refOf(sheet);
  }
}

function rowIn(doc: CharacterDoc, row: Row): Row | undefined {
  if (row.table === 'character') return doc.character;
  const lists: Record<Exclude<Row['table'], 'character'>, Row[]> = {
    view: doc.views,
    part: doc.parts,
    piece: doc.pieces,
    joint: doc.joints,
  };
  return lists[row.table].find((r) => r.id === row.id);
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
  const clash = (row: Row) =>
    new LimberError(
      'stale',
      `“${summary}” cannot be ${way === 'undo' ? 'undone' : 'redone'}: somebody has changed the same ${row.table} since.`,
      'Change it by hand instead.',
    );
  for (const row of diff.removed) {
    const now = rowIn(doc, row);
    if (!now || content(now, row) !== content(row)) throw clash(row);
  }
  for (const row of diff.added) if (rowIn(doc, row)) throw clash(row);
  const updated = diff.updated.map(([before, after]): [Row, Row] => {
    const now = rowIn(doc, before);
    if (!now || content(now, before) !== content(before)) throw clash(before);
    return [now, { ...after, version: now.version + 1 } as Row];
  });
  return { added: diff.added, removed: diff.removed, updated };
}

function refuseStale(doc: CharacterDoc, saw: Record<string, number> = {}): void {
  const all: Row[] = [doc.character, ...doc.views, ...doc.parts, ...doc.pieces, ...doc.joints];
  const changed = Object.entries(saw).filter(([id, version]) => all.find((row) => row.id === id)?.version !== version);
  if (changed.length === 0) return;
  throw new StaleEdit(changed.map(([id]) => all.find((row) => row.id === id) ?? null));
}

/** An edit made on rows that have changed since; carries them as they are now (null for gone). */
export class StaleEdit extends LimberError {
  constructor(readonly current: (Row | null)[]) {
    super(
      'stale',
      'Somebody has changed this in the meantime. The bench now shows it as it is; do it again if you still want to.',
    );
  }
}
