import {
  LimberError,
  drawPose,
  faultsInMotion,
  jointToBend,
  motionFrames,
  composePiece,
  pieceById,
  pieceName,
  poseImages,
  proposeSoftLine,
  roomOfPoses,
  viewById,
  wornOver,
  type CharacterDoc,
  type DrawingId,
  type LineScene,
  type MotionFaults,
  type MotionKey,
  type PlacedBitmap,
  type PieceId,
  type PoseImages,
  type SoftLine,
  type ViewId,
} from '@limber-sheaf/core';
import sharp from 'sharp';
import { movingFile, pageDelays, type MovingFormat } from '../files/moving-pages.js';
import { LETTER, SOFT, onPaper, wordsPath } from '../files/on-paper.js';
import { keepBlob } from '../threads/blobs.js';
import { readArt, readArtWithDrawings, type DerivedOfView } from '../threads/pictures.js';
import { task } from '../threads/task.js';

/** What a picture of a motion is made from. */
export interface TrialOrder {
  doc: CharacterDoc;
  viewId: ViewId;
  derived: DerivedOfView;
  motion: MotionKey;
  fps: 12 | 24 | 30;
  amount: number;
  late: boolean;
  says: LineScene[];
  /** px that the figure is high, at rest. */
  tall: number;
  as: MovingFormat | 'stills';
  wears: DrawingId[];
  /** Told beneath: name, motion, version. */
  caption: string;
}

/** A picture of a motion that is kept. */
export interface TrialPicture {
  blob: string;
  width: number;
  height: number;
  /** The ending of its file's name. */
  ending: string;
}

/** px: free round the figure, and the size of the words beneath it. */
const MARGIN = 16;
const WORDS = 14;
/** Stills of a motion that stand side by side, at most. */
const STILLS = 8;
/** Pixels of all pages together, at most. */
const MOST_PIXELS = 60_000_000;

/** Draws a motion as a file that moves, or some of its frames side by side; on paper, with what it shows beneath. */
export const show = task(async (order: TrialOrder, tell): Promise<TrialPicture> => {
  const { doc, viewId, derived, motion, fps, tall, as, wears, caption } = order;
  const { poses, wears: changing } = motionFrames(doc, viewId, motion, order);
  if (poses.length === 0)
    throw new LimberError('nothing-there', 'This view lacks what the motion needs.', 'Try another one.');
  tell(0.05, 'Reading the pieces');
  const art = await readArtWithDrawings(doc, viewId, derived);
  const scale = Math.min(1, tall / viewById(doc, viewId).height);
  const made = new Map<string, PoseImages>();
  const imagesAt = (at: number): PoseImages => {
    const worn = wornOver(doc, wears, changing[at]);
    const images = made.get(worn.join()) ?? poseImages(doc, viewId, art, { scale, wears: worn });
    made.set(worn.join(), images);
    return images;
  };
  const room = roomOfPoses(doc, viewId, imagesAt(0), poses);
  const stride = as === 'stills' ? Math.ceil(poses.length / STILLS) : 1;
  const shown = poses.flatMap((pose, at) => (at % stride === 0 ? [{ pose, at }] : []));
  if (room.width * room.height * shown.length > MOST_PIXELS)
    throw new LimberError(
      'too-large',
      'That would be too large a picture.',
      'Choose a smaller one, or fewer frames a second.',
    );
  const frames: PlacedBitmap[] = [];
  for (const { pose, at } of shown) {
    tell(0.1 + (0.7 * at) / poses.length, 'Drawing the frames');
    frames.push(drawPose(doc, viewId, imagesAt(at), pose, room));
  }
  tell(0.85, 'Putting them together');
  const pages =
    as === 'stills' ? [await page(frames, caption)] : await Promise.all(frames.map((one) => page([one], caption)));
  const size = await sharp(pages[0]).metadata();
  const delay = pageDelays(
    poses.map(() => 1),
    fps,
  );
  const bytes = as === 'stills' ? pages[0] : await movingFile(pages, delay, as);
  const ending = as === 'stills' ? 'png' : as;
  return {
    blob: await keepBlob(new Uint8Array(bytes), `image/${ending}`),
    width: size.width,
    height: size.height,
    ending,
  };
});

/** Frames side by side on paper, with words beneath. PNG. */
async function page(frames: readonly PlacedBitmap[], caption: string): Promise<Buffer> {
  const [{ width, height }] = frames;
  const wide = Math.max(frames.length * width, Math.ceil(caption.length * WORDS * LETTER)) + 2 * MARGIN;
  const left = Math.round((wide - frames.length * width) / 2);
  const pictures = await Promise.all(
    frames.map(async (frame, at) => ({
      input: await sharp(frame.data, { raw: { width, height, channels: 4 } })
        .png({ compressionLevel: 0 })
        .toBuffer(),
      left: left + at * width,
      top: MARGIN,
    })),
  );
  const words = wordsPath(caption, MARGIN, height + MARGIN + 2 * WORDS, WORDS, SOFT);
  const size = { width: wide, height: height + 2 * MARGIN + 2 * WORDS };
  return Buffer.from(await onPaper(size, pictures, [words]));
}

/** What the pictures of a motion tell that is wrong. */
export const faults = task(
  async (order: Omit<TrialOrder, 'tall' | 'as' | 'wears' | 'caption'>, tell): Promise<MotionFaults> => {
    const { doc, viewId, derived, motion } = order;
    const art = await readArt(doc, viewId, derived);
    const frames = motionFrames(doc, viewId, motion, order);
    return faultsInMotion(doc, viewId, art, frames, (done) => tell(done, 'Looking for bare places'));
  },
);

/** Proposes the line that a piece bends along, from its joint to its tip. */
export const line = task(
  async ({
    doc,
    pieceId,
    derived,
  }: {
    doc: CharacterDoc;
    pieceId: PieceId;
    derived: DerivedOfView;
  }): Promise<SoftLine> => {
    const piece = pieceById(doc, pieceId);
    const pivot = jointToBend(doc, pieceId);
    const art = await readArt(doc, piece.viewId, derived, new Set([pieceId]));
    const sheets = art.pieces.get(pieceId);
    const image = sheets && composePiece(sheets);
    const proposed = image && proposeSoftLine(image, pivot);
    if (!proposed)
      throw new LimberError('not-soft', `${pieceName(doc, piece)} is too short to bend.`, 'Choose a longer piece.');
    return proposed;
  },
);
