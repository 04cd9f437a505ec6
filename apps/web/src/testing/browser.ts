// What a browser has, the interface uses, and jsdom lacks. Does nothing for tests without a page.
import { TextDecoder, TextEncoder } from 'node:util';

class Unseeing {
  observe() {}
  unobserve() {}
  disconnect() {}
}

if (typeof document !== 'undefined') {
  Object.assign(globalThis, { TextDecoder, TextEncoder, ResizeObserver: Unseeing });
  Object.assign(Element.prototype, {
    scrollIntoView: () => undefined,
    hasPointerCapture: () => false,
    setPointerCapture: () => undefined,
    releasePointerCapture: () => undefined,
  });
  HTMLCanvasElement.prototype.getContext = () => null;
  Object.assign(URL, { createObjectURL: () => 'blob:made', revokeObjectURL: () => undefined });
  // What is waited for comes when the machine has time for it.
  jest
    .requireActual<typeof import('@testing-library/dom')>('@testing-library/dom')
    .configure({ asyncUtilTimeout: 60_000 });
  // Answers of workers and the server arrive when they arrive; tests wait for what they show.
  const tell = console.error;
  console.error = (...said: unknown[]) => {
    if (!String(said[0]).includes('not wrapped in act')) tell(...said);
  };
}
