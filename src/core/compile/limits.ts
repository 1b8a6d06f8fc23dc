import { type Product, type Report } from '../catalog';
import { Exact } from '../number';
import { unitByCode } from '../quantity';
import { type CapacityProgram } from './program';
import { readDecimal, type Scope } from './scope';

/** How much of it can be done in a day or a week. */
export function compileCapacity({ product, report }: Scope): CapacityProgram | null {
  if (!product.capacity) return null;
  const { pieces, per, by } = product.capacity;
  const index = by === null ? -1 : product.choices.findIndex((choice) => choice.key === by && choice.kind === 'date');
  if (by !== null && index < 0) report(['capacity', 'by'], { code: 'unknownReference', what: 'choice', given: by });
  return { pieces, per, by: index < 0 ? null : index };
}

/** How much is in one must be something that can be compared. */
export function checkContents({ contents }: Product, report: Report): void {
  if (!contents) return;
  const value = readDecimal(contents.value, ['contents', 'value'], report);
  if (!unitByCode(contents.unit)) report(['contents', 'unit'], { code: 'unknownUnit', given: contents.unit });
  else if (value && value.sign() <= 0)
    report(['contents', 'value'], { code: 'notMoreThanNothing', figure: 'contents' });
}

/** The margin that a product asks for is a percentage of its price. */
export function checkFloor({ marginFloor }: Product, report: Report): void {
  const floor = marginFloor === null ? null : readDecimal(marginFloor, ['marginFloor'], report);
  if (floor && (floor.sign() < 0 || !floor.isLess(Exact.of(100)))) report(['marginFloor'], { code: 'floorNotPercent' });
}
