/** What is typed one a line: without spaces at the ends, and without empty lines. */
export const typedLines = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
