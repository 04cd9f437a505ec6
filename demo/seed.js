// Seeds the demo through the public API, with the same steps that a user takes.
import { cropMask, partAddress, planFrom, switchPart, toRuns, trimMask } from '@limber-sheaf/core';
import {
  JUNIPER_CUTS,
  JUNIPER_GROUPS,
  JUNIPER_PLAN,
  JUNIPER_SIDE_CUTS,
  JUNIPER_SIDE_GROUPS,
  JUNIPER_TURNED_CUTS,
  JUNIPER_TURNED_GROUPS,
} from './juniper-parts.js';
import { SKIPPER_GROUPS, SKIPPER_JOINTS, SKIPPER_PLAN } from './skipper-parts.js';
import { ENLARGE, only, opacity, render, source } from './render.js';

/** A small client: throws with the server's own sentence. */
export function client(address, actor = 'demo') {
  return async (method, path, body) => {
    const form = body instanceof FormData;
    const answer = await fetch(`${address}/api${path}`, {
      method,
      headers: { 'x-actor': actor, ...(body && !form ? { 'content-type': 'application/json' } : {}) },
      body: form ? body : body && JSON.stringify(body),
    });
    const value = await answer.json();
    if (!answer.ok) throw new Error(`${method} ${path}: ${value.sentence}`);
    return value;
  };
}

/** A part's tokens from its address, `group/part/side`. */
export function tokens(address) {
  const [group, part, side] = address.split('/');
  return { group, part: part || null, side: side || null, index: null };
}

/**
 * The shapes that a careful hand would take: for each `[group of the drawing, part's address, group that lies over it]` its
 * tokens and mask.
 */
function shapesOf(svg, groups, enlarge) {
  const shapeOf = async ([group, address, over]) => {
    const shape = await opacity(only(svg, group), enlarge);
    const data = new Uint8Array(shape.data);
    const above = over ? cropMask(await opacity(only(svg, over), enlarge), shape).data : [];
    for (const [i, share] of above.entries()) if (share > 127) data[i] = 0;
    return { tokens: tokens(address), mask: toRuns(trimMask({ ...shape, data })) };
  };
  return Promise.all(groups.map(shapeOf));
}

async function bringIn(api, productionId, name, png) {
  const form = new FormData();
  form.append('name', name);
  form.append('design', new Blob([png], { type: 'image/png' }), 'design.png');
  return api('POST', `/productions/${productionId}/characters`, form);
}

/** Sets a plan from a template, with single parts switched on and off; still ones move with what they hang from, without a joint. */
async function plan(api, state, template, { on = [], off = [], still = [] }) {
  let made = planFrom(template);
  for (const address of off) made = switchPart(made, tokens(address), false);
  for (const address of on) made = switchPart(made, tokens(address), true);
  const isStill = (part) => still.includes(partAddress(part));
  made = { ...made, parts: made.parts.map((part) => (isStill(part) ? { ...part, joint: null } : part)) };
  return api('PUT', `/characters/${state.doc.character.id}/plan`, { plan: made, word: 'Plan the breakdown' });
}

/** A part's piece; in one view where that is given. */
const pieceOf = (doc, address, viewId = null) => {
  const { group, part, side } = tokens(address);
  const row = doc.parts.find((p) => p.group === group && p.part === part && p.side === side);
  return doc.pieces.find((p) => p.partId === row?.id && (viewId === null || p.viewId === viewId))?.id;
};

/** Gives every pixel of a view to a part: the drawing's groups, then cuts across the limbs. */
async function cutView(api, viewId, svg, groups, cuts) {
  let state = await api('POST', `/views/${viewId}/cut/take`, { targets: await shapesOf(svg, groups), word: 'Trace' });
  for (const [from, line, take, address] of cuts)
    state = await api('POST', `/views/${viewId}/cut/cross`, {
      pieceId: pieceOf(state.doc, from, viewId),
      line,
      take,
      tokens: tokens(address),
    });
  return api('POST', `/views/${viewId}/cut/sweep-up`, {}).catch(() => state);
}

/** Cuts the pilot into all her 25 parts, jointed and rounded; a copy of her so is what her other views are added to. */
async function fitJuniper(api, state) {
  const [{ id: view }] = state.doc.views;
  await cutView(api, view, source('juniper-vane'), JUNIPER_GROUPS, JUNIPER_CUTS);
  const { doc } = await api('POST', `/views/${view}/joints/fit-all`, {});
  const turned = await api('POST', `/characters/${doc.character.id}/duplicate`, { name: 'Juniper Vane, turnaround' });
  return { doc, turned: turned.doc };
}

