import { planEntries, planOf, type CharacterDoc, type KnownPart, type NameTokens } from '@limber-sheaf/core';
import { toast } from 'sonner';
import { create } from 'zustand';
import { handWorker } from '../../workers/core';
import type { ProposalPicture } from '../../workers/proposal-tasks';
import { pieceOfTokens, sameTokens, tokensOf } from './parts';

interface ProposalState {
  working: boolean;
  parts: KnownPart[];
  picture: ProposalPicture | null;
  /** The shape under the pointer. */
  over: number | null;
}

const NONE: ProposalState = { working: false, parts: [], picture: null, over: null };

/** The proposal on the table: never saved, gone with the bench. */
export const proposalStore = create<ProposalState>(() => NONE);

/** Lays a proposal for all that is uncut on the table. */
export async function propose(doc: CharacterDoc, viewId: string): Promise<void> {
  const parts = planEntries(planOf(doc.character)).filter(
    (part) => !part.hidden && !pieceOfTokens(doc, viewId, tokensOf(part)),
  );
  proposalStore.setState({ ...NONE, working: true, parts });
  try {
    const picture = await handWorker().propose(doc, viewId, parts);
    // Dropped meanwhile: what was computed is not wanted any more.
    if (!proposalStore.getState().working) return;
    if (picture.shapes.length === 0) toast('Nothing is left uncut that could be proposed.');
    proposalStore.setState({ working: false, picture: picture.shapes.length > 0 ? picture : null });
  } catch {
    proposalStore.setState(NONE);
    toast.error('The proposal could not be made. Reload the page and try again.');
  }
}

export function dropProposal(): void {
  proposalStore.setState(NONE);
  void handWorker().dropProposal();
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

/** Gives a shape to a part, or lets it stay uncut. */
export async function giveShape(shape: number, tokens: NameTokens | null): Promise<void> {
  const picture = await handWorker().giveShape(shape, tokens ? indexOf(tokens) : null);
  proposalStore.setState({ picture });
}

export async function splitShape(line: number[]): Promise<void> {
  const answer = await handWorker().splitShape(line);
  if ('ok' in answer) toast.error(answer.sentence);
  else proposalStore.setState({ picture: answer });
}

/** What accepting would take: all parts, or only one of them. */
export async function acceptTargets(only: NameTokens | null): Promise<{ tokens: NameTokens; mask: unknown }[]> {
  const { parts } = proposalStore.getState();
  const wanted = only ? parts.findIndex((part) => sameTokens(part, only)) : null;
  if (wanted !== null && wanted < 0) return [];
  const masks = await handWorker().masks(wanted);
  return masks.map(({ part, mask }) => ({ tokens: tokensOf(parts[part]), mask }));
}
