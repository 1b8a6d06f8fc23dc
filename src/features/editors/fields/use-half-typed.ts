import { usePathname } from 'next/navigation';
import { useCallback, useState } from 'react';

/** By page and place; lost with the window, as what is typed elsewhere and not yet said is. */
const left = new Map<string, string>();

/**
 * What is typed into a line that adds something, and not added yet. Who looks elsewhere in between, where the line is
 * not drawn, finds it as it was left.
 *
 * @param place which line of the page it is
 */
export function useHalfTyped(place: string): readonly [string, (text: string) => void] {
  const key = `${usePathname()} ${place}`;
  const [typed, setTyped] = useState(() => ({ key, text: left.get(key) ?? '' }));
  // The same line may come to stand for another choice.
  const text = typed.key === key ? typed.text : (left.get(key) ?? '');
  const type = useCallback(
    (next: string) => {
      if (next === '') left.delete(key);
      else left.set(key, next);
      setTyped({ key, text: next });
    },
    [key],
  );
  return [text, type];
}
