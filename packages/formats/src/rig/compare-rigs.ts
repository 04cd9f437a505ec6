import { composite, placedAt, type Bitmap, type PlacedBitmap } from '@limber-sheaf/core';
import type { ChangeKind, ChangeWeight, RigChange } from './changes.js';
import { compareSets } from './compare-sets.js';
import type { ImageOf } from './image-of.js';
import { pictureChange } from './picture-change.js';
import { isDrawn, type DrawnPiece, type Rig, type RigPiece, type RigView } from './rig.js';

/** px by which a pivot may move and whatever goes by it holds. */
const NEAR = 1;
/** px; less is a rounding. */
const STILL = 0.005;

/**
 * What differs between two versions of a character, each difference with its weight for whoever has rigged the first.
 * Pieces are matched by id, so that a rename is a rename.
 */
export function compareRigs(before: Rig, after: Rig, imageBefore: ImageOf, imageAfter: ImageOf): RigChange[] {
  const views = [...new Set([...before.views, ...after.views].map(({ key }) => key))];
  return views.flatMap((key) => {
    const [was, is] = [before, after].map((rig) => rig.views.find((view) => view.key === key) ?? null);
    return new ViewComparison(key, was, is, imageBefore, imageAfter).changes();
  });
}

/** One view of two versions; null where a version has none of it. */
class ViewComparison {
  private readonly found: RigChange[] = [];
  /** The view at rest in either version; drawn when it is first asked for. */
  private rests: readonly [PlacedBitmap, PlacedBitmap] | null = null;
  private readonly pairs: { was: RigPiece; is: RigPiece }[];

  constructor(
    private readonly key: string,
    private readonly was: RigView | null,
    private readonly is: RigView | null,
    private readonly imageBefore: ImageOf,
    private readonly imageAfter: ImageOf,
  ) {
    const earlier = new Map((was?.pieces ?? []).map((piece) => [piece.id, piece]));
    this.pairs = (is?.pieces ?? []).flatMap((piece) => {
      const old = earlier.get(piece.id);
      return old ? [{ was: old, is: piece }] : [];
    });
  }

  changes(): RigChange[] {
    this.comeAndGone();
    if (this.was && this.is) {
      this.canvas(this.was, this.is);
      for (const { was, is } of this.pairs) {
        this.family(was, is, this.was, this.is);
        this.joint(was, is);
        this.soft(was, is);
        if (isDrawn(was) && isDrawn(is)) this.picture(was, is, this.was, this.is);
      }
      this.order(this.was, this.is);
      this.orderChanges(this.was, this.is);
      this.found.push(...compareSets(this.was, this.is, this.imageBefore, this.imageAfter));
    }
    return this.found;
  }

  private say(
    weight: ChangeWeight,
    kind: ChangeKind,
    piece: string | null,
    sentence: string,
    [before, after]: readonly [unknown, unknown],
  ): void {
    this.found.push({ weight, kind, view: this.key, piece, sentence, before: before ?? null, after: after ?? null });
  }

  private comeAndGone(): void {
    const [kept, keptWas] = [new Set(this.pairs.map(({ is }) => is.id)), new Set(this.pairs.map(({ was }) => was.id))];
    for (const { id, name } of this.was?.pieces ?? [])
      if (!keptWas.has(id))
        this.say('breaks', 'piece-removed', name, `${name} is gone: what is built on it has nothing to show.`, [
          name,
          null,
        ]);
    // A piece of second pictures comes with the drawings that have them, which are told of as such.
    for (const { id, name } of (this.is?.pieces ?? []).filter(isDrawn))
      if (!kept.has(id)) this.say('check', 'piece-added', name, `${name} is new.`, [null, name]);
  }

  private canvas({ canvas: was }: RigView, { canvas: is }: RigView): void {
    if (was.width === is.width && was.height === is.height) return;
    const words = `${was.width} × ${was.height} px to ${is.width} × ${is.height} px`;
    this.say('breaks', 'canvas', null, `The canvas went from ${words}: every place on it is another.`, [was, is]);
  }

