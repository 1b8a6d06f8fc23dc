import { type Choice, hasOptions, kindOf } from '../../catalog';
import { anyFile } from '../../catalog/choices';
import { type CandidateProgram, type ComponentProgram, type Program } from '../../compile';
import { Exact } from '../../number';
import { type Problem, problemClass } from '../../problems';
import { placeOfEntry, type Selection, slotEntries } from '../../selection';
import { candidateAt } from '../kits/candidate-at';
import { piecesPrice } from '../kits/entries';
import { readInside } from '../answers/inside';
import { type Priced, type UsualPriced, type UsualPrices } from '../kits/kit-price';
import { type Resolution } from '../resolution';
import { Kept, type Run } from '../run';
import { isRecord } from '../../is-record';

const known = new Kept<Program, UsualPrices>();

/**
 * What a kit has in each of its places as it comes when customers change nothing: by defaults and rules, as the manager
 * settled it, in its usual number; and where something must be chosen, its cheapest answer. Priced as for this customer
 * on this day, whatever there is of stock.
 *
 * @param quantity how many of the kit are bought: rules may look at it
 */
export function usualPrices(program: Program, quantity: number, run: Run): UsualPrices {
  const free = run.free();
  const asksQuantity = (program.kit?.slots.length ?? 0) > 0 && program.rules !== null;
  return known.of(free, program, asksQuantity ? quantity : '', () => {
    const { entries } = readInside(program, { answers: {}, quantity }, free, []);
    const found = new Map<ComponentProgram, UsualPriced | null>();
    for (const { component, candidate, count, resolution, alone, once } of entries) {
      const isOpen = !alone || resolution.state === 'incomplete';
      const finished = isOpen ? usualIn(candidate, count, free) : { alone, once };
      const own: UsualPriced | null = finished && { ...finished, ...(isOpen && alone && { open: { alone, once } }) };
      const before = found.get(component);
      found.set(component, before === undefined ? own : own && before && together(before, own));
    }
    return found;
  });
}

function together(one: UsualPriced, other: UsualPriced): UsualPriced {
  const sum = (a: Priced, b: Priced): Priced => ({ alone: a.alone.plus(b.alone), once: a.once.plus(b.once) });
  return { ...sum(one, other), ...((one.open ?? other.open) && { open: sum(one.open ?? one, other.open ?? other) }) };
}

const inNumbers = new Kept<CandidateProgram, Priced | null>();

/**
 * What so many of a candidate cost when customers change nothing of it, with the cheapest answer where one must be
 * given.
 *
 * @returns null where it can't be sold so, or has no price
 */
export function usualIn(candidate: CandidateProgram, count: number, run: Run): Priced | null {
  const free = run.free();
  return inNumbers.of(free, candidate, count, () => {
    const cheapest = cheapestOf(candidate.program, count, free);
    const alone = cheapest && piecesPrice(cheapest, count);
    return alone && { alone, once: cheapest.once };
  });
}

/**
 * So many selections are resolved at most to find the cheapest; beyond that the first answer is taken for what is left.
 */
const MOST_TRIED = 1_500;

/**
 * The cheapest that a product can be when nothing is answered but what must be; null where none is found that has a
 * price.
 */
function cheapestOf(program: Program, quantity: number, free: Run): Resolution | null {
  const run = free.with({ files: filesOf(program) });
  let tried = 0;
  const found: { resolution: Resolution; total: Exact }[] = [];
  const look = (selection: Selection): Resolution => {
    tried += 1;
    return run.resolve(program, { ...selection, quantity });
  };
  const search = (selection: Selection, resolution: Resolution, left: ReadonlySet<string>): void => {
    if (resolution.problems.some(({ code, where }) => problemClass(code) === 'invalid' && !left.has(nameOf(where))))
      return;
    const open = nextOpen(program, resolution, left);
    if (!open) {
      const pieces = piecesPrice(resolution, quantity);
      const total = pieces?.plus(resolution.once);
      if (total && (!found[0] || total.isLess(found[0].total))) found[0] = { resolution, total };
      return;
    }
    const answers = answersFor(open, run.context.today);
    // What takes a file, or whatever can't be made up here, costs the same whatever it is.
    if (answers.length === 0) return search(selection, resolution, new Set([...left, nameOf(open.where)]));
    const next = answers.map((raw) => answered(selection, open.where.part, open.key, raw));
    if (isByItself(open) && resolution.unitPrice) {
      const each = next
        .map((one) => ({ one, made: look(one) }))
        .filter(
          ({ made }) =>
            !made.problems.some(
              ({ code, where }) =>
                where.at === 'choice' && nameOf(where) === nameOf(open.where) && problemClass(code) === 'invalid',
            ),
        );
      const total = ({ made }: { made: Resolution }) => (piecesPrice(made, quantity) ?? Exact.zero).plus(made.once);
      const [first, ...others] = each;
      const cheapest = first && others.reduce((least, one) => (total(one).isLess(total(least)) ? one : least), first);
      return cheapest && search(cheapest.one, cheapest.made, left);
    }
    for (const one of next) {
      search(one, look(one), left);
      if (tried > MOST_TRIED && found[0]) return;
    }
  };
  const nothing: Selection = { answers: {}, quantity };
  search(nothing, look(nothing), new Set());
  return found[0]?.resolution ?? null;
}

