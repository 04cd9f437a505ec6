/** The stations, in the order of the work: one line each. */
export { plan } from './plan/index';
export { cut } from './cut/index';
export { joints } from './joints/index';
export { under } from './under/index';
export { stack } from './stack/index';
export { names } from './names/index';
export { swaps } from './swaps/index';
export { turns } from './turns/index';
export { trial } from './trial/index';
export { handOff } from './handoff/index';
