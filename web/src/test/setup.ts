import { cleanup, configure } from '@testing-library/react';
import { afterEach } from 'vitest';
import { answer, forget } from './server';

// The client takes the browser's fetch when it is made: here it is a server of the test's own, at the HTTP boundary.
globalThis.fetch = answer;
// jsdom draws nothing, and has no pointers to capture.
Object.assign(globalThis, {
  ResizeObserver: class {
    observe = () => undefined;
    unobserve = () => undefined;
    disconnect = () => undefined;
  },
});
Object.assign(Element.prototype, { setPointerCapture: () => undefined, scrollIntoView: () => undefined });

// What comes is waited for as long as a test may take: how fast the machine is decides nothing.
configure({ asyncUtilTimeout: 60_000 });

afterEach(() => {
  cleanup();
  forget();
  localStorage.clear();
  sessionStorage.clear();
});
