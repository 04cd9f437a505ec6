/** A line or loop being drawn: freehand while pressed, point to point by clicks. */
export type PenState =
  | { kind: 'idle' }
  | { kind: 'pressed'; points: number[]; grown: boolean }
  | { kind: 'between'; points: number[]; hover: { x: number; y: number } | null };

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
  }
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
      const home = Math.hypot(event.x - points[0], event.y - points[1]) <= 2 * rules.near;
      if (rules.closed && home && enough(points, rules)) return finish(points, rules);
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

/** The points to draw: those set, and where the next would go. */
export function penPoints(state: PenState): number[] {
  if (state.kind === 'idle') return [];
  return state.kind === 'between' && state.hover ? [...state.points, state.hover.x, state.hover.y] : state.points;
}
