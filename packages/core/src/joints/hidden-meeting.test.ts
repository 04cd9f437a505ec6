import { box, circle, draw, type Shape } from '../testing/drawing.js';
import { trimToPaint, type PlacedBitmap } from '../raster/bitmap.js';
import { hiddenMeeting } from './hidden-meeting.js';

const painted = (shape: Shape) => trimToPaint(draw(200, 300, [{ shape, colour: [90, 140, 80] }])) as PlacedBitmap;
const head = painted(circle(100, 60, 40));
const trunk = painted(box(60, 140, 140, 260));
const beard = painted(box(70, 95, 130, 160));

test('a head and a trunk that a beard parts meet halfway beneath it', () => {
  const found = hiddenMeeting(head, trunk, [beard]);
  expect(found?.x).toBeCloseTo(100, 0);
  // What is seen of the head ends at 100, and the trunk begins at 140.
  expect(Math.abs((found?.y ?? 0) - 120)).toBeLessThan(1.5);
  // No wider than what hides it.
  expect(found?.radius).toBeGreaterThan(15);
  expect(found?.radius).toBeLessThanOrEqual(30.5);
});

test('where air, or something behind both, lies between them, they do not meet', () => {
  expect(hiddenMeeting(head, trunk, [])).toBeNull();
  expect(hiddenMeeting(head, trunk, [painted(box(70, 110, 130, 130))])).toBeNull();
});

test('a thread between them hides no meeting', () => {
  expect(hiddenMeeting(head, trunk, [painted(box(99, 95, 101, 160))])).toBeNull();
});
