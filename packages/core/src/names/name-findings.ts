import { drawOrder, partOf, pieceName } from '../document/family.js';
import { findPart } from '../document/find.js';
import { labelFor, nameFor, type NameTokens } from '../document/naming.js';
import { placeOf } from '../document/keys.js';
import type { CharacterDoc, PartId, PartRow, PieceId, ViewId } from '../document/rows.js';
import { planEntries, planOf } from '../plan/plan.js';
import { checkNames } from './check-names.js';
import { freeNumber } from './free-number.js';

/** Something about a view's names that is worth a look, with what would mend it. */
export interface NameFinding {
  kind: 'fault' | 'copy' | 'twin' | 'mirrored' | 'missing' | 'unplanned';
  sentence: string;
  pieceId: PieceId | null;
  /** What a part's name would be made of, were it taken. */
  mend: { partId: PartId; tokens: NameTokens } | null;
}

/** How programs call what they have copied, at the end of a name. */
const COPY = /[ _-]*\b(copy|kopie|copie|copia|duplicate)([ _-]*\d+)?$/i;

/** Finds what is wrong or odd with the names of a view, faults first. */
export function findInNames(doc: CharacterDoc, viewId: ViewId): NameFinding[] {
  const order = drawOrder(doc, viewId);
  const parts = order.map((piece) => partOf(doc, piece));
  const found: NameFinding[] = checkNames(parts, doc.character.scheme).map(({ at, sentence }) => ({
    ...{ kind: 'fault', sentence, pieceId: order[at].id, mend: null },
  }));
  for (const [at, part] of parts.entries()) {
    const tokens = withoutCopy(part);
    if (!tokens) continue;
    const mend = { partId: part.id, tokens: unlikeOthers(doc, part.id, tokens) };
    const name = nameFor(mend.tokens, doc.character.scheme);
    found.push({
      kind: 'copy',
      sentence: `${pieceName(doc, order[at])} is named as a copy. It could be ${name}.`,
      pieceId: order[at].id,
      mend,
    });
  }
  const seen = new Map<string, string>();
  for (const piece of order) {
    const picture = placeOf(piece.face).split(' ')[0];
    const twin = seen.get(picture);
    // A piece that does not show has a face of one clear pixel.
    const isShown = (piece.face?.area ?? 0) > 1;
    if (twin && isShown)
      found.push({
        kind: 'twin',
        sentence: `${pieceName(doc, piece)} has the very picture of ${twin}.`,
        pieceId: piece.id,
        mend: null,
      });
    if (isShown) seen.set(picture, pieceName(doc, piece));
  }
  if (doc.character.scheme.sides === 'left-right' && parts.some(({ side }) => side !== null))
    found.push({
      kind: 'mirrored',
      sentence: 'Left and right turn wrong as soon as the puppet is mirrored. Letters stay true.',
      pieceId: null,
      mend: null,
    });
  return [...found, ...againstThePlan(doc, viewId, parts)];
}

/** Planned parts without a piece, and pieces that no plan knows. */
function againstThePlan(doc: CharacterDoc, viewId: ViewId, parts: readonly PartRow[]): NameFinding[] {
  if (!doc.character.plan) return [];
  const planned = planEntries(planOf(doc.character));
  const lacking = planned.filter((entry) => {
    const part = findPart(doc, entry);
    return !part || !parts.some(({ id }) => id === part.id);
  });
  const isPlanned = (part: PartRow) => planned.some((entry) => findPart(doc, entry)?.id === part.id);
  const own = drawOrder(doc, viewId).filter((_, at) => !isPlanned(parts[at]) && parts[at].group !== 'shadow');
  return [
    ...(lacking.length > 0 ? [missing(lacking)] : []),
    ...own
      .filter(({ shadowOf }) => shadowOf === null)
      .map((piece): NameFinding => ({
        kind: 'unplanned',
        sentence: `${pieceName(doc, piece)} is not in the plan.`,
        pieceId: piece.id,
        mend: null,
      })),
  ];
}

function missing(lacking: readonly NameTokens[]): NameFinding {
  const words = lacking.map(labelFor).join(', ');
  const sentence =
    lacking.length === 1
      ? `The plan has ${words}, and no piece is that.`
      : `The plan has ${lacking.length} parts without a piece: ${words}.`;
  return { kind: 'missing', sentence, pieceId: null, mend: null };
}

function withoutCopy({ group, side, part, index }: PartRow): NameTokens | null {
  const [own, word] = [group, part].map((text) => (text && COPY.test(text) ? text.replace(COPY, '') : text));
  if ((own === group && word === part) || !own) return null;
  return { group: own, side, part: word || null, index };
}

/** Tokens as they are where no other part has them, or else with the first number that is free. */
function unlikeOthers(doc: CharacterDoc, partId: PartId, tokens: NameTokens): NameTokens {
  const twin = findPart(doc, tokens);
  return !twin || twin.id === partId ? tokens : (freeNumber(doc, tokens) ?? tokens);
}