/** Finishes the pilot: her raised arm in front, painted beneath, her drawings to change between; handed off. */
async function finishJuniper(api, doc) {
  const view = doc.views[0].id;
  await api('POST', `/characters/${doc.character.id}/palette`, { viewId: view });
  // A raised arm passes in front of cap and hair, which it lies behind at rest.
  const arm = ['upper', 'lower', 'hand'].map((part) => pieceOf(doc, `arm/${part}/A`));
  const shoulder = doc.joints.find((joint) => joint.childId === arm[0]);
  const raised = { low: 100, high: shoulder.rangeHigh, movedIds: arm, place: 'in-front', atId: pieceOf(doc, 'cap//') };
  await api('POST', `/joints/${shoulder.id}/order-changes`, raised);
  await handOffJuniper(api, doc, async () => {
    await api('POST', `/pieces/${pieceOf(doc, 'pupils//')}/rim`, {});
    await api('POST', `/views/${view}/under`, {});
    await swapJuniper(api, doc);
  });
}

/**
 * The pilot in four views: front, three-quarter and side cut and jointed, the back just brought in. Her side was drawn with
 * three slips, to be found there.
 */
async function turnJuniper(api, doc) {
  const { id } = doc.character;
  const front = doc.views[0].id;
  let state;
  for (const key of ['three-quarter', 'side', 'back']) {
    const form = new FormData();
    form.append('key', key);
    form.append('design', new Blob([await render(source(`juniper-vane-${key}`))], { type: 'image/png' }), `${key}.png`);
    state = await api('POST', `/characters/${id}/views`, form);
  }
  const [turned, side] = ['three-quarter', 'side'].map((one) => state.doc.views.find(({ key }) => key === one).id);
  await cutView(api, turned, source('juniper-vane-three-quarter'), JUNIPER_TURNED_GROUPS, JUNIPER_TURNED_CUTS);
  await api('POST', `/views/${turned}/carry-over`, { fromId: front });
  const cut = await cutView(api, side, source('juniper-vane-side'), JUNIPER_SIDE_GROUPS, JUNIPER_SIDE_CUTS);
  await api('POST', `/views/${side}/carry-over`, { fromId: front });
  const upper = cut.doc.parts.find(
    ({ group, part, side: letter }) => group === 'arm' && part === 'upper' && letter === 'A',
  );
  const unseen = { partId: upper.id, what: 'unseen', because: 'behind her' };
  await api('PUT', `/views/${side}/exceptions`, unseen);
}

/** How the pilot greets, degrees from rest. */
const GREETING = { 'arm/upper/B': -104, 'arm/lower/B': -24, 'head//': 3 };

/** Where both corners of her mouth lie, x, y, x, y, px. */
const MOUTH_CORNERS = [912, 776, 1090, 766];

