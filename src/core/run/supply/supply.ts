import { drawsOfStep } from '../../compile';
import { type Program } from '../../compile/program';
import { Exact } from '../../number';
import { type Orderable, orderableRange } from '../../ordering';
import { problem, type Problem, type ProblemData } from '../../problems';
import { convert, formatQuantity, type Unit, unitByCode } from '../../quantity';
import { AT_ITEM, AT_QUANTITY, atChoice } from '../../selection';
import {
  type Availability,
  type Draw,
  FEW,
  isTold,
  longestPieces,
  type LotStock,
  type Pieces,
  type StockView,
} from '../../stock';
import { type Entry } from '../kits/entries';
import { partOut, shortPart } from './short-part';

type Limit = NonNullable<Availability['limitedBy']>;

/** What is asked for, and what there is of it. */
interface Asked {
  readonly entries: readonly Entry[];
  readonly draws: readonly Draw[];
  readonly availability: Availability;
  /** how many items */
  readonly items: number;
  /** what may be ordered, whoever has the word about it, and whatever rules say of the number that is asked for */
  readonly orderable: Orderable;
  readonly view: StockView | null;
}

/**
 * Why a selection can't be supplied, and what could be supplied instead; null where it can.
 *
 * @param orderableOf the greatest number that can be ordered, of so many that could be supplied; 0 for none
 */
export function supplyProblem(
  program: Program,
  { entries, draws, availability, items, orderable, view }: Asked,
  orderableOf: (most: number) => number,
): Problem | null {
  const { canSupply: there, limitedBy, cutPlans } = availability;
  if (!limitedBy || typeof there !== 'number') return null;
  const least = orderableRange(orderable)?.least ?? program.defaultQuantity;
  if (there >= least && there >= items) return null;
  const canSupply = there < 1 ? there : orderableOf(there);
  const few = there < least;
  const { title: item, stock, cutting, available } = limitedBy;
  const lying = cutting && view?.lots(stock);
  const short = entries.length > 0 && !lying ? shortPart(entries, draws, stock) : null;
  if (short && view) return partOut(short, item, canSupply, items, view);
  if (lying && available.value.sign() > 0)
    return cuttingProblem(program, limitedBy, lying, {
      pieces: cutting.pieces,
      longest: cutting.longest,
      canSupply,
      items: Math.max(items, least),
      least,
      isProved: cutPlans.find((plan) => plan.stock === stock)?.plan.isProved ?? true,
    });
  return few
    ? problem(AT_ITEM, { code: 'outOfStock', item })
    : problem(AT_QUANTITY, { code: 'notEnoughStock', item, canSupply, asked: items });
}

/** What is to be cut, and what could be. */
interface Cutting {
  readonly pieces: readonly Pieces[];
  readonly longest: Exact;
  readonly canSupply: number;
  readonly items: number;
  readonly least: number;
  /** whether it is proved that no more can be cut */
  readonly isProved: boolean;
}

function cuttingProblem(
  program: Program,
  { title: item, stock, available }: Limit,
  lying: LotStock,
  { pieces, longest, canSupply, items, least, isProved }: Cutting,
): Problem {
  const { unit } = available;
  const piece = pieces.reduce((most, { length }) => (length.isMore(most) ? length : most), Exact.zero);
  const count = pieces.reduce((sum, each) => sum + each.count, 0) * items;
  const tooLong = piece.isMore(longest);
  const asked = askedBy(program, stock);
  const write = (length: Exact) => formatQuantity({ value: length, unit: asked?.unit ?? unit });
  const answer = (length: Exact) => (asked ? asked.nearest(length) : length.rounded(3, 'floor'));
  const instead: string[] = [];
  const nearest: string[] = [];
  const suggest = (length: Exact | null, words: (written: string) => string) => {
    if (!length || length.sign() <= 0) return;
    instead.push(words(write(length)));
    if (asked && nearest.length === 0) nearest.push(write(length));
  };
  if (canSupply > 0 && isTold(canSupply)) instead.push(`${canSupply} of this length`);
  // Several parts may ask for pieces of one length.
  if (pieces.every(({ length }) => length.equals(piece))) {
    const most = answer(longestPieces(lying, count));
    suggest(most, (length) =>
      count === 1 ? `one piece of up to ${length}` : `${count} pieces of up to ${length} each`,
    );
    if (tooLong) {
      const parts = inParts(piece, count, lying);
      if (parts)
        instead.push(
          `the same length in ${parts.count} pieces of ${write(asked ? asked.convert(parts.length) : parts.length)}`,
        );
    }
  }
  const data: ProblemData = {
    code: 'cannotCut',
    item,
    // How much there is of what there is plenty of is nobody's business.
    total: available.value.isMore(FEW) ? '' : formatQuantity(available),
    longest: formatQuantity({ value: longest, unit }),
    piece: formatQuantity({ value: piece.rounded(6), unit }),
    pieces: count,
    canSupply,
    tooLong,
    isProved,
    instead,
    nearest,
  };
  const where = asked && (tooLong || canSupply < least) ? atChoice(asked.choice) : AT_QUANTITY;
  // Beside the quantity, quantities are offered, and beside the measure measures.
  return problem(
    where,
    where.at === 'quantity'
      ? { ...data, nearest: canSupply > 0 && isTold(canSupply) ? [String(canSupply)] : [] }
      : data,
  );
}

const MOST_PARTS = 12;

/** The fewest equal parts in which as much can be had. */
function inParts(piece: Exact, count: number, lying: LotStock): { count: number; length: Exact } | null {
  for (let parts = 2; parts <= MOST_PARTS; parts += 1) {
    const length = piece.over(Exact.of(parts)).rounded(3, 'ceiling');
    if (!longestPieces(lying, count * parts).isLess(length)) return { count: count * parts, length };
  }
  return null;
}

/**
 * The measure that says how long the pieces of a stock item are, where one does, and its answers in the item's unit.
 */
function askedBy(
  { product, supplySteps }: Program,
  stock: string,
): { choice: string; unit: Unit; convert: (length: Exact) => Exact; nearest: (length: Exact) => Exact | null } | null {
  const draw = supplySteps.flatMap(drawsOfStep).find((candidate) => candidate.stock === stock && candidate.measure);
  const choice = draw?.measure && product.choices[draw.measure.index];
  const unit = choice?.kind === 'measure' ? unitByCode(choice.unit) : undefined;
  if (!draw || choice?.kind !== 'measure' || !unit) return null;
  const read = (text: string | null) => (text === null ? null : Exact.parse(text));
  const [least, step] = [read(choice.min), read(choice.step)];
  const into = (length: Exact) => convert({ value: length, unit: draw.unit }, unit)?.value ?? length;
  return {
    choice: choice.key,
    unit,
    convert: into,
    nearest(length) {
      const origin = least ?? Exact.zero;
      const value = into(length);
      const onStep =
        step && step.sign() > 0
          ? origin.plus(step.times(Exact.of(value.minus(origin).over(step).floor())))
          : value.rounded(3, 'floor');
      return onStep.sign() <= 0 || (least && onStep.isLess(least)) ? null : onStep;
    },
  };
}