  private family(was: RigPiece, is: RigPiece, before: RigView, after: RigView): void {
    if (was.name !== is.name)
      this.say('breaks', 'piece-renamed', is.name, `${was.name} is named ${is.name} now.`, [was.name, is.name]);
    if (idOf(was.parent, before) === idOf(is.parent, after)) return;
    const words = `${is.name} hung from ${was.parent ?? 'nothing'} and hangs from ${is.parent ?? 'nothing'} now.`;
    this.say('breaks', 'parent', is.name, words, [was.parent, is.parent]);
  }

  private joint(was: RigPiece, is: RigPiece): void {
    const { name } = is;
    if (!was.joint && is.joint) return this.say('check', 'joint-added', name, `${name} turns now.`, [null, is.pivot]);
    if (was.joint && !is.joint)
      return this.say('breaks', 'joint-removed', name, `${name} does not turn any more.`, [was.pivot, null]);
    if (was.pivot && is.pivot) {
      const far = Math.hypot(is.pivot.x - was.pivot.x, is.pivot.y - was.pivot.y);
      const weight = far <= NEAR ? 'safe' : 'breaks';
      if (far > STILL)
        this.say(weight, 'pivot', name, `The pivot of ${name} moved by ${far.toFixed(1)} px.`, [was.pivot, is.pivot]);
    }
    if (!was.joint || !is.joint) return;
    const [low, high] = was.joint.range;
    const [from, to] = is.joint.range;
    if (low === from && high === to) return;
    const way = from <= low && to >= high ? 'is wider' : from >= low && to <= high ? 'is narrower' : 'is another';
    const words = `The range of ${name} ${way}: ${low}° to ${high}°, now ${from}° to ${to}°.`;
    this.say('check', 'range', name, words, [was.joint.range, is.joint.range]);
  }

  /** A line's points are what a soft piece is built on: they are weighed as its joint and its pivot are. */
  private soft({ soft: was }: RigPiece, { name, soft: is }: RigPiece): void {
    if (!was && is) return this.say('check', 'joint-added', name, `${name} bends along a line now.`, [null, is.line]);
    if (was && !is)
      return this.say('breaks', 'joint-removed', name, `${name} does not bend any more.`, [was.line, null]);
    if (!was || !is) return;
    const far = was.line.map(([x, y], i) => (is.line[i] ? Math.hypot(is.line[i][0] - x, is.line[i][1] - y) : Infinity));
    const most = was.line.length === is.line.length ? Math.max(...far) : Infinity;
    if (most <= STILL) return;
    const by = Number.isFinite(most) ? `moved by ${most.toFixed(1)} px` : 'has other points';
    this.say(most <= NEAR ? 'safe' : 'breaks', 'pivot', name, `The line of ${name} ${by}.`, [was.line, is.line]);
  }

  private picture(was: DrawnPiece, is: DrawnPiece, before: RigView, after: RigView): void {
    const { name } = is;
    if (JSON.stringify(was.bounds) !== JSON.stringify(is.bounds))
      this.say('check', 'bounds', name, `${name} takes another place on the canvas.`, [was.bounds, is.bounds]);
    if (was.sha256 === is.sha256) return;
    const [pictureWas, pictureIs] = [this.imageBefore(was.image), this.imageAfter(is.image)];
    if (!pictureWas || !pictureIs) return;
    const inFront = (view: RigView, piece: DrawnPiece, imageOf: ImageOf) =>
      view.pieces
        .slice(view.pieces.findIndex(({ id }) => id === piece.id) + 1)
        .filter(isDrawn)
        .flatMap((other) => {
          const { bounds, image } = other;
          const isNear = bounds.x < piece.bounds.x + piece.bounds.width && bounds.x + bounds.width > piece.bounds.x;
          const picture = isNear ? imageOf(image) : null;
          return picture ? [placed(picture, other)] : [];
        });
    this.rests ??= [restOf(before, this.imageBefore), restOf(after, this.imageAfter)];
    const [restWas, restIs] = this.rests;
    const { weight, kind, words } = pictureChange(
      { picture: placed(pictureWas, was), inFront: inFront(before, was, this.imageBefore), rest: restWas },
      { picture: placed(pictureIs, is), inFront: inFront(after, is, this.imageAfter), rest: restIs },
    );
    this.say(weight, kind, name, `${name} ${words}`, [was.sha256, is.sha256]);
  }