/** Gives the pilot drawings to change between: mouths, brows, hands and hair from files, lids computed; a blink and looks. */
async function swapJuniper(api, { character, views, ...doc }) {
  const viewId = views[0].id;
  const drawn = source('juniper-drawings');
  const groups = [...drawn.matchAll(/<g id="((mouth|brows|hand|cap)_[^"]+)"/g)].map(([, group]) => group);
  const startAt = async (address) => {
    const pieceId = pieceOf(doc, address);
    const { doc: after } = await api('POST', `/pieces/${pieceId}/swap-set`, {});
    const { partId } = doc.pieces.find(({ id }) => id === pieceId);
    return after.swapSets.find((set) => set.partId === partId).id;
  };
  const bring = async (setId, prefix) => {
    const form = new FormData();
    form.append('viewId', viewId);
    for (const group of groups.filter((one) => one.startsWith(prefix)))
      form.append('art', new Blob([await render(only(drawn, group))], { type: 'image/png' }), `${group}.png`);
    return api('POST', `/swap-sets/${setId}/drawings`, form);
  };
  const beneath = (setId) => api('POST', `/swap-sets/${setId}/beneath`, { viewId });
  const mouth = await startAt('mouth//');
  await bring(mouth, 'mouth');
  await beneath(mouth);
  const brows = await startAt('brows//');
  await bring(brows, 'brows');
  await beneath(brows);
  const lids = await startAt('eyes//');
  const { doc: after } = await api('POST', `/swap-sets/${lids}/lids`, { viewId });
  await beneath(lids);
  const drawing = (setId, shape, mood = 'neutral') =>
    after.drawings.find((one) => one.setId === setId && one.shape === shape && one.mood === mood).id;
  await api('PUT', `/drawings/${drawing(mouth, 'rest')}/marks`, { viewId, marks: MOUTH_CORNERS });
  const blink = ['open', 'half', 'shut', 'half'].map((shape) => drawing(lids, shape));
  await api('POST', `/swap-sets/${lids}/cycles`, { name: 'blink', drawingIds: blink, frames: [60, 1, 2, 1] });
  const looks = `/characters/${character.id}/looks`;
  const glad = [drawing(mouth, 'rest', 'happy'), drawing(brows, 'raised')];
  const sleepy = [drawing(lids, 'half'), drawing(brows, 'worried')];
  await api('POST', looks, { name: 'glad', drawingIds: glad });
  await api('POST', looks, { name: 'sleepy', drawingIds: sleepy });
  const hand = await startAt('arm/hand/A');
  const { doc: handed } = await bring(hand, 'hand');
  const { shapes } = handed.swapSets.find(({ id }) => id === hand);
  const wanted = shapes.filter(({ key }) => !['pinch', 'flat'].includes(key));
  await api('PATCH', `/swap-sets/${hand}`, { shapes: wanted });
  const sameEnds = async (setId, { drawings }) => {
    for (const drawing of drawings.filter((one) => one.setId === setId && !one.isDefault))
      await api('POST', `/drawings/${drawing.id}/same-end`, { viewId });
  };
  await sameEnds(hand, handed);
  const { doc: mirrored } = await api('POST', `/swap-sets/${hand}/mirror`, { viewId });
  const other = mirrored.swapSets.find(({ kind, id }) => kind === 'hand' && id !== hand).id;
  await api('PATCH', `/swap-sets/${other}`, { shapes: wanted });
  await sameEnds(other, mirrored);
  const letter = new FormData();
  letter.append('viewId', viewId);
  letter.append('art', new Blob([await render(only(drawn, 'letter'))], { type: 'image/png' }), 'letter.png');
  const grip = handed.drawings.find(({ setId, shape }) => setId === hand && shape === 'grip').id;
  await api('POST', `/drawings/${grip}/held`, letter);
  const cap = await startAt('cap//');
  const { doc: bare } = await bring(cap, 'cap');
  const off = bare.drawings.find(({ setId, shape }) => setId === cap && shape === 'off').id;
  await api('POST', looks, { name: 'off duty', drawingIds: [off, drawing(mouth, 'rest', 'happy')] });
  const open = mirrored.drawings.find(({ setId, shape }) => setId === other && shape === 'open').id;
  const turned = Object.entries(GREETING).map(([address, angle]) => {
    const { partId } = doc.pieces.find(({ id }) => id === pieceOf(doc, address));
    return { partId, angle };
  });
  const greeting = { name: 'greeting', turned, root: { x: 0, y: 0 }, drawingIds: [...glad, open] };
  await api('POST', `/characters/${character.id}/poses`, greeting);
}

/** Gives the otter a second head, with which the muzzle of the first does not show. */
async function swapBrindle(api, doc) {
  const viewId = doc.views[0].id;
  const pieceId = pieceOf(doc, 'head//');
  const { doc: started } = await api('POST', `/pieces/${pieceId}/swap-set`, { kind: 'head' });
  const [{ id }] = started.swapSets;
  const form = new FormData();
  for (const [key, value] of Object.entries({ viewId, shape: 'rest', mood: 'startled' })) form.append(key, value);
  const drawn = await render(only(source('brindle-drawings'), 'head_startled'));
  form.append('art', new Blob([drawn], { type: 'image/png' }), 'head_startled.png');
  const { doc: after } = await api('POST', `/swap-sets/${id}/drawings`, form);
  const startled = after.drawings.find(({ mood }) => mood === 'startled').id;
  const { partId } = doc.pieces.find((piece) => piece.id === pieceOf(doc, 'muzzle//'));
  return api('PATCH', `/drawings/${startled}`, { hides: [partId] });
}

/**
 * Hands the pilot off three times, so that the list of changes shows every weight: a first pass with a working name and a
 * pivot that sits low, then the same with everything beneath painted, then both put right.
 */
async function handOffJuniper(api, doc, paintBeneath) {
  const { id } = doc.character;
  const satchel = doc.pieces.find((piece) => piece.id === pieceOf(doc, 'satchel//')).partId;
  const scarf = doc.joints.find((joint) => joint.childId === pieceOf(doc, 'scarf//'));
  const named = (group) => api('PATCH', `/parts/${satchel}/name`, { tokens: tokens(`${group}//`) });
  const pinned = (y) => api('PATCH', `/joints/${scarf.id}`, { y });
  await named('bag');
  await pinned(scarf.y + 6);
  await handOff(api, id, { formats: [], note: 'First pass for the rig' });
  await paintBeneath();
  await handOff(api, id, { formats: [], note: 'Everything beneath is painted' });
  await named('satchel');
  await pinned(scarf.y);
  await handOff(api, id, { note: 'The bag has its name, the scarf its pivot' });
}

