import { SOME_DAY } from '../calendar';
import { firstSelection } from '../analysis';
import { LEFT_OUT, type Program, programWith, variantKey } from '../compile';
import { Exact } from '../number';
import { nearestOrderable } from '../ordering';
import { type BreaksProgram } from '../pricing';
import { type Fault, faultAt, type Path } from '../problems';
import { resolve, turnsOf } from '../run';
import { type Selection } from '../selection';

/** Where a price may change with how many are bought: from so many on, and who says so. */
interface Turn {
  readonly from: number;
  readonly path: Path;
  /** what has to be chosen for it, by key of the choice */
  readonly chosen: Readonly<Record<string, string | null>>;
}

/** Of choices of several and what is typed nothing is chosen beforehand. */
const NOTHING: Turn['chosen'] = {};

/**
 * Where more cost less than fewer: at each step of the breaks of the product, of its variants and of its options, and
 * where rules ask how many are taken. Both numbers have been resolved, of one selection.
 */
export function moreForLessFaults(program: Program): Fault[] {
  const found: Fault[] = [];
  if (program.blocking.length > 0) return found;
  const { orderable } = program.quantities.usual;
  const told = new Set<string>();
  let usual: { readonly selection: Selection | null } | null = null;
  for (const { from, path, chosen } of turnsOfPrice(program)) {
    const [fewer, more] = [nearestOrderable(orderable, from - 1).below, nearestOrderable(orderable, from).above];
    const name = path.join();
    if (fewer === null || more === null || told.has(name)) continue;
    usual ??= { selection: firstSelection(program, SOME_DAY) };
    const selection = withChosen(program, chosen, usual.selection);
    if (!selection) continue;
    const at = (quantity: number): Exact | null => {
      const { state, lineTotal } = resolve(program, { ...selection, quantity }, { stock: null, today: SOME_DAY });
      return state === 'sellable' ? lineTotal : null;
    };
    const [total, less] = [at(fewer), at(more)];
    if (!total || !less?.isLess(total)) continue;
    told.add(name);
    const { currency } = program;
    found.push(
      faultAt(program.placeOf(path), {
        code: 'moreForLess',
        fewer,
        total: total.toString(),
        more,
        less: less.toString(),
        currency,
      }),
    );
  }
  return found;
}

/** A selection that can be sold with something chosen: the usual one with that, where that goes; null where none is. */
function withChosen(program: Program, chosen: Turn['chosen'], usual: Selection | null): Selection | null {
  if (chosen === NOTHING) return usual;
  if (usual) {
    const changed = { ...usual, answers: { ...usual.answers, ...chosen } };
    if (resolve(program, changed, { stock: null, today: SOME_DAY }).state === 'sellable') return changed;
  }
  const found = firstSelection(programWith(program, { fixed: { ...program.fixed, ...chosen } }), SOME_DAY);
  return found && { ...found, answers: { ...found.answers, ...chosen } };
}

function* turnsOfPrice(program: Program): Generator<Turn> {
  const { base, product, stocked, choices, rules } = program;
  yield* turnsOfBreaks(base.breaks, ['breaks'], NOTHING);
  for (const [index, { options, breaks }] of product.variants.entries()) {
    const key = variantKey(stocked.map((choice) => options[choices[choice]?.key ?? ''] ?? LEFT_OUT));
    const chosen = Object.fromEntries(
      stocked.map((choice) => [choices[choice]?.key ?? '', options[choices[choice]?.key ?? ''] ?? null]),
    );
    const made = program.variants.get(key);
    if (made?.breaks) yield* turnsOfBreaks(made.breaks, ['variants', index, 'breaks'], chosen);
    else if (made?.price && breaks === null) yield* turnsOfBreaks(base.breaks, ['breaks'], chosen);
  }
  for (const [choice, { key, options, effects }] of choices.entries())
    for (const [effect, { breaks }] of effects.entries()) {
      const option = options[effect];
      if (!breaks || product.choices[choice]?.kind === 'several') continue;
      const path: Path = option ? ['choices', choice, 'options', effect, 'breaks'] : ['choices', choice, 'breaks'];
      yield* turnsOfBreaks(breaks.table, path, option ? { [key]: option.key } : NOTHING);
    }
  for (const { path, rule } of rules?.program.rules ?? [])
    if (rule.then.some(({ kind }) => kind === 'amount' || kind === 'setPrice'))
      for (const from of turnsOf(rule.when)) yield { from, path, chosen: NOTHING };
}

/** The steps of breaks that hold for all pieces. */
function* turnsOfBreaks(table: BreaksProgram | null, path: Path, chosen: Turn['chosen']): Generator<Turn> {
  if (!table || table.counting === 'graduated' || table.over !== 'pieces') return;
  for (const [index, { from }] of table.steps.entries())
    if (!from.isMore(Exact.of(Number.MAX_SAFE_INTEGER)))
      yield { from: Number(from.ceiling()), path: [...path, 'steps', index], chosen };
}
