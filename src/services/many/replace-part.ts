import {
  type Choice,
  hasOptions,
  type Part,
  type PartCandidate,
  type Product,
  withCalled,
  withInside,
} from '../../core/catalog';
import { type PartSelection } from '../../core/selection';
import { counted } from '../../core/words';

/** What replacing a part makes of a draft, and what of it could not be taken over. */
export interface Replaced {
  readonly after: Product;
  readonly does: string;
}

/**
 * Puts one product in the place of another wherever a draft has it as a part, as one of the products that a part can
 * be, or takes it along, and wherever rules, tables, prepared builds and proofs name it there. What was settled,
 * narrowed and answered stays as far as the new product has such choices and options.
 *
 * @param to the product that comes in, with the choices of its sheets in place
 */
export function withPartReplaced(draft: Product, from: string, to: Product): Replaced {
  let places = 0;
  const lost: string[] = [];
  const parts = draft.parts.map((part): Part => {
    if (!part.candidates.some(({ product }) => product === from)) return part;
    places += 1;
    const replaced = part.candidates.map((candidate) =>
      candidate.product === from ? takenOver(candidate, to, lost) : candidate,
    );
    // One product twice in one part would be the same twice.
    return {
      ...part,
      candidates: replaced.filter(
        ({ product }, place) => replaced.findIndex((other) => other.product === product) === place,
      ),
    };
  });
  const choices = draft.choices.map((choice): Choice => {
    if (choice.kind === 'slot') {
      if (!choice.options.some(({ key }) => key === from)) return choice;
      places += 1;
      const { [from]: settled, ...others } = choice.settled;
      const { fixed, narrowed } = settled
        ? takenOver({ product: from, ...settled }, to, lost)
        : { fixed: {}, narrowed: {} };
      const isThere = choice.options.some(({ key }) => key === to.slug);
      const options = choice.options.flatMap((option) =>
        option.key !== from ? [option] : isThere ? [] : [{ ...option, key: to.slug, title: '' }],
      );
      return {
        ...choice,
        options,
        default: choice.default.map((slug) => (slug === from ? to.slug : slug)),
        settled: settled && !isThere ? { ...others, [to.slug]: { fixed, narrowed } } : others,
      };
    }
    if (choice.kind !== 'addOn' || choice.product !== from) return choice;
    places += 1;
    const { fixed } = takenOver(
      { product: from, fixed: choice.answers as PartCandidate['fixed'], narrowed: {} },
      to,
      lost,
    );
    return { ...choice, product: to.slug, answers: fixed };
  });
  if (places === 0) return { after: draft, does: 'doesn’t have it' };
  const answeredOf = <S extends PartSelection>(selection: S): S => ({
    ...selection,
    answers: takenOver({ product: from, fixed: selection.answers, narrowed: {} }, to, lost).fixed,
    ...(selection.parts && {
      parts: Object.fromEntries(
        Object.entries(selection.parts).filter(([key]) => to.parts.some((part) => part.key === key)),
      ),
    }),
  });
  const keptIn = <K extends Product['prepared'][number] | Product['proofs'][number]>(kept: K): K =>
    withInside(kept, draft, (inside, product) => (product === from ? answeredOf(inside) : inside));
  const after = { ...draft, parts, choices, prepared: draft.prepared.map(keptIn), proofs: draft.proofs.map(keptIn) };
  const does = `has ${to.title} in ${places === 1 ? 'its place' : counted(places, 'place')}${lost.length > 0 ? `; no longer said: ${[...new Set(lost)].join(', ')}` : ''}`;
  // What a part of a part is, is its own product’s business: only what is named of this one is called otherwise.
  return {
    after: withCalled(after, ({ what, key, scope }) =>
      what === 'product' && scope === null && key === from ? to.slug : key,
    ),
    does,
  };
}

/** What was said of one product, said of another. @param lost takes the names of what it does not have */
function takenOver({ fixed, narrowed }: PartCandidate, to: Product, lost: string[]): PartCandidate {
  const known = new Map(to.choices.map((choice) => [choice.key, choice]));
  const keep = <V>(said: Readonly<Record<string, V>>, fits: (key: string, value: V) => boolean): Record<string, V> =>
    Object.fromEntries(
      Object.entries(said).filter(([key, value]) => {
        if (known.has(key) && fits(key, value)) return true;
        lost.push(key);
        return false;
      }),
    );
  const hasOption = (key: string, option: unknown) => {
    const choice = known.get(key);
    return (
      !choice || !hasOptions(choice) || typeof option !== 'string' || choice.options.some((one) => one.key === option)
    );
  };
  return {
    product: to.slug,
    fixed: keep<PartCandidate['fixed'][string]>(fixed, hasOption),
    narrowed: keep(narrowed, (key, options) => options.some((option) => hasOption(key, option))),
  };
}
