import { type ForCustomers, propertyText } from '../catalog';
import { type ChoiceShown, type OptionOffer } from '../compile';
import { moneyDigits } from '../money';
import { type Exact, written } from '../number';
import { type PriceLine, writtenLines } from '../pricing';
import { type Instead, insteadOf, nearestAnswers, type Problem } from '../problems';
import { formatQuantity, type Quantity } from '../quantity';
import { type CountedAnswer, partsWithin, type Resolution } from '../run';
import { type PartShown, type RuleShown } from '../run';
import { type NotFitting } from '../problems/problem-data';
import { whereText } from '../selection';
import { type Pieces, type StockCutPlan } from '../stock';
import {
  basisWords,
  conditionWords,
  lineLabel,
  lineValueWords,
  listedWords,
  notFittingWords,
  problemWords,
  ruleName,
} from '../words';

/** A quantity in the open format: a decimal string and a UCUM code. */
export interface QuantityJson {
  readonly value: string;
  readonly unit: string;
}

export interface PriceLineJson {
  readonly label: string;
  readonly kind: PriceLine['kind'];
  /** what the amount is taken of, in words */
  readonly of: string | null;
  readonly amount: string;
  readonly per: PriceLine['per'];
  readonly source: string;
}

/** Pieces of one length; a decimal string, in the stock item's unit. */
export interface PiecesJson {
  readonly length: string;
  readonly count: number;
}

export interface CutPlanJson {
  readonly stock: string;
  readonly title: string;
  /** UCUM code of all lengths */
  readonly unit: string;
  readonly cuts: readonly {
    readonly lot: number;
    readonly label: string;
    readonly pieces: readonly PiecesJson[];
    readonly left: string;
    readonly kept: boolean;
  }[];
  readonly unplaced: readonly PiecesJson[];
  readonly waste: string;
  /** proven: no plan wastes less */
  readonly leastWaste: string;
}

/** Writes a cutting plan in the open format. */
export function cutPlanJson({ stock, title, unit, plan }: StockCutPlan): CutPlanJson {
  const pieces = (list: readonly Pieces[]) => list.map(({ length, count }) => ({ length: written(length), count }));
  return {
    stock,
    title,
    unit: unit.code,
    cuts: plan.cuts.map((cut) => ({
      lot: cut.lot.id,
      label: cut.lot.label,
      pieces: pieces(cut.pieces),
      left: written(cut.left),
      kept: cut.kept,
    })),
    unplaced: pieces(plan.unplaced),
    waste: written(plan.waste),
    leastWaste: written(plan.leastWaste),
  };
}

/**
 * What is wrong with a selection, in words, and where: `choice:size`, `quantity`, `item`, or of a part
 * `part:suit/choice:size`.
 */
export interface ProblemJson {
  readonly where: string;
  readonly code: string;
  readonly message: string;
  readonly remedy?: string;
  /** right answers close to the one given */
  readonly nearest?: readonly string[];
  /** the same as customers are told them, where they have names: `48 (four cases)` */
  readonly nearestTold?: readonly string[];
  /** what could be answered instead, by key, and as people call it */
  readonly instead?: readonly Instead[];
}

/** Says what is wrong in words. */
export function problemJson({ where, code, data }: Problem): ProblemJson {
  const { message, remedy } = problemWords(data);
  const nearest = nearestAnswers(data);
  const instead = insteadOf(data);
  const told =
    'nearest' in data ? data.nearest.map((near) => (typeof near === 'object' ? listedWords(near) : String(near))) : [];
  const haveNames = told.some((words, place) => words !== nearest[place]);
  return {
    where: whereText(where),
    code,
    message,
    ...(remedy !== undefined && { remedy }),
    ...(nearest.length > 0 && { nearest }),
    ...(haveNames && { nearestTold: told }),
    ...(instead.length > 0 && { instead }),
  };
}

/** How an option stands on the page; what a rule says of it in words. */
export type OptionOfferJson = Omit<OptionOffer, 'because' | 'unfit'> & {
  readonly because?: string;
  /** what to change so that it fits, as a sentence */
  readonly remedy?: string;
};

/** How a choice stands on the page; what a rule says of it in words. */
export type ChoiceShownJson = Omit<ChoiceShown, 'because' | 'options'> & {
  readonly because?: string;
  readonly options: readonly OptionOfferJson[];
};

