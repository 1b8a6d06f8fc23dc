/** An empty field is no value, which is not the same as a value of nothing. */
export function orNull(text: string): string | null {
  return text.trim() === '' ? null : text.trim();
}
