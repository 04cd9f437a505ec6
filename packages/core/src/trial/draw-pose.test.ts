import { composePiece } from '../document/compose-piece.js';
import { drawOrder } from '../document/family.js';
import { composite } from '../raster/composite.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { drawPose, poseImages, roomOfPoses } from './draw-pose.js';
import { REST_POSE, poseOf } from './pose.js';

const { doc, art } = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 }));
const canvas = { x: 0, y: 0, width: art.design.width, height: art.design.height };
const AS_DRAWN = { scale: 1, wears: [] };
const area = (data: ArrayLike<number>) => Array.from(data).reduce((sum, v, i) => sum + (i % 4 === 3 ? v : 0), 0) / 255;
test('at rest and as large as it is, a pose is drawn as the pieces lie, to the pixel', () => {
  const drawn = drawPose(doc, 'v', poseImages(doc, 'v', art, AS_DRAWN), REST_POSE, canvas);
  const images = drawOrder(doc, 'v').flatMap(({ id }) => {
    const sheets = art.pieces.get(id);
    return (sheets && composePiece(sheets)) ?? [];
  });
  expect(Buffer.from(drawn.data).equals(Buffer.from(composite(canvas.width, canvas.height, images).data))).toBe(true);
});

test('half as large, it covers a quarter; turned and moved, as much as it did, all of it in its room', () => {
  const small = poseImages(doc, 'v', art, { scale: 0.5, wears: [] });
  const whole = poseImages(doc, 'v', art, AS_DRAWN);
  const poses = [0, 35, -50].map((angle) => poseOf(doc, { j: angle }, { x: angle * 4, y: 60 }));
  const room = roomOfPoses(doc, 'v', small, poses);
  const [rest, ...bent] = poses.map((pose) => area(drawPose(doc, 'v', small, pose, room).data));
  expect(rest / (area(drawPose(doc, 'v', whole, REST_POSE, canvas).data) / 4)).toBeCloseTo(1, 1);
  for (const one of bent) expect(one / rest).toBeCloseTo(1, 0);
  // A narrower room cuts something off: it is no larger than it must be.
  const inner = { x: room.x + 40, y: room.y, width: room.width - 80, height: room.height };
  expect(Math.min(...poses.map((pose) => area(drawPose(doc, 'v', small, pose, inner).data)))).toBeLessThan(rest * 0.99);
});

test('without any piece there is an empty room', () => {
  const bare = { ...doc, pieces: [], joints: [] };
  const images = poseImages(bare, 'v', art, AS_DRAWN);
  expect(roomOfPoses(bare, 'v', images, [REST_POSE])).toMatchObject({ width: 1, height: 1 });
});