/** Which rule has fired, or not, and why, in words. */
export type RuleShownJson = Omit<RuleShown, 'because'> & { readonly because: string };

function shownJson({ because, options, ...shown }: ChoiceShown): ChoiceShownJson {
  const offers = options.map(({ because: said, unfit, ...offer }): OptionOfferJson => {
    if (unfit) {
      const { remedy } = problemWords(unfit);
      return { ...offer, because: notFittingAs(unfit), ...(remedy !== undefined && { remedy }) };
    }
    return said === undefined ? offer : { ...offer, because: conditionWords(said) };
  });
  return { ...shown, options: offers, ...(because !== undefined && { because: conditionWords(because) }) };
}

/** Why a candidate does not fit, beside its name: of the other side of the pair, what that says. */
function notFittingAs(unfit: NotFitting): string {
  return unfit.reason || `${unfit.product}: ${notFittingWords(unfit)} (${unfit.other})`;
}

/** An answer that counts; `picks` is absent in what was kept before it was told. */
export type CountedAnswerJson = Omit<CountedAnswer, 'picks'> & Partial<Pick<CountedAnswer, 'picks'>>;

/** A part of an item: as it resolves by itself, with its share of the price. Amounts are decimal strings. */
export interface PartJson<R = ResolutionJson> {
  readonly kind: PartShown['kind'];
  readonly part: string;
  /** further places of its slot that hold the same; absent for none */
  readonly beside?: readonly string[];
  readonly title: string;
  /** slug and title of the product that it is */
  readonly product: string;
  readonly productTitle: string;
  /** pieces of it that come with one item */
  readonly pieces: number;
  /**
   * what all of it costs alone, and its share of one item’s price and of what is paid once; null while there is no
   * price
   */
  readonly alone: string | null;
  readonly share: { readonly unit: string; readonly once: string } | null;
  readonly resolution: R;
}

/**
 * A resolution as the command line prints it, the API answers it and an order keeps it. Amounts are decimal strings:
 * money in its currency's places, everything else with at most six. What is written adds up.
 */
export interface ResolutionJson {
  readonly state: Resolution['state'];
  readonly problems: readonly ProblemJson[];
  readonly shown: readonly ChoiceShownJson[];
  readonly counted: readonly CountedAnswerJson[];
  readonly quantity: number;
  /** in what numbers this selection may be ordered */
  readonly orderable: Resolution['orderable'];
  readonly item: Resolution['item'];
  readonly working: readonly PriceLineJson[];
  /** named results of formulas: decimals in metres, kilograms, pieces and the currency */
  readonly measures: readonly { formula: string; name: string; value: string; shown: string; forCustomers: boolean }[];
  readonly unitPrice: string | null;
  readonly wasPrice: string | null;
  /** whether that is the lowest price of the 30 days before it was reduced; absent for no */
  readonly wasLowest?: true;
  readonly lineTotal: string | null;
  readonly currency: string;
  readonly weight: QuantityJson | null;
  /** `own` for what the product takes itself, and not only its parts */
  readonly draws: readonly {
    stock: string;
    title: string;
    perItem: QuantityJson;
    total: QuantityJson;
    leadDays: number | null;
    own: boolean;
  }[];
  readonly availability: {
    /** `unlimited` where nothing it takes is limited; null where stock was not asked */
    readonly canSupply: number | 'unlimited' | null;
    /** `parts` are the titles of the parts that take it; empty where the product itself does */
    readonly limitedBy: {
      stock: string;
      title: string;
      available: QuantityJson;
      longest: QuantityJson | null;
      parts: readonly string[];
    } | null;
    /** which pieces are cut from which lots, in the stock item's unit */
    readonly cutPlans: readonly CutPlanJson[];
    readonly leadDays: number | null;
  };
  /** what of it takes room on a day or in a week; absent for nothing */
  readonly bookings?: Resolution['bookings'];
  readonly rules: readonly RuleShownJson[];
  readonly pictures: Resolution['pictures'];
  /** what is seen of its views; absent where it has none */
  readonly views?: Resolution['views'];
  /** what it measures or is; absent in what was kept before it was told */
  readonly properties?: readonly PropertyJson[];
  /** what it is put together from, and what is taken along */
  readonly parts: readonly PartJson[];
  /** what of it customers are shown; absent in what was kept before that could be said */
  readonly forCustomers?: ForCustomers;
}

