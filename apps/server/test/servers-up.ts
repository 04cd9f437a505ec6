export { setup as default } from './servers';
