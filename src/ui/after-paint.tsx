'use client';

import { type ComponentType, lazy, Suspense } from 'react';

/** Resolves when the page has been painted for the first time, or nobody looks at it. */
function painted(): Promise<void> {
  if (
    typeof window === 'undefined' ||
    document.visibilityState === 'hidden' ||
    performance.getEntriesByName('first-contentful-paint').length > 0
  )
    return Promise.resolve();
  return new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
}

/**
 * A part of a page that is there to be seen at once, as the server has drawn it, and whose script comes only when it
 * has been painted. What is done to it before is told to what of it `Wakes`.
 *
 * @param load what brings it
 */
export function afterPaint<P extends object>(load: () => Promise<ComponentType<P>>): ComponentType<P> {
  const Part = lazy(async () => {
    await painted();
    return { default: await load() };
  });
  return function AfterPaint(props: P) {
    return (
      <Suspense>
        <Part {...props} />
      </Suspense>
    );
  };
}
