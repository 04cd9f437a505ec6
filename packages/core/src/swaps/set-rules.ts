import { DiffBuilder } from '../document/diff.js';
import type {
  CharacterDoc,
  Diff,
  DrawingId,
  DrawingRow,
  PartId,
  SwapSetId,
  SwapSetRow,
  ViewId,
} from '../document/rows.js';
import { LimberError } from '../errors.js';
import { withDefaults } from '../options.js';
import { defaultOf, drawingAt, drawingById, drawingsOf, inView, setById, setName } from './find-swaps.js';

/**
 * Links a set to another, whose drawings choose its own from then on, or says where second pictures are drawn. A set that is
 * linked has the other's chart.
 * @throws LimberError `bad-link`, `not-found`
 */
export function changeSetRules(
  doc: CharacterDoc,
  id: SwapSetId,
  rules: { linkedTo?: SwapSetId | null; overPartId?: PartId | null },
): Diff {
  const set = setById(doc, id);
  const { linkedTo, overPartId } = withDefaults({ linkedTo: set.linkedTo, overPartId: set.overPartId }, rules);
  if (overPartId && !doc.parts.some((part) => part.id === overPartId))
    throw new LimberError('not-found', 'That part is no longer there.');
  const diff = new DiffBuilder();
  const to = linkedTo && linkedTo !== set.linkedTo ? setById(doc, linkedTo) : null;
  if (to) link(doc, set, to, diff);
  diff.update(set, {
    ...(to && { shapes: [...to.shapes], moods: [...to.moods] }),
    linkedTo,
    overPartId: overPartId === set.partId ? null : overPartId,
  });
  return diff.build();
}

function link(doc: CharacterDoc, set: SwapSetRow, to: SwapSetRow, diff: DiffBuilder): void {
  const refuse = (sentence: string, mend?: string): never => {
    throw new LimberError('bad-link', sentence, mend);
  };
  const [name, other] = [setName(doc, set), setName(doc, to)];
  if (to.id === set.id) refuse(`${name} cannot be linked to itself.`);
  if (to.linkedTo) refuse(`${other} is linked to another set itself.`, 'Link both to that one.');
  if (linkedSets(doc, set).length > 0) refuse(`Other sets are linked to ${name}.`, `Link them to ${other} instead.`);
  const [own, its] = [defaultOf(doc, set), defaultOf(doc, to)];
  const isHeld = (one: DrawingRow) => to.shapes.some(({ key }) => key === one.shape) && to.moods.includes(one.mood);
  const others = drawingsOf(doc, set).filter(({ isDefault }) => !isDefault);
  const lost = others.find((one) => !isHeld(one) || (one.shape === its.shape && one.mood === its.mood));
  if (lost)
    refuse(
      `${name} has a drawing for ${lost.shape}, ${lost.mood}, for which ${other} has no place.`,
      'Move or delete it first.',
    );
  diff.update(own, { shape: its.shape, mood: its.mood });
}

/** The sets whose drawings a set chooses. */
export function linkedSets(doc: CharacterDoc, { id }: SwapSetRow): SwapSetRow[] {
  return doc.swapSets.filter(({ linkedTo }) => linkedTo === id);
}

/** The drawing of a set that goes with another set's: the one at the same place of the chart, or the default one. */
export function partnerOf(doc: CharacterDoc, set: SwapSetRow, drawing: DrawingRow): DrawingRow {
  return drawingAt(doc, set, drawing) ?? defaultOf(doc, set);
}

/** Some drawings with those that go with them in linked sets of which none was chosen. */
export function withPartners(doc: CharacterDoc, drawingIds: readonly DrawingId[]): DrawingId[] {
  const chosen = new Set(drawingIds.map((id) => drawingById(doc, id).setId));
  const partners = drawingIds.flatMap((id) => {
    const drawing = drawingById(doc, id);
    return linkedSets(doc, setById(doc, drawing.setId))
      .filter((set) => !chosen.has(set.id))
      .map((set) => partnerOf(doc, set, drawing).id);
  });
  return [...drawingIds, ...partners];
}

/** Places of its chart in a view at which a linked set has no drawing, but the other has, or the other way round. */
export function unlinkedOf(doc: CharacterDoc, set: SwapSetRow, viewId: ViewId): { shape: string; mood: string }[] {
  if (!set.linkedTo) return [];
  const cells = (of: SwapSetRow) =>
    drawingsOf(doc, of)
      .filter(({ id, isDefault }) => isDefault || inView(doc, id, viewId))
      .map(({ shape, mood }) => ({ shape, mood }));
  const [own, its] = [cells(set), cells(setById(doc, set.linkedTo))];
  const lacks = (of: typeof own, { shape, mood }: (typeof own)[number]) =>
    !of.some((one) => one.shape === shape && one.mood === mood);
  return [...its.filter((cell) => lacks(own, cell)), ...own.filter((cell) => lacks(its, cell))];
}
