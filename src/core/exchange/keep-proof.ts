import { type Proof } from '../catalog';
import { withAllWithin } from '../compile';
import { type Program } from '../compile/program';
import { drawnBy } from '../judge';
import { moneyDigits } from '../money';
import { writtenLines } from '../pricing';
import { resolve } from '../run';
import { lineLabel } from '../words';
import { basisWords } from '../words/working';

/** Whether a day is asked for, in a part or slot, too. */
const asksDay = (program: Program): boolean =>
  withAllWithin(program).some(({ product }) => product.choices.some(({ kind }) => kind === 'date'));

/** Keeps a selection with all that it resolves to now as a proof. */
export function proofOf(
  program: Program,
  selection: Pick<Proof, 'key' | 'title' | 'answers' | 'parts' | 'quantity' | 'group'>,
  today: string,
): Proof {
  const resolution = resolve(
    program,
    { answers: selection.answers, quantity: selection.quantity, parts: selection.parts },
    { stock: null, today, group: selection.group },
  );
  const { state, item, unitPrice, lineTotal, working, currency } = resolution;
  return {
    ...selection,
    // A day that is chosen today is gone by tomorrow.
    day: asksDay(program) ? today : null,
    expects: {
      state,
      sku: item.sku,
      unitPrice: unitPrice && moneyDigits(unitPrice, currency),
      lineTotal: lineTotal && moneyDigits(lineTotal, currency),
      draws: drawnBy(resolution),
    },
    working: writtenLines(working)
      .slice(0, 100)
      .map(({ label, because, of, amount, per }) => ({
        label: lineLabel(label, because).slice(0, 200),
        of: of && basisWords(of, currency).slice(0, 300),
        amount,
        per,
      })),
  };
}
