export { teardown as default } from './servers';
