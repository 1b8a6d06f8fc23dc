import { type Breaks } from '../pricing';
import { readNumber } from '../quantity';

/** A line of a pasted table of breaks, as it has been understood. */
export interface BreakLine {
  /** counted from 1 */
  readonly line: number;
  readonly text: string;
  /** null where the line can't be read */
  readonly step: Breaks['steps'][number] | null;
  /** what is wrong, and what would be right; empty where nothing is */
  readonly fault: string;
}

/**
 * Reads a pasted table of breaks, a line each: from how many on, and the price or how much less it is then, parted by a
 * tab, a semicolon, a colon or spaces. A first line that has words in the place of numbers is a heading, and left out.
 */
export function readBreakList(text: string): BreakLine[] {
  const seen = new Set<string>();
  return text.split(/\r?\n/).flatMap((raw, place): BreakLine[] => {
    const cells = raw
      .replace(/[;:]/g, ' ')
      .split(/\s/u)
      .filter((cell) => cell !== '');
    if (cells.length === 0 || (place === 0 && !/\d/.test(raw))) return [];
    const line = { line: place + 1, text: raw };
    const wrong = (fault: string): BreakLine[] => [{ ...line, step: null, fault }];
    if (cells.length !== 2) return wrong('Give two numbers: from how many on, and what it is then, such as “10 4.50”.');
    const [from, value] = cells.map((cell) => readNumber(cell.replace(/[€%]/gu, '')));
    if (!from || from.fault || !value || value.fault)
      return wrong(`“${from?.fault ? cells[0] : cells[1]}” can’t be read as a number.`);
    const step = { from: from.value.toString(), value: value.value.toString() };
    if (seen.has(step.from)) return wrong(`A step from ${step.from} stands above already.`);
    seen.add(step.from);
    return [{ ...line, step, fault: '' }];
  });
}
