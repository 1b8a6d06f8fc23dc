import { type Program } from '../../compile';
import { type CostOf, resolve } from '../../run';
import { eachWay, variablesOf, waysOf } from '../model/each-sold';
import { wordsFor } from '../model/example';
import { type Model } from '../model/model';
import { modelOf } from '../model/model-of';
import { contextFor, selectionFor } from '../model/solutions';
import { placesIn } from '../model/places';
import { BY_PRICE } from '../price/price-range';

/** What one selection costs its customer, and what it earns: in major units, to be drawn. */
export interface CloudPoint {
  readonly price: number;
  readonly margin: number;
  readonly words: string;
  /** its options, each as `choice option` by their keys */
  readonly picks: readonly string[];
}

export interface MarginCloud {
  readonly points: readonly CloudPoint[];
  /** whether these are all that are told apart, and not some of them */
  readonly isWhole: boolean;
}

/** So many selections are gone through one by one; of more so many are taken here and there. */
const MOST_WAYS = 2500;
const TAKEN = 900;

/**
 * Price and margin of all selections that can be sold, or of many taken evenly from all over them. What is measured
 * stands at the values that the analysis looks at.
 *
 * @param share how much of a price is left to the seller
 */
export function marginCloud(program: Program, today: string, costs: CostOf, share: number): MarginCloud {
  const model = modelOf(program, today, { look: BY_PRICE });
  const free = variablesOf(model);
  const ways = waysOf(model, free);
  const isWhole = ways <= MOST_WAYS && !standsForMore(model);
  const points: CloudPoint[] = [];
  const seen = new Set<string>();
  for (const values of ways <= MOST_WAYS ? eachWay(model, free) : evenly(model, free)) {
    const { group, ...selection } = selectionFor(model, values);
    const resolution = resolve(program, selection, {
      ...contextFor(model, group),
      costs,
    });
    const { state, unitPrice, cost, item, counted } = resolution;
    if (state !== 'sellable' || !unitPrice || !cost || cost.unknown.length > 0) continue;
    // How many are bought, and by whom, makes another point only where it makes another price.
    const name = `${item.key} ${unitPrice.toString()}`;
    if (seen.has(name)) continue;
    seen.add(name);
    const price = unitPrice.toApproximateNumber() * share;
    points.push({
      price,
      margin: price - cost.known.toApproximateNumber(),
      words: wordsFor(program, resolution),
      picks: counted.flatMap(({ choice, picks }) => picks.map(({ option }) => `${choice} ${option}`)),
    });
  }
  return { points, isWhole };
}

/** Whether something in it stands for selections that are not gone through. */
const standsForMore = (model: Model): boolean =>
  placesIn(model).some(({ ways }) =>
    ways.some((way) => way && (way.candidate.program.choices.length > 0 || way.candidate.program.kit !== null)),
  );

/** Some ways, from all over them. */
function* evenly({ space: { sizes } }: Model, variables: readonly number[]): Generator<Int32Array> {
  const values = new Int32Array(sizes.length);
  for (let turn = 0; turn < TAKEN; turn += 1) {
    variables.forEach((variable, place) => {
      values[variable] = Math.floor(spread(turn, place) * (sizes[variable] ?? 1));
    });
    yield values;
  }
}

/** Numbers from 0 to 1 that lie evenly: a Weyl sequence, another for each place. */
function spread(turn: number, place: number): number {
  return ((turn + 1) * (Math.sqrt(2 + place * 3) % 1) + place * 0.377) % 1;
}
