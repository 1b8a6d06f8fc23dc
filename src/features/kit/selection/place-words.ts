import { type Program } from '@/core/compile';
import { type ResolutionJson } from '@/core/exchange';
import { placeOfEntry } from '@/core/selection';

/** The choice that a problem is about, by its titles: `Size`, and of a part `Bee suit: Size`. */
export function placeWords(program: Program, { parts }: Pick<ResolutionJson, 'parts'>, where: string): string {
  const [first = '', ...rest] = where.split('/');
  const [kind, key] = [first.slice(0, first.indexOf(':')), first.slice(first.indexOf(':') + 1)];
  if (kind === 'choice') return program.product.choices.find((choice) => choice.key === key)?.title ?? '';
  const part = parts.find((candidate) => candidate.part === key);
  const slot = placeOfEntry(key)?.slot;
  const within = (
    slot === undefined
      ? program.kit?.components.find((component) => component.key === key)
      : program.kit?.slots.find(({ component }) => component.key === slot)?.component
  )?.candidates.find(({ product }) => product === part?.product);
  if (!part || !within) return '';
  const called =
    slot === undefined || part.title === part.productTitle ? part.title : `${part.title}, ${part.productTitle}`;
  const inner = placeWords(within.program, part.resolution, rest.join('/'));
  return inner === '' ? called : `${called}: ${inner}`;
}

/** The id of the label of the choice that a problem is about, in the form of that name. */
export function placeLabel(name: string, where: string): string {
  const steps = where.split('/').map((step) => step.slice(step.indexOf(':') + 1));
  return `${[name, ...steps].join('-')}-label`;
}
