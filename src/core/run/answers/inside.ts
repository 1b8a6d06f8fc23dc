import { type Program } from '../../compile/program';
import { type HeldIn } from '../../compile/held';
import { type Problem } from '../../problems';
import { type Answer, placeOfEntry } from '../../selection';
import { readAnswers, type ReadAnswers, readSelection } from './answers';
import { type Entry, readEntries } from '../kits/entries';
import { type Run } from '../run';
import { fillSlots, type Slots } from '../kits/slots';

/** A selection as it has been read: its answers, and what it puts into the places of the product. */
export interface Inside extends ReadAnswers {
  readonly given: Readonly<Record<string, unknown>>;
  readonly quantity: number;
  /** its parts, then what is in its slots */
  readonly entries: readonly Entry[];
  /** what is in slots and stands for parts, as formulas look at it; absent where there are none */
  readonly held?: HeldIn;
}

/** Reads a selection, which may be anything at all. @param problems takes what is wrong, in the order of the page */
export function readInside(program: Program, selection: unknown, run: Run, problems: Problem[]): Inside {
  const { given, quantity, parts } = readSelection(program, selection, problems);
  const inParts = readEntries(program, parts, run, problems);
  const from = problems.length;
  const building = builder(program, given, inParts, run);
  const read = readAnswers(program, { given, quantity }, run.context, problems, building?.filling);
  const inSlots = building?.filled(read.answers, problems) ?? NO_ENTRIES;
  if (inSlots.length > 0) inOrderOfPage(program, problems, from);
  return {
    ...read,
    given,
    quantity,
    entries: inSlots.length === 0 ? inParts : [...inParts, ...inSlots],
    held: building?.held(),
  };
}

const NO_ENTRIES: readonly Entry[] = [];

/**
 * What fills the slots of a product while its answers are read, and what they come to; null where nothing looks into
 * slots or parts.
 */
function builder(program: Program, given: Readonly<Record<string, unknown>>, parts: readonly Entry[], run: Run) {
  const { kit } = program;
  if (!kit) return null;
  let read: readonly (Answer | null)[] = [];
  const slots: Slots = fillSlots(program, { given, answers: () => read, parts }, run);
  return {
    filling(answers: readonly (Answer | null)[]) {
      read = answers;
      return slots.held;
    },
    held: () => slots.held,
    /** what is in the slots that are filled; what is wrong there is told */
    filled(answers: readonly (Answer | null)[], problems: Problem[]) {
      read = answers;
      return kit.slots.flatMap(({ choice }) => {
        const filled = slots.at(choice);
        problems.push(...filled.problems);
        return filled.entries;
      });
    },
  };
}

/**
 * Puts what is wrong with answers, and with what is in slots, in the order of the page. @param from the first of these
 * problems
 */
function inOrderOfPage({ indexOf }: Program, problems: Problem[], from: number): void {
  const position = ({ where }: Problem) => {
    const [outermost] = where.part;
    const key =
      outermost === undefined ? (where.at === 'choice' ? where.choice : undefined) : placeOfEntry(outermost)?.slot;
    return indexOf.get(key ?? '') ?? -1;
  };
  problems.push(...problems.splice(from).sort((a, b) => position(a) - position(b)));
}
