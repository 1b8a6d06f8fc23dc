/** @returns the number of letters to add, take away or replace. @see Levenshtein's distance, row by row */
function distance(a: string, b: string): number {
  let before = Array.from({ length: b.length + 1 }, (_, column) => column);
  for (let row = 1; row <= a.length; row += 1) {
    const now = [row];
    for (let column = 1; column <= b.length; column += 1) {
      const replaced = (before[column - 1] ?? 0) + (a[row - 1] === b[column - 1] ? 0 : 1);
      now.push(Math.min(replaced, (before[column] ?? 0) + 1, (now[column - 1] ?? 0) + 1));
    }
    before = now;
  }
  return before[b.length] ?? 0;
}

const LONGEST = 60;

/** The word that a mistyped one probably means; null where none is close. */
export function closest(given: string, known: readonly string[]): string | null {
  const typed = given.slice(0, LONGEST).toLowerCase();
  const [best] = known
    .map((word) => ({ word, apart: distance(typed, word.toLowerCase()) }))
    .sort((a, b) => a.apart - b.apart);
  return best && best.apart <= Math.max(1, Math.ceil(best.word.length / 3)) ? best.word : null;
}
