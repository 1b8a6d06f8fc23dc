import { asksQuantity } from '@/core/analysis';
import { hasOptions, type UploadedFile } from '@/core/catalog';
import { type Program } from '@/core/compile';
import { Exact } from '@/core/number';
import { type Resolution, resolve } from '@/core/run';
import { mostOf } from '../support/most-of';
import { type Chosen, everySelection } from './every-selection';

export const TODAY = '2026-11-25';
const FILE: UploadedFile = { name: 'any.png', type: 'png', size: 1 };
export const files = () => FILE;
/** Customers to whom a made product may be sold: of the group that its prices are for, or of any. */
export const groupsOf = ({ pricedFor }: Program): readonly (string | null)[] => pricedFor ?? [null, 'trade'];
const MOST_SELECTIONS = 6000;
/** What one of a stock item costs. */
export const costOf = () => Exact.of(437, 100);

export interface Tried extends Chosen {
  readonly quantity: number;
  readonly group: string | null;
  readonly resolution: Resolution;
  /** what counts, `choice.option` for each option that is had */
  readonly had: ReadonlySet<string>;
}

/**
 * What rules and defaults have picked for the workshop alone; in made products options are called as their keys are.
 */
const settledOptions = ({ product: { choices } }: Program, { item }: Resolution) =>
  item.forWorkshop.flatMap(({ label, value }) => {
    const choice = choices.find(({ title }) => title === label);
    const options = choice && hasOptions(choice) ? choice.options : [];
    return value
      .split(', ')
      .map((shown) => `${choice?.key}.${options.find(({ title }) => title === shown)?.key ?? shown}`);
  });

/** All selections that are sold. @returns null where they are too many */
export function everySold(program: Program): { sold: Tried[]; whole: boolean } | null {
  const most = mostOf(program);
  const every = everySelection(program, MOST_SELECTIONS / (most * groupsOf(program).length));
  if (!every) return null;
  const sold: Tried[] = [];
  for (const selection of every.list) {
    for (const group of groupsOf(program)) {
      for (let quantity = 1; quantity <= most; quantity += 1) {
        const resolution = resolve(
          program,
          { ...selection, quantity },
          { stock: null, today: TODAY, group, files, costs: costOf },
        );
        if (resolution.state === 'sellable')
          sold.push({
            ...selection,
            quantity,
            group,
            resolution,
            had: new Set([
              ...resolution.counted.flatMap(({ choice, picks }) => picks.map(({ option }) => `${choice}.${option}`)),
              ...settledOptions(program, resolution),
            ]),
          });
      }
    }
  }
  const { quantities } = program;
  const isBounded = [quantities.usual, ...quantities.nearer].every(
    ({ orderable: { listed, maximum } }) => listed !== null || maximum !== null,
  );
  return { sold, whole: every.whole && (isBounded || (quantities.nearer.length === 0 && !asksQuantity(program))) };
}

export class Wrong extends Error {}

export function claim(holds: boolean, what: string): void {
  if (!holds) throw new Wrong(what);
}

export const priceOf = ({ resolution }: Tried): Exact => resolution.unitPrice ?? Exact.zero;
