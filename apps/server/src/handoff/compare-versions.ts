import { uniteRects, type Rect } from '@limber-sheaf/core';
import { compareRigs, restOf, sortedChanges, type ImageOf, type RigChange, type RigView } from '@limber-sheaf/formats';
import { keepBlob, readBlob } from '../threads/blobs.js';
import { encode } from '../threads/pictures.js';
import type { Tell } from '../threads/task.js';
import { readImages } from './read-package.js';

/** A version's package, as it is kept. */
export interface KeptVersion {
  name: string;
  packageBlob: string;
}

/** A difference, with where its piece lies on the canvas in either version. */
interface PlacedChange extends RigChange {
  place: Rect | null;
}

/** What differs between two versions, and how either looks at rest. */
export interface VersionsCompared {
  entries: PlacedChange[];
  views: {
    key: string;
    /** The larger canvas of the two. */
    width: number;
    height: number;
    /** Pictures as large as the canvas; null where a version has no such view. */
    before: string | null;
    after: string | null;
  }[];
}

/** Compares two packages by their own bytes. */
export async function compareVersions(
  { before, after }: { before: KeptVersion; after: KeptVersion },
  tell: Tell,
): Promise<VersionsCompared> {
  tell(0, 'Reading both versions');
  const [was, is] = await Promise.all(
    [before, after].map(async ({ name, packageBlob }) => readImages(await readBlob(packageBlob), name)),
  );
  tell(0.3, 'What differs');
  const entries = sortedChanges(compareRigs(was.rig, is.rig, was.imageOf, is.imageOf)).map((entry) => ({
    ...entry,
    place: placeOf(entry, was.rig.views, is.rig.views),
  }));
  const keys = [...new Set([...was.rig.views, ...is.rig.views].map(({ key }) => key))];
  const views: VersionsCompared['views'] = [];
  for (const [at, key] of keys.entries()) {
    tell(0.6 + (0.4 * at) / keys.length, 'Pictures of both');
    const [first, second] = [was, is].map(({ rig }) => rig.views.find((view) => view.key === key));
    views.push({
      key,
      width: Math.max(first?.canvas.width ?? 0, second?.canvas.width ?? 0),
      height: Math.max(first?.canvas.height ?? 0, second?.canvas.height ?? 0),
      before: first ? await atRest(first, was.imageOf) : null,
      after: second ? await atRest(second, is.imageOf) : null,
    });
  }
  return { entries, views };
}

/** Draws a view at rest, and keeps the picture. */
async function atRest(view: RigView, imageOf: ImageOf): Promise<string> {
  return keepBlob(await encode(restOf(view, imageOf), 1), 'image/png');
}

/** Where a change's piece lies, in whichever version has it. */
function placeOf({ view, piece }: RigChange, ...versions: (readonly RigView[])[]): Rect | null {
  const now = versions.at(-1)?.find(({ key }) => key === view);
  const id = now?.pieces.find(({ name }) => name === piece)?.id;
  const bounds = versions.flatMap((views) =>
    (views.find(({ key }) => key === view)?.pieces ?? [])
      .filter((one) => (id ? one.id === id : one.name === piece))
      .flatMap((one) => one.bounds ?? []),
  );
  return bounds.length > 0 ? bounds.reduce<Rect>(uniteRects, bounds[0]) : null;
}
