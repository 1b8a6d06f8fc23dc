import { clicks, prepareClicks } from './build-clicks';

/** What a page measures of itself; read by `builds.ts`. */
const { next, compiled, ready } = prepareClicks();
Object.assign(globalThis, {
  measured: { compiled, ready, clicks: [...clicks(next)].map(({ milliseconds }) => milliseconds) },
});
