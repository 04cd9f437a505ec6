// Sixty patches that hang together and turn: what a motion of a large character is drawn with.
import { SIDE } from './sixty-patches.js';

/** px; the radius of the joints between two patches. */
const RADIUS = 60;
/** Degrees that each patch is turned by on the one that it hangs from. */
const TURNED = 6;

/** Hangs each of sixty patches from its neighbour, puts a joint between the two, and keeps a pose in which all of them are turned. */
export async function setSixtyPatchesMoving(ask, characterId) {
  let { doc } = await ask('GET', `/characters/${characterId}`);
  const view = doc.views[0].id;
  const partAt = (n) => doc.parts.find(({ part }) => part === String(n));
  const pieceAt = (n) => doc.pieces.find(({ partId }) => partId === partAt(n).id);
  const pairs = Array.from({ length: 59 }, (_, at) => [at + 2, (at + 1) % 6 === 0 ? at - 4 : at + 1]);
  for (const [n, from] of pairs) {
    await ask('PATCH', `/parts/${partAt(n).id}/parent`, { parentId: partAt(from).id });
    const [piece, other] = [pieceAt(n).face, pieceAt(from).face];
    const middle = (a, b) => (a + b) / 2;
    const x = middle(Math.max(piece.x, other.x), Math.min(piece.x + piece.width, other.x + other.width));
    const y = middle(Math.max(piece.y, other.y), Math.min(piece.y + piece.height, other.y + other.height));
    const disc = { x, y, radius: RADIUS };
    ({ doc } = await ask('POST', `/views/${view}/joints`, {
      pieceId: pieceAt(n).id,
      otherId: pieceAt(from).id,
      disc,
      round: false,
    }));
  }
  const turned = pairs.map(([n]) => ({ partId: partAt(n).id, angle: n % 2 ? TURNED : -TURNED }));
  await ask('POST', `/characters/${characterId}/poses`, {
    name: 'All turned',
    turned,
    root: { x: SIDE / 100, y: 0 },
    drawingIds: [],
  });
}
