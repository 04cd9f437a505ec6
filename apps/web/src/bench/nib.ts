/** A round nib: at rest, or on its way. */
export type NibState =
  | { kind: 'idle' }
  /** x, y and radius, px, by threes. */
  | { kind: 'drawing'; stroke: number[]; away: boolean };

export type NibEvent =
  | { kind: 'press'; x: number; y: number; radius: number; away: boolean }
  | { kind: 'move'; x: number; y: number; radius: number }
  | { kind: 'release' }
  | { kind: 'back' }
  | { kind: 'lost' };

/** What the nib asks for after an event. */
export type NibEffect = { kind: 'stroke'; stroke: number[]; away: boolean } | { kind: 'drop-tool' } | null;

export const NIB_IDLE: NibState = { kind: 'idle' };

/** A point is kept where it lies this far from the one before, in radii; or where the radius has changed as much. */
const APART = 0.15;

const stay = (state: NibState): { state: NibState; effect: NibEffect } => ({ state, effect: null });

/** One step of the nib. Pure: the same state and event give the same answer. */
export function nibStep(state: NibState, event: NibEvent): { state: NibState; effect: NibEffect } {
  switch (state.kind) {
    case 'idle':
      if (event.kind === 'press')
        return stay({ kind: 'drawing', stroke: [event.x, event.y, event.radius], away: event.away });
      return event.kind === 'back' ? { state, effect: { kind: 'drop-tool' } } : stay(state);
    case 'drawing':
      switch (event.kind) {
        case 'move': {
          const [x, y, radius] = state.stroke.slice(-3);
          const near = APART * radius;
          if (Math.hypot(event.x - x, event.y - y) < near && Math.abs(event.radius - radius) < near) return stay(state);
          return stay({ ...state, stroke: [...state.stroke, event.x, event.y, event.radius] });
        }
        case 'release':
          return { state: NIB_IDLE, effect: { kind: 'stroke', stroke: state.stroke, away: state.away } };
        case 'back':
        case 'lost':
          return stay(NIB_IDLE);
        case 'press':
          return stay(state);
      }
  }
}

/** How thin a pen makes its line when it hardly touches. */
const LIGHTEST = 0.3;

/** The radius of a nib of some size, px, at a pen's pressure, 0 to 1. */
export function nibRadius(size: number, pressure: number): number {
  return Math.max(0.5, (size / 2) * (LIGHTEST + (1 - LIGHTEST) * pressure));
}
