import { LEFT_OUT, type NearerQuantity } from '../../compile';
import { allOf, anyOf, type Formula, NEVER, not } from '../../constraints';
import { type Orderable } from '../../ordering';
import { type TableProgram } from '../../rules';
import { leftAside } from './choice-clauses';
import { isOrderable } from './candidates';
import { isAnswered } from './conditions';
import { type ModelDraft, type Switches } from './model';
import { constrainWeight } from './weights';
import { type Column, LEFT_OUT_OPTION, onlyRows, UNANSWERED } from './rows';

/**
 * What the item as a whole must keep: variants that are sold, tables of what is made, refusals, limits of quantity, a
 * price.
 */
export function constrainItem(model: ModelDraft, fires: readonly Formula[], switches: Switches | null): void {
  const { program, space } = model;
  if (program.stocked.length > 0) constrainVariants(model);
  const { measured } = program.base;
  // A kit that costs what its parts do has a price without one of its own.
  const isOwn = !program.kit || program.kit.terms.isOwn;
  if (measured?.kind === 'choice' && program.baseFormula === null && isOwn) {
    const choice = model.choices[measured.index];
    if (choice) space.require(isAnswered(choice, space));
  }
  for (const table of program.rules?.program.tables ?? []) constrainTable(model, table);
  constrainQuantity(model);
  constrainWeight(model);
  for (const { rule, effect } of program.rules?.itemEffects ?? []) {
    const silent = anyOf(not(fires[rule] ?? NEVER, space.sizes), leftAside(effect, switches, space));
    if (effect.kind === 'refuse') space.require(silent);
    if (effect.kind === 'limitQuantity') {
      const { least, most } = effect;
      const at = (value: number) => model.quantities[value]?.at ?? 0;
      const isWithin = (value: number) => at(value) >= (least ?? 0) && at(value) <= (most ?? Infinity);
      space.require(anyOf(silent, space.is(model.quantity, isWithin)));
    }
  }
}

const columnsOf = ({ choices }: ModelDraft, indices: readonly number[], leftOutCounts: boolean): Column[] =>
  indices.flatMap((index) => {
    const [only] = choices[index]?.variables ?? [];
    return only ? { ...only, leftOutCounts } : [];
  });

/** A combination that is on sale, and has a price. */
function constrainVariants(model: ModelDraft): void {
  const { program, space } = model;
  const priced = program.base.price !== null || program.baseFormula !== null || program.kit?.terms.isOwn === false;
  const kept = [...program.variants.values()].filter(({ onSale, price }) => onSale && (priced || price !== null));
  const rows = kept.map(({ options }) =>
    program.stocked.map((index, place) =>
      options[place] === LEFT_OUT
        ? LEFT_OUT_OPTION
        : (program.choices[index]?.options.findIndex(({ key }) => key === options[place]) ?? UNANSWERED),
    ),
  );
  onlyRows(space, columnsOf(model, program.stocked, true), rows);
}

/** Only what a table says is made, or nothing that it says is not. */
function constrainTable(model: ModelDraft, { columns: indices, table, rows }: TableProgram): void {
  const { space } = model;
  const columns = columnsOf(model, indices, false);
  if (columns.length < indices.length) return;
  if (table.says === 'made') return onlyRows(space, columns, rows);
  for (const row of rows) {
    const isOther = ({ values }: Column, place: number, value: number) =>
      (values[value]?.option ?? null) === null || (row[place] !== -1 && values[value]?.option !== row[place]);
    space.require(
      anyOf(...columns.map((column, place) => space.is(column.variable, (value) => isOther(column, place, value)))),
    );
  }
}

/**
 * The quantity keeps what has the word about it: the first of those of which something is asked, else what holds for
 * everybody.
 */
function constrainQuantity(model: ModelDraft): void {
  const {
    space,
    program: {
      quantities: { usual, nearer },
    },
    quantities,
    quantity,
  } = model;
  if (nearer.length === 0) return;
  const may = (given: Orderable) => space.is(quantity, (value) => isOrderable(given, quantities[value] ?? NO_CELL));
  const silent: Formula[] = [];
  for (const { asks, orderable } of nearer) {
    const asked = askedFor(model, asks);
    space.require(anyOf(not(asked, space.sizes), ...silent, may(orderable)));
    silent.push(asked);
  }
  space.require(anyOf(...silent, may(usual.orderable)));
}

const NO_CELL = { low: 0, at: 0, high: 0, step: 1 };

function askedFor({ space, program, choices, group, groups }: ModelDraft, asks: NearerQuantity['asks']): Formula {
  const picked = (choice: number, option: number) =>
    anyOf(
      ...(choices[choice]?.variables ?? []).map(({ variable, values }) =>
        space.is(variable, (value) => values[value]?.answer?.picks.some(({ effect }) => effect === option) ?? false),
      ),
    );
  switch (asks.kind) {
    case 'option':
      return picked(asks.choice, asks.effect);
    case 'group':
      return space.is(group, (value) => groups[value] === asks.group);
    case 'variant': {
      const { options = [] } = program.variants.get(asks.key) ?? {};
      return allOf(
        ...program.stocked.map((choice, place) => {
          const option = program.choices[choice]?.options.findIndex(({ key }) => key === options[place]) ?? -1;
          if (option >= 0) return picked(choice, option);
          const [only] = choices[choice]?.variables ?? [];
          return only ? space.is(only.variable, (value) => (only.values[value]?.option ?? null) === null) : NEVER;
        }),
      );
    }
  }
}