  private order(before: RigView, after: RigView): void {
    const both = new Map(this.pairs.map(({ was, is }) => [was.id, is]));
    const earlier = before.pieces.filter(({ id }) => both.has(id)).map(({ id }) => id);
    const later = after.pieces.filter(({ id }) => both.has(id)).map(({ id }) => id);
    const still = longestCommon(earlier, later);
    for (const id of later) {
      if (still.has(id)) continue;
      const name = both.get(id)?.name ?? '';
      const behind = after.pieces[after.pieces.findIndex((piece) => piece.id === id) - 1]?.name;
      const words = `${name} is drawn elsewhere: ${behind ? `directly in front of ${behind}` : 'at the very back'}.`;
      this.say('check', 'order', name, words, [earlier.indexOf(id), later.indexOf(id)]);
    }
  }

  private orderChanges(before: RigView, after: RigView): void {
    const sign = (view: RigView) =>
      new Map(
        view.orderChanges.map((change) => {
          const { turns, move, at, ...rest } = change;
          const ids = [turns, at, ...move].map((name) => idOf(name, view));
          return [JSON.stringify([ids, rest]), change];
        }),
      );
    const [was, is] = [sign(before), sign(after)];
    for (const [key, { turns, from, to, move, place, at }] of is) {
      if (was.has(key)) continue;
      const words = `While ${turns} stands between ${from}° and ${to}°, ${move.join(', ')} ${move.length === 1 ? 'is' : 'are'} drawn ${place === 'behind' ? 'behind' : 'in front of'} ${at}.`;
      this.say('check', 'order-change', turns, words, [null, is.get(key)]);
    }
    for (const [key, change] of was)
      if (!is.has(key))
        this.say(
          'check',
          'order-change',
          change.turns,
          `The order no longer changes with ${change.turns} between ${change.from}° and ${change.to}°.`,
          [change, null],
        );
  }
}

function placed(picture: Bitmap, { bounds: { x, y } }: Pick<DrawnPiece, 'bounds'>): PlacedBitmap {
  return placedAt(picture, x, y);
}

/** A version's view with nothing turned, as large as its canvas. */
export function restOf({ canvas, pieces }: RigView, imageOf: ImageOf): PlacedBitmap {
  const pictures = pieces.filter(isDrawn).flatMap((piece) => {
    const picture = imageOf(piece.image);
    return picture ? [placed(picture, piece)] : [];
  });
  return placedAt(composite(canvas.width, canvas.height, pictures), 0, 0);
}

/** What a name stands for in a view: the id of a piece or a handle. */
function idOf(name: string | null, { pieces, handles }: RigView): string | null {
  return name === null ? null : ([...pieces, ...handles].find((one) => one.name === name)?.id ?? null);
}

/** The longest run of ids that stand in the same order in both lists. */
function longestCommon(a: readonly string[], b: readonly string[]): Set<string> {
  const length = a.map(() => new Array<number>(b.length + 1).fill(0));
  length.push(new Array<number>(b.length + 1).fill(0));
  for (let i = a.length - 1; i >= 0; i--)
    for (let k = b.length - 1; k >= 0; k--)
      length[i][k] = a[i] === b[k] ? 1 + length[i + 1][k + 1] : Math.max(length[i + 1][k], length[i][k + 1]);
  const kept = new Set<string>();
  for (let i = 0, k = 0; i < a.length && k < b.length;) {
    if (a[i] === b[k]) {
      kept.add(a[i]);
      i++;
      k++;
    } else if (length[i + 1][k] >= length[i][k + 1]) i++;
    else k++;
  }
  return kept;
}
