import { LEFT_OUT } from '../compile';
import { anyOf, type Formula, NEVER, not } from '../constraints';
import { leftAside } from './choice-clauses';
import { isAnswered } from './conditions';
import { type ModelDraft, type Switches } from './model';
import { type Column, LEFT_OUT_OPTION, onlyRows, UNANSWERED } from './rows';

/** What the item as a whole must keep: variants that are sold, tables of what is made, refusals, limits of quantity, a price. */
export function constrainItem(model: ModelDraft, fires: readonly Formula[], switches: Switches | null): void {
  const { program, space } = model;
  const columnsOf = (indices: readonly number[], leftOutCounts: boolean): Column[] => indices.flatMap((index) => {
    const [only] = model.choices[index]?.variables ?? [];
    return only ? { ...only, leftOutCounts } : [];
  });
  if (program.stocked.length > 0) {
    const priced = program.base.price !== null || program.baseFormula !== null;
    const kept = [...program.variants.values()].filter(({ onSale, price }) => onSale && (priced || price !== null));
    const rows = kept.map(({ options }) => program.stocked.map((index, place) => (options[place] === LEFT_OUT ? LEFT_OUT_OPTION : (program.choices[index]?.options.findIndex(({ key }) => key === options[place]) ?? UNANSWERED))));
    onlyRows(space, columnsOf(program.stocked, true), rows);
  }
  const { measured } = program.base;
  if (measured?.kind === 'choice' && program.baseFormula === null) {
    const choice = model.choices[measured.index];
    if (choice) space.require(isAnswered(choice, space));
  }
  for (const table of program.rules?.program.tables ?? []) {
    const columns = columnsOf(table.columns, false);
    if (columns.length < table.columns.length) continue;
    if (table.table.says === 'made') onlyRows(space, columns, table.rows);
    else {
      for (const row of table.rows) {
        space.require(anyOf(...columns.map(({ variable, values }, place) => space.is(variable, (value) => (values[value]?.option ?? null) === null || (row[place] !== -1 && values[value]?.option !== row[place])))));
      }
    }
  }
  for (const { rule, effect } of program.rules?.itemEffects ?? []) {
    const silent = anyOf(not(fires[rule] ?? NEVER, space.sizes), leftAside(effect, switches, space));
    if (effect.kind === 'refuse') space.require(silent);
    if (effect.kind === 'limitQuantity') {
      const { least, most } = effect;
      space.require(anyOf(silent, space.is(model.quantity, (value) => (model.quantities[value]?.at ?? 0) >= (least ?? 0) && (model.quantities[value]?.at ?? 0) <= (most ?? Infinity))));
    }
  }
}
