import {
  fitBetween,
  limbSilhouette,
  measureLine,
  withUsualLine,
  rehangJoints,
  derivedSheets,
  checkView,
  type CharacterDoc,
  type DerivedSheets,
  type PairFit,
  type PlacedBitmap,
  type Rehung,
  type Result,
  type ViewProof,
} from '@limber-sheaf/core';
import { encodeSheet, readArt } from './pictures.js';
import type { ArtFiles, SheetFile } from './art.js';

/** Fits a joint between two pieces, or takes the disc that was placed by hand and measures the line there. */
export async function fitTask(input: {
  doc: CharacterDoc;
  files: ArtFiles;
  childId: string;
  parentId: string;
  byHand: { x: number; y: number; radius: number } | null;
}): Promise<Result<PairFit>> {
  const art = await readArt(input.files);
  const { byHand, childId, parentId } = input;
  if (!byHand) return fitBetween(input.doc, childId, parentId, art);
  const faces = [childId, parentId].flatMap((id) => art.pieces.get(id)?.face ?? []) as PlacedBitmap[];
  const line = measureLine(art.design, limbSilhouette(faces, art.design), {
    ...byHand,
    radius: byHand.radius * 1.3 + 4,
  });
  const byMeasure = { lineWidth: line.width, lineColour: line.colour, confidence: 1 };
  return {
    ok: true,
    kind: 'hinge',
    discOn: 'both',
    ...byHand,
    contacts: [
      { x: byHand.x - byHand.radius, y: byHand.y },
      { x: byHand.x + byHand.radius, y: byHand.y },
    ],
    axis: 0,
    fillColour: line.fill,
    ...withUsualLine(byMeasure, art.design),
    confidence: 1,
  };
}

/** The sheets that follow from the rest, for some pieces and for those that settling touched, encoded. */
export async function deriveTask(input: {
  doc: CharacterDoc;
  viewId: string;
  files: ArtFiles;
  only: string[];
}): Promise<({ pieceId: string } & Record<keyof DerivedSheets, SheetFile | null>)[]> {
  const art = await readArt(input.files);
  const sheets = derivedSheets(input.doc, input.viewId, art, new Set(input.only));
  return Promise.all(
    [...sheets].map(async ([pieceId, { overlap, under, clean, line }]) => ({
      pieceId,
      overlap: overlap && (await encodeSheet(overlap)),
      under: under && (await encodeSheet(under)),
      clean: clean && (await encodeSheet(clean)),
      line: line && (await encodeSheet(line)),
    })),
  );
}

/** Makes all checks of a view. */
export async function checkTask(input: { doc: CharacterDoc; viewId: string; files: ArtFiles }): Promise<ViewProof> {
  return checkView(input.doc, input.viewId, await readArt(input.files));
}

/** Hangs a cut piece's joints on whichever of the two pieces now touches the other end. */
export async function rehangTask(input: {
  doc: CharacterDoc;
  files: ArtFiles;
  from: string;
  fresh: string;
}): Promise<Rehung> {
  const art = await readArt(input.files);
  const faces = new Map([...art.pieces].map(([id, { face }]) => [id, face]));
  return rehangJoints(input.doc, faces, input.from, input.fresh);
}
