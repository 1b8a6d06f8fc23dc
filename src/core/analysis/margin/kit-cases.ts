import { amountsOf, type Choice } from '../../catalog';
import { type KitProgram, type Program, programWith } from '../../compile';
import { Exact } from '../../number';
import { LARGEST_QUANTITY, orderableRange, within } from '../../ordering';
import { kindOfAmount } from '../../pricing';

/** A kit as it is bought in some numbers and with some answers. */
export interface KitCase {
  readonly program: Program;
  /** so much of what its parts come to, all in all, its price has in it */
  readonly share: Exact;
  /** and so much of it is in the base that percentages are taken of */
  readonly ofBase: Exact;
}

/** So many cases are looked at one by one. */
const MOST_CASES = 60;

const HUNDRED = Exact.of(100);

/**
 * Parts the selections of a kit so that within each case its price is a sum again: by the steps of its quantity breaks,
 * and by the answers that add a percentage.
 *
 * @returns null where that can't be done, or comes to more than are looked at
 */
export function kitCases(program: Program, kit: KitProgram): readonly KitCase[] | null {
  const inNumbers = casesByNumber(program, kit);
  const cases = program.product.choices.reduce<readonly KitCase[] | null>((all, choice, index) => {
    if (!all || !addsShares(choice)) return all;
    const each = answersTold(program, choice, index);
    return each && all.length * each.length <= MOST_CASES
      ? all.flatMap((one) => each.map((answer) => answered(one, choice, answer)))
      : null;
  }, inNumbers);
  if (!cases || cases.some(({ share }) => share.sign() < 0)) return null;
  // What stands in slots is looked at together with what the kit adds itself, as the whole of what it costs.
  return kit.slots.length > 0 && cases.some(({ share }) => !share.equals(Exact.one)) ? null : cases;
}

/** By the steps of its breaks. Of graduated ones what the first piece costs counts. */
function casesByNumber(program: Program, kit: KitProgram): readonly KitCase[] | null {
  const {
    base: { breaks },
    quantities,
    variants,
  } = program;
  if ([...variants.values()].some((variant) => variant.breaks !== null)) return null;
  const ofBaseAlone = kit.terms.isOwn && breaks?.gives !== 'percentOfAll';
  const at = (share: Exact): Omit<KitCase, 'program'> => ({
    share,
    ofBase: kit.terms.isOwn ? Exact.zero : share,
  });
  // Options may have breaks, too: what they add stays a sum.
  if (!breaks || ofBaseAlone) return [{ program, ...at(Exact.one) }];
  const shareAt = (value: Exact): Exact => {
    switch (breaks.gives) {
      case 'price':
        return Exact.zero;
      case 'less':
        return Exact.one;
      case 'percent':
      case 'percentOfAll':
        return HUNDRED.minus(value).over(HUNDRED);
    }
  };
  if (breaks.counting === 'graduated') {
    const first = breaks.steps.findLast(({ from }) => from.sign() === 0);
    return [{ program, ...at(first ? shareAt(first.value) : Exact.one) }];
  }
  if (quantities.nearer.length > 0) return null;
  const starts = [
    { from: 1, share: Exact.one },
    ...breaks.steps.map(({ from, value }) => ({ from: from.toApproximateNumber(), share: shareAt(value) })),
  ];
  return starts.flatMap(({ from, share }, place) => {
    const orderable = within(quantities.usual.orderable, {
      least: from,
      most: (starts[place + 1]?.from ?? LARGEST_QUANTITY + 1) - 1,
    });
    const range = orderableRange(orderable);
    return range
      ? [
          {
            program: programWith(program, {
              quantities: { ...quantities, usual: { ...quantities.usual, orderable } },
              defaultQuantity: range.least,
            }),
            ...at(share),
          },
        ]
      : [];
  });
}

const addsShares = (choice: Choice): boolean =>
  amountsOf(choice).some((amount) => amount && kindOfAmount(amount).operation !== 'add');

/** An answer to a choice, and what it adds as it is written. */
interface Told {
  readonly answer: string | boolean | null;
  readonly amount: ReturnType<typeof amountsOf>[number];
}

/** Everything that can be answered to a choice; null where that is more than a few answers, or rules have a say. */
function answersTold(program: Program, choice: Choice, index: number): readonly Told[] | null {
  const compiled = program.choices[index];
  if (
    !compiled ||
    compiled.groups.length > 0 ||
    program.rules?.program.onChoice.has(index) ||
    Object.hasOwn(program.fixed, choice.key)
  )
    return null;
  switch (choice.kind) {
    case 'list':
    case 'swatch':
    case 'lettering':
      // One that is had several times adds its share as often.
      if (choice.ownQuantity) return null;
      return [...choice.options.map(({ key, amount }) => ({ answer: key, amount })), { answer: null, amount: null }];
    case 'yesNo':
      return [
        { answer: true, amount: choice.amount },
        { answer: false, amount: null },
      ];
    default:
      return null;
  }
}

/** A case with a choice answered. */
function answered(one: KitCase, { key }: Choice, { answer, amount }: Told): KitCase {
  return {
    ...one,
    program: programWith(one.program, { fixed: { ...one.program.fixed, [key]: answer } }),
    share: one.share.plus(moreOf(one, amount)),
  };
}

/** What a percentage takes of what the parts come to. */
function moreOf({ share, ofBase }: KitCase, amount: Told['amount']): Exact {
  const percent = amount && Exact.from(amount.value).over(HUNDRED);
  if (!amount || !percent) return Exact.zero;
  switch (kindOfAmount(amount).operation) {
    case 'add':
      return Exact.zero;
    case 'shareOfSum':
      return share.times(percent);
    case 'shareOfBase':
      return ofBase.times(percent);
  }
}
