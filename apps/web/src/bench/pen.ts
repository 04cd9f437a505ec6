/** A line or loop being drawn: freehand while pressed, point to point by clicks; a loop's set points can be moved. */
export type PenState =
  | { kind: 'idle' }
  | { kind: 'pressed'; points: number[]; grown: boolean }
  | { kind: 'between'; points: number[]; hover: { x: number; y: number } | null }
  /** A point that is set is held; `from` is where it was. */
  | { kind: 'holding'; points: number[]; at: number; from: { x: number; y: number }; moved: boolean };

export type PenEvent =
  | { kind: 'press'; x: number; y: number }
  | { kind: 'move'; x: number; y: number }
  | { kind: 'release' }
  | { kind: 'close' }
  | { kind: 'back' }
  | { kind: 'lost' };

/** What the pen asks for after an event. */
export type PenEffect = { kind: 'finished'; points: number[] } | { kind: 'drop-tool' } | null;

export interface PenRules {
  /** A loop closes near its first point; a line ends with its second click. */
  closed: boolean;
  /** px on the canvas that count as the same spot. */
  near: number;
}

export const PEN_IDLE: PenState = { kind: 'idle' };

const enough = (points: readonly number[], rules: PenRules) => points.length >= (rules.closed ? 6 : 4);

function finish(points: number[], rules: PenRules): { state: PenState; effect: PenEffect } {
  return enough(points, rules)
    ? { state: PEN_IDLE, effect: { kind: 'finished', points } }
    : { state: PEN_IDLE, effect: null };
}

const stay = (state: PenState): { state: PenState; effect: PenEffect } => ({ state, effect: null });

/** One step of the pen. Pure: the same state and event give the same answer. */
export function penStep(state: PenState, event: PenEvent, rules: PenRules): { state: PenState; effect: PenEffect } {
  switch (state.kind) {
    case 'idle':
      if (event.kind === 'press') return stay({ kind: 'pressed', points: [event.x, event.y], grown: false });
      return event.kind === 'back' ? { state, effect: { kind: 'drop-tool' } } : stay(state);
    case 'pressed':
      return pressed(state, event, rules);
    case 'between':
      return between(state, event, rules);
    case 'holding':
      return holding(state, event, rules);
  }
}

/** The point of a loop that lies where it is pressed, by its place among them; -1 for none. The first, which closes it, is larger. */
function pointAt(points: readonly number[], x: number, y: number, rules: PenRules): number {
  for (let i = 0; i < points.length; i += 2) {
    const near = i === 0 && enough(points, rules) ? 2 * rules.near : rules.near;
    if (Math.hypot(x - points[i], y - points[i + 1]) <= near) return i / 2;
  }
  return -1;
}

function withPoint(points: readonly number[], at: number, x: number, y: number): number[] {
  return [...points.slice(0, 2 * at), x, y, ...points.slice(2 * at + 2)];
}

function pressed(
  state: Extract<PenState, { kind: 'pressed' }>,
  event: PenEvent,
  rules: PenRules,
): { state: PenState; effect: PenEffect } {
  const { points } = state;
  const n = points.length;
  switch (event.kind) {
    case 'move': {
      const far = Math.hypot(event.x - points[n - 2], event.y - points[n - 1]);
      if (far < rules.near / (state.grown ? 4 : 1)) return stay(state);
      return stay({ kind: 'pressed', points: [...points, event.x, event.y], grown: true });
    }
    case 'release':
      // Drawn in one go: done. Only pressed: a point, and on to the next.
      if (state.grown && n >= 6) return finish(points, rules);
      return rules.closed || n < 4 ? stay({ kind: 'between', points, hover: null }) : finish(points, rules);
    case 'close':
      return finish(points, rules);
    case 'back':
    case 'lost':
      return stay(n <= 2 || state.grown ? PEN_IDLE : { kind: 'between', points: points.slice(0, -2), hover: null });
    case 'press':
      return stay(state);
  }
}

function between(
  state: Extract<PenState, { kind: 'between' }>,
  event: PenEvent,
  rules: PenRules,
): { state: PenState; effect: PenEffect } {
  const { points } = state;
  switch (event.kind) {
    case 'move':
      return stay({ ...state, hover: { x: event.x, y: event.y } });
    case 'press': {
      const at = rules.closed ? pointAt(points, event.x, event.y, rules) : -1;
      if (at >= 0) {
        const from = { x: points[2 * at], y: points[2 * at + 1] };
        return stay({ kind: 'holding', points, at, from, moved: false });
      }
      return stay({ kind: 'pressed', points: [...points, event.x, event.y], grown: false });
    }
    case 'close':
      return finish(points, rules);
    case 'back':
      return stay(points.length <= 2 ? PEN_IDLE : { ...state, points: points.slice(0, -2) });
    case 'lost':
    case 'release':
      return stay(state);
  }
}

function holding(
  state: Extract<PenState, { kind: 'holding' }>,
  event: PenEvent,
  rules: PenRules,
): { state: PenState; effect: PenEffect } {
  const { points, at, from, moved } = state;
  const between = (set: number[]): { state: PenState; effect: PenEffect } =>
    stay({ kind: 'between', points: set, hover: null });
  switch (event.kind) {
    case 'move': {
      const far = Math.hypot(event.x - from.x, event.y - from.y);
      if (!moved && far < rules.near) return stay(state);
      return stay({ ...state, points: withPoint(points, at, event.x, event.y), moved: true });
    }
    case 'release':
      // Pressed and let go, the first point closes the loop.
      return !moved && at === 0 && enough(points, rules) ? finish(points, rules) : between(points);
    case 'back':
    case 'lost':
      return between(withPoint(points, at, from.x, from.y));
    case 'close':
      return finish(points, rules);
    case 'press':
      return stay(state);
  }
}

/** The points to draw: those set, and where the next would go. */
export function penPoints(state: PenState): number[] {
  if (state.kind === 'idle') return [];
  return state.kind === 'between' && state.hover ? [...state.points, state.hover.x, state.hover.y] : state.points;
}
