import {
  SURE_OF_NAME,
  missingParts,
  sureOfPart,
  type KnownPart,
  type MaskRuns,
  type NameTokens,
} from '@limber-sheaf/core';
import { refuse, tell } from '../../ui/tell';
import { create } from 'zustand';
import type { BenchValue } from '../../bench/context';
import { keyOf } from '../../bench/worker';
import type { Tint } from '../../bench/worker/tint';
import { sameTokens, tokensOf } from '../../bench/parts';
import type { ProposalPicture } from './proposal-tasks';
import { proposalWorker } from './worker';

/** One correction of the proposal on the table. */
export type ProposalStep = { shapes: number[]; tokens: NameTokens | null } | { line: number[] };

interface ProposalState {
  working: boolean;
  parts: KnownPart[];
  picture: ProposalPicture | null;
  /** The shape under the pointer, and all that it reaches over. */
  over: number | null;
  extent: Tint | null;
  /** The shape in hand: stepped to, or clicked last. */
  at: number | null;
  /** The shapes that are being dragged across. */
  across: number[];
  /** Corrections that were made, and those that were taken back. */
  steps: ProposalStep[];
  undone: ProposalStep[];
  /** Names the faces that it was made for: where they change, it does not fit any more. */
  beneath: string;
}

const NONE: ProposalState = {
  working: false,
  parts: [],
  picture: null,
  over: null,
  extent: null,
  at: null,
  across: [],
  steps: [],
  undone: [],
  beneath: '',
};

/** The proposal on the table. Its corrections are steps of their own, and outlive a reload. */
export const proposalStore = create<ProposalState>(() => NONE);

const KEPT = 'limber-sheaf.proposal-steps';

/** The design and the faces of a view, as a proposal lies on them. */
function beneathOf({ doc, view }: Pick<BenchValue, 'doc' | 'view'>): string {
  const faces = doc.pieces.filter((p) => p.viewId === view.id).map(({ face }) => `${face.blob}@${face.x},${face.y}`);
  return [view.id, view.designBlob, ...faces.sort()].join();
}

function keep(): void {
  const { picture, beneath, steps } = proposalStore.getState();
  if (picture) sessionStorage.setItem(KEPT, JSON.stringify({ beneath, steps }));
  else sessionStorage.removeItem(KEPT);
}

/** Lays a proposal for all that is uncut on the table, with the corrections that are given. */
export async function propose(bench: BenchValue, steps: readonly ProposalStep[] = []): Promise<void> {
  const { doc, view } = bench;
  const beneath = beneathOf(bench);
  const parts = missingParts(doc, view.id);
  proposalStore.setState({ ...NONE, working: true, parts, beneath });
  try {
    let picture = await proposalWorker().propose(keyOf(bench), view.id, parts);
    // Dropped meanwhile: what was computed is not wanted any more.
    if (!proposalStore.getState().working) return;
    if (picture.shapes.length === 0) tell('Nothing is left uncut that could be proposed.');
    for (const step of steps) picture = (await take(step)) ?? picture;
    const found = picture.shapes.length > 0;
    proposalStore.setState({ working: false, picture: found ? picture : null, steps: [...steps] });
    keep();
  } catch {
    proposalStore.setState(NONE);
    refuse('The proposal could not be made. Reload the page and try again.');
  }
}

/** Lays the proposal back on the table that lay there before a reload, if the design is still as it was. */
export function restoreProposal(bench: BenchValue): void {
  const { working, picture } = proposalStore.getState();
  const kept = sessionStorage.getItem(KEPT);
  if (working || picture || !kept) return;
  const { beneath, steps } = JSON.parse(kept) as Pick<ProposalState, 'beneath' | 'steps'>;
  if (beneath === beneathOf(bench)) void propose(bench, steps);
  else sessionStorage.removeItem(KEPT);
}

/** Drops a proposal whose design or pieces have changed beneath it, and says so. */
export function dropIfChanged(bench: BenchValue): void {
  const { picture, beneath } = proposalStore.getState();
  if (!picture || beneath === beneathOf(bench)) return;
  dropProposal();
  tell('What is cut has changed beneath the proposal: it was put away. Propose again for what is left.');
}

export function dropProposal(): void {
  proposalStore.setState(NONE);
  keep();
  void proposalWorker().dropProposal();
}

/** Index of a part among those proposed; a part that is not there yet is added. */
function indexOf(tokens: NameTokens): number {
  const { parts } = proposalStore.getState();
  const at = parts.findIndex((part) => sameTokens(part, tokens));
  if (at >= 0) return at;
  const own: KnownPart = {
    ...tokensOf(tokens),
    heading: 'Your own',
    parents: [],
    range: [-30, 30],
    joint: null,
    rank: 50,
    hidden: false,
    worn: false,
    place: null,
  };
  proposalStore.setState({ parts: [...parts, own] });
  return parts.length;
}

/** Makes a correction in the worker; null where it is refused, which is said. */
async function take(step: ProposalStep): Promise<ProposalPicture | null> {
  if ('shapes' in step) return proposalWorker().giveShapes(step.shapes, step.tokens ? indexOf(step.tokens) : null);
  const answer = await proposalWorker().splitShape(step.line);
  if (!('ok' in answer)) return answer;
  refuse(answer.sentence);
  return null;
}

async function correct(step: ProposalStep): Promise<void> {
  const picture = await take(step);
  if (!picture) return;
  proposalStore.setState(({ steps }) => ({ picture, steps: [...steps, step], undone: [] }));
  keep();
}

/** Gives shapes to a part, or lets them stay uncut, as one step. */
export const giveShapes = (shapes: number[], tokens: NameTokens | null) => correct({ shapes, tokens });

/** Splits the shape that a line crosses. */
export const splitShape = (line: number[]) => correct({ line });

/** Takes back the last correction, or brings back what was taken back; false where there is none. */
export function stepProposal(way: 'undo' | 'redo', bench: BenchValue): boolean {
  const { picture, working, steps, undone } = proposalStore.getState();
  if (working) return true;
  const moved = way === 'undo' ? steps.at(-1) : undone.at(-1);
  if (!picture || !moved) return false;
  const next = way === 'undo' ? steps.slice(0, -1) : [...steps, moved];
  const rest = way === 'undo' ? [...undone, moved] : undone.slice(0, -1);
  void propose(bench, next).then(() => proposalStore.setState({ undone: rest }));
  return true;
}

/** The parts that are proposed, by index: those whose names are sure, and the others. */
export function proposedParts({ shapes }: Pick<ProposalPicture, 'shapes'>): { sure: number[]; unsure: number[] } {
  const parts = [...new Set(shapes.flatMap(({ part }) => (part === null ? [] : [part])))];
  const isSure = (part: number) => sureOfPart(shapes, part) >= SURE_OF_NAME;
  return { sure: parts.filter(isSure), unsure: parts.filter((part) => !isSure(part)) };
}

/** The shapes without a part, the largest first. */
export function unnamedShapes({ shapes }: Pick<ProposalPicture, 'shapes'>): number[] {
  const unnamed = shapes.flatMap(({ part }, at) => (part === null ? [at] : []));
  return unnamed.sort((a, b) => shapes[b].area - shapes[a].area);
}

/** What accepting some parts would take, by index. */
export async function acceptTargets(wanted: readonly number[]): Promise<{ tokens: NameTokens; mask: MaskRuns }[]> {
  const { parts } = proposalStore.getState();
  const masks = await proposalWorker().masks(wanted);
  return masks.map(({ part, mask }) => ({ tokens: tokensOf(parts[part]), mask }));
}
