/** Ways to mark a part of a text. */
export const MARKS = ['bold', 'italic', 'list', 'link'] as const;

export type Marked = (typeof MARKS)[number];

const AROUND: Readonly<Record<Exclude<Marked, 'list'>, readonly [before: string, instead: string, after: string]>> = {
  bold: ['**', 'bold', '**'],
  italic: ['*', 'italic', '*'],
  link: ['[', 'words', '](https://)'],
};

/**
 * Marks what is selected of a text as CommonMark writes it.
 *
 * @param from first selected character
 * @param to   first character that is not selected any more
 * @returns the text, and what is selected in it afterwards
 */
export function marking(text: string, from: number, to: number, as: Marked): { text: string; from: number; to: number } {
  if (as === 'list') {
    const start = text.lastIndexOf('\n', from - 1) + 1;
    const lines = text.slice(start, to).split('\n').map((line) => (line.startsWith('- ') ? line : `- ${line}`)).join('\n');
    // A list stands apart from the lines before it.
    const gap = start === 0 || text.slice(0, start).endsWith('\n\n') || text.slice(0, start).split('\n').at(-2)?.startsWith('- ') ? '' : '\n';
    const before = text.slice(0, start) + gap;
    return { text: before + lines + text.slice(to), from: before.length + lines.length, to: before.length + lines.length };
  }
  const [before, instead, after] = AROUND[as];
  const selected = text.slice(from, to) || instead;
  const begin = from + before.length;
  return { text: text.slice(0, from) + before + selected + after + text.slice(to), from: begin, to: begin + selected.length };
}