const nameOf = ({ part, at, ...rest }: Problem['where']): string =>
  JSON.stringify([part, at, 'choice' in rest ? rest.choice : null]);

/** A choice that must be answered and isn't: where it stands, and of which product it is. */
interface Open {
  readonly where: Problem['where'];
  readonly program: Program;
  readonly key: string;
  readonly index: number;
}

/**
 * The next choice to answer: what stock, slots and rules depend on first, so that the rest can be looked at by itself.
 */
function nextOpen(program: Program, resolution: Resolution, left: ReadonlySet<string>): Open | null {
  const open = resolution.problems.flatMap(({ code, where }): Open[] => {
    if (code !== 'answerMissing' || where.at !== 'choice' || left.has(nameOf(where))) return [];
    const within = programAt(program, resolution, where.part);
    const index = within?.indexOf.get(where.choice);
    return within && index !== undefined ? [{ where, program: within, key: where.choice, index }] : [];
  });
  return open.find((one) => !isByItself(one)) ?? open[0] ?? null;
}

/** Whether what is answered to a choice changes nothing but what it adds itself. */
function isByItself({ program: { rules, formulas, choices, product }, index }: Open): boolean {
  return (
    rules === null &&
    formulas.length === 0 &&
    choices[index]?.stocked !== true &&
    product.choices[index]?.kind !== 'slot'
  );
}

/** The program of what stands in a place, as it is chosen there. */
function programAt(program: Program, { parts }: Resolution, [key, ...rest]: readonly string[]): Program | null {
  if (key === undefined) return program;
  const shown = parts.find(({ part }) => part === key);
  const candidate = shown && candidateAt(program, key, shown.product);
  return candidate ? programAt(candidate.program, shown.resolution, rest) : null;
}

/** Answers of which the cheapest is one: every option of a list; of something typed its ends. */
function answersFor({ program, index }: Open, today: string): readonly unknown[] {
  const choice = program.product.choices[index];
  const compiled = program.choices[index];
  if (!choice || !compiled) return [];
  if (choice.kind === 'slot')
    return choice.options.map(({ key }) => [{ product: key, quantity: choice.least, answers: {} }]);
  if (choice.kind === 'several') return severalOf(choice);
  if (hasOptions(choice)) return choice.options.map(({ key }) => key);
  const reading = { today, files: filesOf(program) };
  const found = kindOf(choice).candidates(choice, {
    index,
    today,
    thresholds: [],
    words: [],
    seasons: [],
    byWeekday: false,
    further: [],
    read(raw, same) {
      const problems: Problem[] = [];
      const answer = compiled.reader.read(raw, problems, reading);
      return answer && problems.length === 0 ? [{ raw, answer, option: null, same }] : [];
    },
  });
  return found?.list.flatMap(({ raw }) => (raw === null ? [] : [raw])) ?? [];
}

/** Of several of a list, as few as may be: each by itself, or those that add least. */
function severalOf({ options, least }: Extract<Choice, { kind: 'several' }>): readonly unknown[] {
  if (least === null || least === 1) return options.map(({ key }) => [key]);
  const amountOf = ({ amount }: (typeof options)[number]) => (amount && Exact.parse(amount.value)) ?? Exact.zero;
  const rising = [...options].sort((one, other) => amountOf(one).compare(amountOf(other)));
  return rising.length < least ? [] : [rising.slice(0, least).map(({ key }) => key)];
}

const filesOf =
  ({ product }: Program) =>
  (token: string) =>
    anyFile(token, product.choices);

/** A selection with one more answer, in a part of a part where it stands there. */
function answered(selection: Selection, part: readonly string[], key: string, raw: unknown): Selection {
  const [first, ...rest] = part;
  if (first === undefined) return { ...selection, answers: { ...selection.answers, [key]: raw } };
  const entry = placeOfEntry(first);
  const filled = entry && slotEntries(selection.answers[entry.slot]);
  if (entry && filled) {
    const entries = filled.map(({ product, quantity, answers, parts }, index) => {
      const own = { answers: isRecord(answers) ? answers : {}, ...(isRecord(parts) && { parts }) } as Selection;
      return { product, quantity, ...(index === entry.index ? answered(own, rest, key, raw) : own) };
    });
    return { ...selection, answers: { ...selection.answers, [entry.slot]: entries } };
  }
  const own = selection.parts?.[first] ?? { answers: {} };
  return { ...selection, parts: { ...selection.parts, [first]: answered(own, rest, key, raw) } };
}
