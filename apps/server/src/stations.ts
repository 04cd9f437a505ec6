/** The server's half of each station, in the order of the work: one line each. */
export { CastModule } from './cast/cast.module.js';
export { PlanModule } from './plan/plan.module.js';
export { CutModule } from './cut/cut.module.js';
export { JointsModule } from './joints/joints.module.js';
export { UnderModule } from './under/under.module.js';
export { StackModule } from './stack/stack.module.js';
export { NamesModule } from './names/names.module.js';
export { SwapsModule } from './swaps/swaps.module.js';
export { TurnsModule } from './turns/turns.module.js';
export { TrialModule } from './trial/trial.module.js';
export { HandOffModule } from './handoff/handoff.module.js';
export { DraftModule } from './draft/draft.module.js';
