import { useCallback, useMemo, useState } from 'react';
import { type Change } from '@/core/analysis';
import { type PartCandidate } from '@/core/catalog';
import { type CandidateProgram, type ComponentProgram, type Program } from '@/core/compile';
import { type PartJson, type ResolutionJson } from '@/core/exchange';
import { type PartSelection, placeOfEntry } from '@/core/selection';
import { type PageContext } from './control';
import {
  type GivenPart,
  NO_PARTS,
  NOTHING_GONE,
  type PartsHolder,
  partsWith,
  problemsOf,
  selectionOf,
} from './given-parts';
import { changedAnswers, pageOf, withoutDeadEnds } from './page-of';
import { type Answers } from './selection-form';
import { useOutlook } from './use-outlook';

/** The form of one part, as the form of any product, and what is said of the part itself. */
export interface PartState extends PartsHolder {
  readonly answers: Answers;
  readonly page: PageContext;
  readonly changes: readonly Change[];
  answer(choice: string, answer: unknown): void;
  change(): void;
}

/** What is chosen of a part as a whole. */
export interface PartChosen {
  readonly isTaken: boolean;
  readonly candidate: CandidateProgram | undefined;
  /** how many of it, as given */
  readonly quantity: number;
  /** as it resolves; undefined while it is left out or refused */
  readonly shown: PartJson | undefined;
  readonly problems: ResolutionJson['problems'];
  take(taken: boolean): void;
  choose(product: string): void;
  setQuantity(quantity: number): void;
}

const NOTHING: PartSelection = { answers: {} };
const NO_ANSWERS: Answers = {};
const NO_CHANGES: readonly Change[] = [];

/** What is chosen of a part of a product. */
export function usePartChosen({ resolution, parts, givePart }: PartsHolder, component: ComponentProgram): PartChosen {
  const { key, optional, taken, candidates, quantity } = component;
  const given = parts[key];
  const shown = resolution.parts.find((part) => part.kind === 'part' && part.part === key);
  const isTaken = given === undefined ? !optional || taken : given !== null && given.quantity !== 0;
  const change = (next: (part: PartSelection) => GivenPart) => givePart(key, (part) => next(part ?? NOTHING));
  return {
    isTaken,
    candidate: candidates.find(({ product }) => product === given?.product) ?? candidates[0],
    quantity: given?.quantity || quantity.usual,
    shown,
    problems: problemsOf(resolution, key),
    // What was answered of it comes back with it.
    take: (wanted) => change((part) => (wanted ? { ...part, quantity: quantity.usual } : { ...part, quantity: 0 })),
    choose: (product) =>
      change((part) =>
        part.product === product
          ? part
          : { answers: {}, product, ...(part.quantity !== undefined && { quantity: part.quantity }) },
      ),
    setQuantity: (count) => change((part) => ({ ...part, quantity: count })),
  };
}

/** The form of the product that a part is, with its own parts. */
export function usePart(
  holder: PartsHolder,
  component: ComponentProgram,
  candidate: CandidateProgram,
  shown: PartJson,
): PartState {
  const { parts: givenParts, around, givePart } = holder;
  const { key } = component;
  const { program } = candidate;
  const [last, setLast] = useState<string | null>(null);
  const given = givenParts[key];
  const answers = given?.answers ?? NO_ANSWERS;
  const { program: whole } = holder;
  const settled = useMemo<PartCandidate>(
    () => settledBy(whole, key, candidate.product),
    [whole, key, candidate.product],
  );
  const subject = useMemo(() => {
    const product = around.surroundings.products.get(candidate.product) ?? program.product;
    return {
      product,
      surroundings: around.surroundings,
      today: around.today,
      part: { candidate: settled, usual: component.quantity.usual },
    };
  }, [around.surroundings, around.today, candidate.product, program.product, settled, component.quantity.usual]);
  const count = given?.quantity || component.quantity.usual;
  const question = useMemo(
    () => ({
      selection: selectionOf(program, answers, count, given?.parts ?? NO_PARTS),
      group: around.group,
      files: around.files,
      kept: last,
    }),
    [program, answers, given?.parts, count, around.group, around.files, last],
  );
  const { now, last: before } = useOutlook(program, subject, question);
  const outlook = now ?? before;
  const { resolution: resolved } = shown;
  const resolution = useMemo(
    () =>
      outlook?.kind === 'open' ? { ...resolved, shown: withoutDeadEnds(program, resolved.shown, outlook) } : resolved,
    [resolved, program, outlook],
  );
  const changes = now?.kind === 'conflict' ? now.changes : NO_CHANGES;
  const page = useMemo(() => pageOf(program, resolution, around), [program, resolution, around]);
  const own = useCallback(
    (change: (part: PartSelection) => PartSelection) => givePart(key, (part) => change(part ?? NOTHING)),
    [givePart, key],
  );
  return {
    program,
    resolution,
    answers,
    page,
    changes,
    around,
    goneInParts: outlook?.kind === 'open' ? outlook.inParts : NOTHING_GONE,
    parts: given?.parts ?? NO_PARTS,
    givePart: (inner, change) => own((part) => ({ ...part, parts: partsWith(part.parts ?? NO_PARTS, inner, change) })),
    answer(choice, answer) {
      setLast(choice);
      own((part) => {
        const { [choice]: _former, ...rest } = part.answers;
        return { ...part, answers: answer === undefined ? rest : { ...rest, [choice]: answer } };
      });
    },
    change: () => own((part) => ({ ...part, answers: changedAnswers(program, part.answers, changes) })),
  };
}

const LEFT_OPEN: Omit<PartCandidate, 'product'> = { fixed: {}, narrowed: {} };

/** What the product’s definition says of a candidate. */
function settledBy(whole: Program, key: string, product: string): PartCandidate {
  const slot = whole.product.choices.find((choice) => choice.kind === 'slot' && choice.key === placeOfEntry(key)?.slot);
  if (slot?.kind === 'slot')
    return { product, ...((Object.hasOwn(slot.settled, product) && slot.settled[product]) || LEFT_OPEN) };
  const part = whole.product.parts.find((candidate) => candidate.key === key);
  return part?.candidates.find((candidate) => candidate.product === product) ?? { product, ...LEFT_OPEN };
}
