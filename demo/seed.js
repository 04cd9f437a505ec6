// Seeds the demo through the public API, with the same steps that a user takes.
import { contours, coverageOf } from '@limber-sheaf/core';
import { decodePng } from '@limber-sheaf/formats';
import { only, render, source } from './render.js';

/** A small client: throws with the server's own sentence. */
function client(address) {
  return async (method, path, body) => {
    const form = body instanceof FormData;
    const answer = await fetch(`${address}/api${path}`, {
      method,
      headers: { 'x-actor': 'demo', ...(body && !form ? { 'content-type': 'application/json' } : {}) },
      body: form ? body : body && JSON.stringify(body),
    });
    const value = await answer.json();
    if (!answer.ok) throw new Error(`${method} ${path}: ${value.sentence}`);
    return value;
  };
}

/** The loop that a careful hand would trace round one group of the drawing, x, y pairs, px. */
async function loopRound(svg, group) {
  const picture = decodePng(new Uint8Array(await render(only(svg, group))));
  const [loop] = contours(coverageOf(picture), 0.5);
  return Array.from(loop, (v) => Math.round(v * 10) / 10);
}

async function bringIn(api, productionId, name, png) {
  const form = new FormData();
  form.append('name', name);
  form.append('design', new Blob([png], { type: 'image/png' }), 'design.png');
  return api('POST', `/productions/${productionId}/characters`, form);
}

const arm = (part) => ({ group: 'arm', side: 'A', part });

/** Cuts arm A out, then across the elbow, and joints elbow and wrist. Distances are px of the design. */
async function cutArm(api, state, svg) {
  const view = state.doc.views[0].id;
  const pieceOf = (doc, part) => doc.pieces.find((p) => p.partId === doc.parts.find((q) => q.part === part).id).id;
  // Hand and sleeve are traced one after the other: the sleeve's loop takes the cuff's edge, line and all.
  state = await api('POST', `/views/${view}/cut/trace`, { tokens: arm('hand'), loop: await loopRound(svg, 'arm_A') });
  const hand = pieceOf(state.doc, 'hand');
  state = await api('POST', `/views/${view}/cut/trace`, {
    tokens: arm('upper'),
    loop: await loopRound(svg, 'arm_A_sleeve'),
  });
  const upper = pieceOf(state.doc, 'upper');
  state = await api('POST', `/views/${view}/cut/cross`, {
    pieceId: upper,
    line: [480, 1520, 740, 1650],
    take: 'right',
    tokens: arm('lower'),
  });
  const lower = pieceOf(state.doc, 'lower');
  await api('POST', `/views/${view}/joints`, { pieceId: lower, otherId: upper, round: true });
  return api('POST', `/views/${view}/joints`, { pieceId: hand, otherId: lower, round: true });
}

/** Fills an empty database with the demo; does nothing where there is a production already. */
export async function seedDemo(address) {
  const api = client(address);
  if ((await api('GET', '/productions')).length > 0) return false;
  const production = await api('POST', '/productions', { name: 'Low Tide Post' });
  const svg = source('juniper-vane');
  const png = await render(svg);
  await cutArm(api, await bringIn(api, production.id, 'Juniper Vane', png), svg);
  await bringIn(api, production.id, 'Juniper Vane, raw', png);
  return true;
}
