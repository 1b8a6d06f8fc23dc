import { amountsOf, isNote, isStocked, kindOf } from '../catalog';
import { type Path } from '../problems';
import { type BoundingProgram } from './bounds';
import { type ProductRules } from './product-rules';
import { type Scope } from './scope';

/**
 * Reports choices for the workshop alone that something speaks against: nobody answers them, so a default or a rule
 * must; and they change no price, because customers could not be told of what.
 */
export function checkWorkshopChoices(
  { product, report }: Scope,
  rules: ProductRules | null,
  bounding: BoundingProgram | null,
): void {
  product.choices.forEach((choice, index) => {
    if (!choice.forWorkshop) return;
    const path: Path = ['choices', index];
    const { title } = choice;
    if (!kindOf(choice).settledInside)
      return report([...path, 'forWorkshop'], { code: 'workshopChoice', title, why: 'kind' });
    if (isStocked(choice)) report([...path, 'stocked'], { code: 'workshopChoice', title, why: 'stocked' });
    if (amountsOf(choice).some((amount) => amount !== null))
      report([...path, 'forWorkshop'], { code: 'workshopChoice', title, why: 'priced' });
    if (bounding?.defaults.has(index))
      report([...path, 'forWorkshop'], { code: 'workshopChoice', title, why: 'byFormula' });
    if (isNote(choice) || !choice.required) return;
    const isPreselected =
      rules?.program.onChoice.get(index)?.some(({ effect }) => effect.kind === 'preselect') ?? false;
    const begins = 'default' in choice ? choice.default : null;
    if (!isPreselected && (begins === null || (Array.isArray(begins) && begins.length === 0)))
      report([...path, 'default'], { code: 'workshopChoice', title, why: 'unsettled' });
  });
}
