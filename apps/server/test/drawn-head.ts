import type { CharacterDoc } from '@limber-sheaf/core';
import { encodePng } from '@limber-sheaf/formats';
import { call, design, runsOf, type Running, type State } from './server-under-test';

const [WIDTH, HEIGHT] = [240, 240];
const SKIN = [232, 178, 140, 255];
const INK = [40, 30, 36, 255];

/** A picture painted by a function of the place. */
export function paint(
  width: number,
  height: number,
  colourAt: (x: number, y: number) => readonly number[] | null,
): Uint8Array {
  const data = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data.set(colourAt(x, y) ?? [0, 0, 0, 0], (y * width + x) * 4);
  return encodePng({ width, height, data });
}
const isMouth = (x: number, y: number) => Math.abs(x - 120) <= 30 && Math.abs(y - 170) <= 5;
const isEye = (x: number, y: number) => ((Math.abs(x - 120) - 40) / 22) ** 2 + ((y - 100) / 14) ** 2 <= 1;
const eyeColour = (x: number, y: number) => {
  if (((Math.abs(x - 120) - 40) / 19) ** 2 + ((y - 100) / 11) ** 2 > 1) return INK;
  return Math.hypot(Math.abs(x - 120) - 40, y - 100) < 6 ? [50, 90, 160, 255] : [252, 250, 244, 255];
};
const face = () =>
  paint(WIDTH, HEIGHT, (x, y) =>
    Math.hypot(x - 120, y - 120) > 110 ? null : isMouth(x, y) ? INK : isEye(x, y) ? eyeColour(x, y) : SKIN,
  );

/** A mask of the canvas by a function of the place. */
export const maskOf = (isIn: (x: number, y: number) => boolean) => {
  const runs: number[] = [0];
  let inside = true;
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      if (isIn(x, y) !== inside) {
        inside = !inside;
        runs.push(0);
      }
      runs[runs.length - 1]++;
    }
  // Runs begin with what is out.
  return { x: 0, y: 0, width: WIDTH, height: HEIGHT, runs: runsOf(isIn(0, 0) ? [0, ...runs] : runs.slice(1)) };
};

/** Files of drawings for a view, as a form. */
export function form(view: string, files: Record<string, Uint8Array>, more: Record<string, string> = {}): FormData {
  const made = new FormData();
  for (const [key, value] of Object.entries({ viewId: view, ...more })) made.append(key, value);
  for (const [name, bytes] of Object.entries(files))
    made.append('art', new Blob([new Uint8Array(bytes).buffer], { type: 'image/png' }), name);
  return made;
}
/** An open mouth as large as the canvas; and one by itself, smaller. */
export const openMouth = paint(WIDTH, HEIGHT, (x, y) =>
  ((x - 120) / 30) ** 2 + ((y - 172) / 18) ** 2 <= 1 ? INK : null,
);
export const roundMouth = paint(60, 50, (x, y) => (Math.hypot(x - 30, y - 25) <= 14 ? INK : null));

/** What is asked of the API: method, path, body. */
export type Asked = [method: string, path: string, body?: object];

/** What the API answers where all is well. */
export async function askOf(server: Running, ...[method, path, body]: Asked): Promise<State> {
  const answer = await call<State>(server, method, path, body);
  if (answer.status >= 400) throw new Error(JSON.stringify(answer.body));
  return answer.body;
}

/** What the API says where it refuses: status and sentence. */
export async function refusedOf(server: Running, ...[method, path, body]: Asked): Promise<string> {
  const { status, body: said } = await call<{ sentence: string }>(server, method, path, body);
  return `${status} ${said.sentence}`;
}

/** A head with eyes and a mouth, each cut, and a set at the mouth. */
export async function drawnHead(server: Running, production: string) {
  const ask = (...asked: Asked) => askOf(server, ...asked);
  const { doc } = await ask('POST', `/productions/${production}/characters`, design('Tern', face()));
  const view = doc.views[0].id as string;
  const take = (group: string, isIn: (x: number, y: number) => boolean) =>
    ask('POST', `/views/${view}/cut/take`, { targets: [{ tokens: { group }, mask: maskOf(isIn) }] });
  await take('head', (x, y) => Math.hypot(x - 120, y - 120) <= 110);
  await take('eyes', isEye);
  const cut = await take('mouth', isMouth);
  const pieceOf = (group: string) => {
    const part = cut.doc.parts.find((row) => row.group === group);
    return cut.doc.pieces.find(({ partId }) => partId === part?.id)?.id as string;
  };
  const mouth = pieceOf('mouth');
  const { doc: started } = await ask('POST', `/pieces/${mouth}/swap-set`, {});
  return { id: doc.character.id as string, view, mouth, eyes: pieceOf('eyes'), set: started.swapSets[0].id as string };
}

/** A drawing by its place on the chart, with its row in the one view. */
export const drawingAt = ({ doc }: { doc: CharacterDoc }, shape: string, mood = 'neutral') => {
  const drawing = doc.drawings.find((one) => one.shape === shape && one.mood === mood);
  return { drawing, row: doc.drawingViews.find(({ drawingId }) => drawingId === drawing?.id) };
};
