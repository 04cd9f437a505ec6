import { placedAt, type PlacedBitmap } from '@limber-sheaf/core';
import type { ChangeKind, ChangeWeight, RigChange } from './changes.js';
import type { ImageOf } from './image-of.js';
import { pictureChange } from './picture-change.js';
import type { RigDrawing, RigSwapSet, RigView } from './rig.js';

/** px; a seat that moved by less is a rounding. */
const STILL = 0.005;

/**
 * What differs between the swap sets of a view's two versions. A set is its piece's, and a drawing is known by its id: a set
 * that grows is safe, whatever a rig went by that is gone or named otherwise breaks it.
 */
export function compareSets(was: RigView, is: RigView, imageBefore: ImageOf, imageAfter: ImageOf): RigChange[] {
  const found: RigChange[] = [];
  const idOf = (view: RigView, set: RigSwapSet) => view.pieces.find(({ name }) => name === set.piece)?.id;
  const setsOf = (view: RigView) => new Map(view.swapSets.map((set) => [idOf(view, set), set]));
  const [before, after] = [setsOf(was), setsOf(is)];
  for (const id of new Set([...before.keys(), ...after.keys()])) {
    const [old, now] = [before.get(id), after.get(id)];
    const piece = (now ?? old)?.piece ?? null;
    const say = (weight: ChangeWeight, kind: ChangeKind, sentence: string, pair: readonly [unknown, unknown]) =>
      found.push({ weight, kind, view: is.key, piece, sentence, before: pair[0] ?? null, after: pair[1] ?? null });
    if (old && now && Math.hypot(now.seat.x - old.seat.x, now.seat.y - old.seat.y) > STILL)
      say('breaks', 'seat', `The seat of ${now.name} moved: its drawings sit elsewhere.`, [old.seat, now.seat]);
    const earlier = new Map((old?.drawings ?? []).map((drawing) => [drawing.id, drawing]));
    for (const drawing of now?.drawings ?? []) {
      const then = earlier.get(drawing.id);
      earlier.delete(drawing.id);
      // The default drawing is the piece's picture, which is told of as such.
      const isDefault = drawing.name === now?.default;
      if (!then) {
        if (!isDefault)
          say('safe', 'drawing-added', `${drawing.name} is a new drawing of ${piece}.`, [null, drawing.name]);
        continue;
      }
      if (then.name !== drawing.name)
        say('breaks', 'drawing-renamed', `${then.name} is named ${drawing.name} now.`, [then.name, drawing.name]);
      if (!isDefault && then.sha256 !== drawing.sha256) {
        const { weight, words } = drawingChange(placed(then, imageBefore), placed(drawing, imageAfter));
        say(weight, 'drawing-changed', `${drawing.name} ${words}`, [then.sha256, drawing.sha256]);
      }
      const pair = [then.over?.sha256 ?? null, drawing.over?.sha256 ?? null] as const;
      if (pair[0] === pair[1]) continue;
      const [weight, words] = !then.over
        ? (['safe', 'has a second picture now'] as const)
        : drawing.over
          ? (['check', 'has another second picture'] as const)
          : (['breaks', 'has no second picture any more'] as const);
      say(weight, 'drawing-changed', `${drawing.name} ${words}.`, pair);
    }
    for (const { name } of earlier.values())
      if (name !== old?.default || now)
        say('breaks', 'drawing-removed', `The drawing ${name} is gone: a rig that shows it has nothing to show.`, [
          name,
          null,
        ]);
  }
  return found;
}

function placed({ image, bounds }: RigDrawing, imageOf: ImageOf): PlacedBitmap | null {
  const picture = image === null ? null : imageOf(image);
  return picture && bounds ? placedAt(picture, bounds.x, bounds.y) : null;
}

function drawingChange(was: PlacedBitmap | null, is: PlacedBitmap | null): { weight: ChangeWeight; words: string } {
  if (!was || !is) return { weight: 'check', words: is ? 'was blank and is drawn now.' : 'is blank now.' };
  const { weight, words } = pictureChange(
    { picture: was, inFront: [], rest: was },
    { picture: is, inFront: [], rest: is },
  );
  return { weight, words };
}
