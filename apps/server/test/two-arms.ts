import type { CharacterDoc } from '@limber-sheaf/core';
import { encodePng } from '@limber-sheaf/formats';
import { design, runsOf, type State } from './server-under-test';

/** Two drawn arms side by side, 60 px wide, from y 20 to 320, with a head in between. */
function armsDrawn(): Uint8Array {
  const [width, height] = [320, 340];
  const data = new Uint8Array(width * height * 4);
  for (const left of [20, 240])
    for (let y = 20; y < 320; y++)
      for (let x = left; x < left + 60; x++) {
        const line = x < left + 5 || x >= left + 55 || y < 25 || y >= 315;
        data.set(line ? [43, 35, 51, 255] : [228, 169, 58, 255], (y * width + x) * 4);
      }
  for (let y = 20; y < 90; y++)
    for (let x = 130; x < 190; x++) data.set(y < 60 ? [236, 182, 150, 255] : [200, 150, 120, 255], (y * width + x) * 4);
  return encodePng({ width, height, data });
}

/** A rectangle that is marked as a whole, px. */
export const box = (x: number, y: number, width: number, height: number) => ({
  x,
  y,
  width,
  height,
  runs: runsOf([0, width * height]),
});
const arm = (part: string, side: string) => ({ group: 'arm', side, part });

/** Upper, lower and hand on both sides, the head with its eyes; nothing jointed. */
export async function twoArms(
  ask: (method: string, path: string, body?: object) => Promise<State>,
  production: string,
): Promise<{ id: string; view: string; doc: CharacterDoc }> {
  const { doc } = await ask('POST', `/productions/${production}/characters`, design('Arms', armsDrawn()));
  const view = doc.views[0].id;
  const targets = [
    ['A', 20],
    ['B', 240],
  ].flatMap(([side, x]) =>
    ['upper', 'lower', 'hand'].map((part, i) => ({
      tokens: arm(part, side as string),
      mask: box(x as number, 20 + 100 * i, 60, 100),
    })),
  );
  const face = [
    { tokens: { group: 'head' }, mask: box(130, 20, 60, 70) },
    { tokens: { group: 'eyes' }, mask: box(140, 40, 40, 10) },
  ];
  const state = await ask('POST', `/views/${view}/cut/take`, { targets: [...targets, ...face] });
  return { id: doc.character.id, view, doc: state.doc };
}

/** The piece of a part of an arm. */
export const pieceOf = (doc: CharacterDoc, part: string, side: string) => {
  const row = doc.parts.find((p) => p.group === 'arm' && p.part === part && p.side === side);
  return doc.pieces.find((p) => p.partId === row?.id)?.id ?? '';
};

/** The joint that it turns about. */
export const jointOf = (doc: CharacterDoc, part: string, side: string) => {
  const joint = doc.joints.find((j) => j.childId === pieceOf(doc, part, side));
  if (!joint) throw new Error(`no joint of ${part} ${side}`);
  return joint;
};
