import { type SyntheticEvent, useCallback } from 'react';

/** Takes a picture once it is there, and every time another is; `take` must stay the same. */
export function useLoaded(take: (image: HTMLImageElement) => void) {
  const look = useCallback(
    (image: HTMLImageElement | null) => {
      // What came before the page was awake has told nobody that it came.
      if (image?.complete && image.naturalWidth > 0 && image.naturalHeight > 0) take(image);
    },
    [take],
  );
  return { ref: look, onLoad: ({ currentTarget }: SyntheticEvent<HTMLImageElement>) => look(currentTarget) };
}
