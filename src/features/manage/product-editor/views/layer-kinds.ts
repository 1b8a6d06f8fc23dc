import { type Choice, hasOptions, type Layer, type LayerOf, layerSchema, type Product } from '@/core/catalog';
import { isMeasured } from '@/features/editors/rules';

/** What a kind of layer is called, and when one takes it. */
export const layerKinds: { readonly [K in Layer['kind']]: { readonly title: string; readonly about: string } } = {
  picture: {
    title: 'Picture',
    about: 'one of the library, of the chosen option, or of the customer; tinted or as it is',
  },
  shape: { title: 'Surface', about: 'a board, a disc or a frame, in the chosen colour or texture' },
  text: { title: 'Lettering', about: 'what customers type, in their lettering and colour' },
  measure: { title: 'Measure line', about: 'a line with a measure’s answer on it' },
  pieces: { title: 'Pieces', about: 'what stands in slots and parts, one on the other or at points' },
};

export const kindsOfLayer = Object.keys(layerKinds) as Layer['kind'][];

type Choices = readonly Choice[];

export const coloured = (choices: Choices) => choices.filter((choice) => choice.kind === 'swatch');
export const withOptions = (choices: Choices) =>
  choices.filter((choice) => hasOptions(choice) && choice.kind !== 'slot');
export const files = (choices: Choices) => choices.filter((choice) => choice.kind === 'file');
export const faces = (choices: Choices) => choices.filter((choice) => choice.kind === 'lettering');
export const texts = (choices: Choices) =>
  choices.filter((choice) => choice.kind === 'text' || choice.kind === 'longText');
export const measured = (choices: Choices) => choices.filter(isMeasured);

/** The places of a product whose pieces can be drawn. */
export const placesFor = ({ parts }: Pick<Product, 'parts'>, choices: Choices) => [
  ...parts.map(({ key, title, candidates }) => ({ value: key, label: title || candidates[0]?.product || key })),
  ...choices.flatMap((choice) =>
    choice.kind === 'slot' ? [{ value: choice.key, label: choice.title || choice.key }] : [],
  ),
];

/** What a new layer of each kind begins with beside what its schema says: the first choice that it could follow. */
const beginnings: {
  readonly [K in Layer['kind']]: (product: Product, choices: Choices) => Partial<LayerOf<K>>;
} = {
  picture: ({ pictures }, choices) => ({ from: fromFile(choices, pictures[0]?.src) }),
  shape: (_, choices) => {
    const [colour] = coloured(choices);
    return {
      fill: colour ? { kind: 'chosen', choice: colour.key, place: 0 } : { kind: 'fixed', colour: '#c9a468' },
    };
  },
  text: (_, choices) => {
    const [text, face] = [texts(choices)[0], faces(choices)[0]];
    return {
      from: text ? { kind: 'answer', choice: text.key } : { kind: 'fixed', text: 'Text' },
      ...(face && { face: { kind: 'chosen', choice: face.key } }),
      size: '24',
    };
  },
  measure: (_, choices) => ({ choice: measured(choices)[0]?.key ?? '' }),
  pieces: (product, choices) => ({ places: placesFor(product, choices).map(({ value }) => value) }),
};

/** A new layer. @param said what is known of it already: its key, where it lies, its picture */
export function freshLayer(kind: Layer['kind'], product: Product, choices: Choices, said: object): Layer {
  return layerSchema.parse({ kind, ...beginnings[kind](product, choices), ...said });
}

function fromFile(choices: Choices, main: string | undefined): LayerOf<'picture'>['from'] {
  if (main !== undefined) return { kind: 'fixed', src: main };
  const [file] = files(choices);
  return file ? { kind: 'file', choice: file.key } : { kind: 'fixed', src: '' };
}

/** What a layer is called in a list: by its name, else by what it shows. */
export function layerName(layer: Layer, choices: Choices): string {
  if (layer.title !== '') return layer.title;
  const called = (key: string) => choices.find((choice) => choice.key === key)?.title || key;
  switch (layer.kind) {
    case 'picture':
      if (layer.from.kind !== 'fixed') return `Picture of ${called(layer.from.choice)}`;
      return layer.tint?.kind === 'chosen' ? `Picture in ${called(layer.tint.choice)}` : 'Picture';
    case 'shape':
      return layer.fill?.kind === 'chosen' ? `Surface in ${called(layer.fill.choice)}` : 'Surface';
    case 'text':
      return layer.from.kind === 'fixed' ? `“${layer.from.text}”` : called(layer.from.choice);
    case 'measure':
      return `Measure line of ${called(layer.choice)}`;
    case 'pieces':
      return 'Pieces';
  }
}
