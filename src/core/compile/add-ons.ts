import { type AddOnPrice, type Choice, type Product } from '../catalog';
import { Exact } from '../number';
import { ANY_QUANTITY, orderable } from '../ordering';
import { type Path } from '../problems';
import { programWith } from './derived';
import { type Program } from './program';
import { inNumbers } from './quantities';
import { readDecimal, type Scope } from './scope';

/**
 * A product that can be taken along with another: what is chosen of it beforehand, and what it costs there. It is
 * resolved like any product.
 */
export interface AddOnProgram {
  readonly key: string;
  readonly title: string;
  /** position of the choice that says how many of it are taken */
  readonly choice: number;
  readonly program: Program;
  /** what of it is chosen beforehand, as in a selection */
  readonly answers: Readonly<Record<string, unknown>>;
  readonly price: PriceAlong;
}

/** What an add-on costs, of what it costs when it is sold alone. */
export interface PriceAlong {
  /** of one taking */
  of(alone: Exact): Exact;
  /** of what is paid once, however many are taken */
  ofOnce(alone: Exact): Exact;
}

/** The add-ons of a product, and positions of the choices that would take along what is not there. */
export interface CompiledAddOns {
  readonly addOns: readonly AddOnProgram[];
  readonly gone: readonly number[];
}

/** The products that are taken along with one; those that are not there, or lead back, are reported and left out. */
export function compileAddOns(
  choices: readonly Choice[],
  scope: Scope,
  compile: (product: Product) => Program,
): CompiledAddOns {
  const addOns: AddOnProgram[] = [];
  const gone: number[] = [];
  choices.forEach((choice, index) => {
    if (choice.kind !== 'addOn' || choice.product === '') return;
    const addOn = compileAddOn(choice, index, scope, compile);
    if (addOn) addOns.push(addOn);
    else gone.push(index);
  });
  return { addOns, gone };
}

function compileAddOn(
  choice: Extract<Choice, { kind: 'addOn' }>,
  index: number,
  { surroundings, report, way }: Scope,
  compile: (product: Product) => Program,
): AddOnProgram | null {
  const path: Path = ['choices', index];
  const product = surroundings.products.get(choice.product);
  if (!product) {
    report([...path, 'product'], { code: 'addOnUnknown', product: choice.product });
    return null;
  }
  if (way.includes(product.slug)) {
    report([...path, 'product'], { code: 'addOnCycle', way: [...way, product.slug].join(' → ') });
    return null;
  }
  return {
    key: choice.key,
    title: choice.title,
    choice: index,
    program: inOne(compile(product)),
    answers: choice.answers,
    price: compilePrice(choice.price, [...path, 'price'], report),
  };
}

/** What comes along comes in the number that is said there, whatever rules hold for it alone. */
const inOne = (program: Program): Program =>
  programWith(program, { quantities: inNumbers(orderable(ANY_QUANTITY)), defaultQuantity: 1 });

const asSoldAlone = (alone: Exact) => alone;

function compilePrice(price: AddOnPrice, path: Path, report: Scope['report']): PriceAlong {
  switch (price.kind) {
    case 'asSoldAlone':
      return { of: asSoldAlone, ofOnce: asSoldAlone };
    case 'fixed': {
      const value = readDecimal(price.value, [...path, 'value'], report);
      return { of: () => value ?? Exact.zero, ofOnce: () => Exact.zero };
    }
    case 'less': {
      const percent = readDecimal(price.percent, [...path, 'percent'], report) ?? Exact.zero;
      const less = (alone: Exact) => alone.times(Exact.one.minus(percent.over(Exact.of(100))));
      return { of: less, ofOnce: less };
    }
  }
}
