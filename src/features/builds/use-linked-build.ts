'use client';

import { useEffect, useRef } from 'react';
import { type SelectionState } from '@/features/selection/use-selection';
import { sayFailed } from '@/ui/toasts';
import { builtBy } from './build-link';

/** Opens what a link has chosen, once the page is there. */
export function useLinkedBuild({ take }: Pick<SelectionState, 'take'>): void {
  const done = useRef(false);
  useEffect(() => {
    if (done.current) return;
    done.current = true;
    const built = builtBy(window.location.hash);
    if (built) take(built);
    // Messages have a place of their own, which is not there before the page is.
    else if (built === undefined) window.setTimeout(() => sayFailed('This link can’t be read', 'It may have been cut off. The page begins with nothing chosen.'), 500);
  }, [take]);
}