/** A property: a quantity, or a text; and in words. */
export interface PropertyJson {
  readonly name: string;
  readonly value: QuantityJson | string;
  readonly shown: string;
}

/**
 * Writes a resolution in the open format.
 *
 * @param parts its parts with their shares, where it is itself a part
 */
export function resolutionJson(resolution: Resolution, parts: Resolution['parts'] = resolution.parts): ResolutionJson {
  const { currency, availability } = resolution;
  return {
    state: resolution.state,
    problems: resolution.problems.map(problemJson),
    shown: resolution.shown.map(shownJson),
    counted: resolution.counted,
    quantity: resolution.quantity,
    orderable: resolution.orderable,
    item: resolution.item,
    working: workingJson(resolution),
    measures: resolution.measures.map((measure) => measureJson(measure, currency)),
    unitPrice: money(resolution.unitPrice),
    wasPrice: money(resolution.wasPrice),
    ...(resolution.wasLowest && { wasLowest: true }),
    ...(resolution.bookings.length > 0 && { bookings: resolution.bookings }),
    lineTotal: money(resolution.lineTotal),
    currency,
    weight: resolution.weight && quantityJson(resolution.weight),
    draws: resolution.draws.map(({ stock, title, perItem, total, leadDays, by }) => ({
      stock,
      title,
      perItem: quantityJson(perItem),
      total: quantityJson(total),
      leadDays,
      own: by.includes(null),
    })),
    availability: {
      canSupply: availability.canSupply,
      limitedBy: availability.limitedBy && limitJson(availability.limitedBy, resolution),
      cutPlans: availability.cutPlans.map(cutPlanJson),
      leadDays: availability.leadDays,
    },
    rules: resolution.rules.map((rule) => ({
      ...rule,
      title: ruleName({ title: rule.title, when: rule.because }),
      because: conditionWords(rule.because),
    })),
    pictures: resolution.pictures,
    ...(resolution.views.length > 0 && { views: resolution.views }),
    forCustomers: resolution.forCustomers,
    ...(resolution.properties.length > 0 && {
      properties: resolution.properties.map(({ name, value }) => ({
        name,
        value: value.kind === 'text' ? value.text : quantityJson(value),
        shown: propertyText(value),
      })),
    }),
    parts: parts.map((part) => partJson(part, currency)),
  };

  function money(amount: Exact | null): string | null {
    return amount && moneyDigits(amount, currency);
  }
}

const workingJson = ({ working, currency }: Resolution): ResolutionJson['working'] =>
  writtenLines(working).map(({ because, ...line }) => ({
    ...line,
    label: lineLabel(line.label, because),
    of: line.of && basisWords(line.of, currency),
  }));

const measureJson = (
  { formula, name, value, unit, forCustomers, ...line }: Resolution['measures'][number],
  currency: string,
): ResolutionJson['measures'][number] => ({
  formula,
  name,
  value: written(value),
  shown: unit
    ? formatQuantity({ value: value.over(unit.factor).rounded(6), unit })
    : lineValueWords({ ...line, value }, currency),
  forCustomers,
});

function partJson(shown: PartShown, currency: string): PartJson {
  const { kind, part, beside, title, product, productTitle, pieces, alone, share, resolution } = shown;
  return {
    kind,
    part,
    ...(beside.length > 0 && { beside }),
    title,
    product,
    productTitle,
    pieces,
    alone: alone && moneyDigits(alone, currency),
    share: share && { unit: moneyDigits(share.unit, currency), once: moneyDigits(share.once, currency) },
    resolution: resolutionJson(resolution, partsWithin(shown)),
  };
}

function limitJson(
  { stock, title, available, cutting }: NonNullable<Resolution['availability']['limitedBy']>,
  { draws, parts }: Resolution,
) {
  const takers = new Set(draws.find((draw) => draw.stock === stock)?.by);
  return {
    stock,
    title,
    available: quantityJson(available),
    longest: cutting && quantityJson({ value: cutting.longest, unit: available.unit }),
    parts: parts.flatMap((part) => (takers.has(part.part) ? [part.title] : [])),
  };
}

function quantityJson({ value, unit }: Quantity): QuantityJson {
  return { value: written(value), unit: unit.code };
}
