/** An empty field is no value, which is not the same as a value of nothing. */
export function orNull(text: string): string | null {
  return text.trim() === '' ? null : text.trim();
}

/** A text that is still being typed, as it is; null for one of nothing but spaces. */
export const asTyped = (text: string): string | null => (orNull(text) === null ? null : text);