/** Makes a package and waits for it. */
async function handOff(api, characterId, wish) {
  let job = await api('POST', `/characters/${characterId}/handoffs`, wish);
  while (job.state === 'waiting' || job.state === 'running') {
    await new Promise((done) => setTimeout(done, 200));
    job = await api('GET', `/jobs/${job.id}`);
  }
  if (job.state !== 'done') throw new Error(`The demo's package: ${job.sentence}`);
}

/** Groups of the otter's drawing that are cut, back to front: the legs and most of the face are still to do. */
const BRINDLE_GROUPS = [
  ['tail', 'tail//'],
  ['arm_B_upper', 'arm/upper/B'],
  ['arm_B_lower', 'arm/lower/B'],
  ['arm_B_hand', 'arm/hand/B'],
  ['torso', 'torso//'],
  ['arm_A_upper', 'arm/upper/A'],
  ['arm_A_lower', 'arm/lower/A'],
  ['arm_A_hand', 'arm/hand/A'],
  ['head', 'head//'],
  ['muzzle', 'muzzle//'],
];

async function cutBrindle(api, state, svg) {
  const view = state.doc.views[0].id;
  const targets = await shapesOf(svg, BRINDLE_GROUPS);
  state = await api('POST', `/views/${view}/cut/take`, { targets, word: 'Trace' });
  const joint = (child, parent) =>
    api('POST', `/views/${view}/joints`, {
      pieceId: pieceOf(state.doc, child),
      otherId: pieceOf(state.doc, parent),
      round: true,
    });
  await joint('arm/lower/A', 'arm/upper/A');
  const { doc } = await joint('tail//', 'torso//');
  await api('PUT', `/pieces/${pieceOf(doc, 'tail//')}/soft`, {});
  // Left behind when the elbow bends, as a hand that was hung in haste is.
  const partOf = (address) => doc.pieces.find(({ id }) => id === pieceOf(doc, address)).partId;
  await api('PATCH', `/parts/${partOf('arm/hand/A')}/parent`, { parentId: partOf('torso//') });
  return swapBrindle(api, doc);
}

/** Cuts the skipper as far as he breathes. */
async function cutOake(api, state) {
  const [view] = state.doc.views;
  const targets = await shapesOf(source('skipper-oake'), SKIPPER_GROUPS, ENLARGE['skipper-oake']);
  const { doc } = await api('POST', `/views/${view.id}/cut/take`, { targets, word: 'Trace' });
  const otherId = pieceOf(doc, 'torso//');
  for (const [address, disc] of SKIPPER_JOINTS)
    await api('POST', `/views/${view.id}/joints`, { pieceId: pieceOf(doc, address), otherId, disc, round: true });
}

/**
 * Fills an empty database with the demo; does nothing where there is a production already.
 * @param begin called before anything goes in
 */
export async function seedDemo(address, begin = () => {}) {
  const api = client(address);
  if ((await api('GET', '/productions')).length > 0) return false;
  begin();
  const production = await api('POST', '/productions', { name: 'Low Tide Post' });
  const names = ['juniper-vane', 'brindle', 'skipper-oake'];
  const [vane, otter, skipper] = await Promise.all(names.map((name) => render(source(name), ENLARGE[name])));
  // One after the other: the cast shows them in the order they came.
  const juniper = await bringIn(api, production.id, 'Juniper Vane', vane);
  const brindle = await bringIn(api, production.id, 'Brindle', otter);
  const oake = await bringIn(api, production.id, 'Skipper Oake', skipper);
  const raw = await bringIn(api, production.id, 'Juniper Vane, raw', vane);
  await plan(api, raw, 'people-standard', JUNIPER_PLAN);
  const fitted = plan(api, juniper, 'people-standard', JUNIPER_PLAN).then((state) => fitJuniper(api, state));
  const ofJuniper = async () => finishJuniper(api, (await fitted).doc);
  const ofBrindle = async () => {
    const parts = {
      on: ['cap//', 'neck//', 'nose//', 'coat//', 'tail//'],
      off: ['hip//', 'tail/root/', 'tail/middle/', 'tail/tip/'],
    };
    await cutBrindle(api, await plan(api, brindle, 'tailed', parts), source('brindle'));
  };
  const ofOake = async () => cutOake(api, await plan(api, oake, 'people-standard', SKIPPER_PLAN));
  const ofTurned = async () => turnJuniper(api, (await fitted).turned);
  await Promise.all([ofJuniper(), ofBrindle().then(ofTurned).then(ofOake)]);
  const finish = { name: 'paper', blend: 'multiply', strength: 0.6, scope: 'figure' };
  const options = { formats: ['psd', 'sheet'], finish };
  await api('POST', `/productions/${production.id}/presets`, { name: 'Printed on barge paper', options });
  return true;
}
