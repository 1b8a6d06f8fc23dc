import { type Choice, hasOptions, type Layer, type LayerOf, type Product } from '@/core/catalog';

/** What a kind of layer is called, and when one takes it. */
export const layerKinds: { readonly [K in Layer['kind']]: { readonly title: string; readonly about: string } } = {
  picture: {
    title: 'Picture',
    about: 'one of the library, of the chosen option, or of the customer; tinted or as it is',
  },
  shape: { title: 'Surface', about: 'a board, a disc or a frame, in the chosen colour or texture' },
  text: { title: 'Lettering', about: 'what customers type, in their lettering and colour' },
  measure: { title: 'Measure line', about: 'a line with a measure’s answer on it' },
  pieces: { title: 'Pieces', about: 'what stands in slots and parts, one on the other' },
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
export const measured = (choices: Choices) =>
  choices.filter((choice) => choice.kind === 'measure' || choice.kind === 'number');

/** The places of a product whose pieces can be drawn. */
export const placesFor = ({ parts }: Pick<Product, 'parts'>, choices: Choices) => [
  ...parts.map(({ key, title, candidates }) => ({ value: key, label: title || candidates[0]?.product || key })),
  ...choices.flatMap((choice) =>
    choice.kind === 'slot' ? [{ value: choice.key, label: choice.title || choice.key }] : [],
  ),
];

type Fresh<K extends Layer['kind']> = Omit<LayerOf<K>, 'key' | 'x' | 'y' | 'width' | 'height'>;

const common = {
  title: '',
  when: null,
  anchor: { across: 'left', down: 'top' },
  turn: '0',
  opacity: 100,
  blend: 'normal',
} satisfies Partial<Layer>;

/** A new layer of each kind: it follows the first choice of the product that it could. */
export const freshLayers: { readonly [K in Layer['kind']]: (product: Product, choices: Choices) => Fresh<K> } = {
  picture: ({ pictures }, choices) => ({
    ...common,
    kind: 'picture',
    from: fromFile(choices, pictures[0]?.src),
    fit: 'whole',
    mask: 'none',
    tint: null,
  }),
  shape: (_, choices) => {
    const [colour] = coloured(choices);
    return {
      ...common,
      kind: 'shape',
      shape: 'rectangle',
      corner: '0',
      bar: '10',
      fill: colour ? { kind: 'chosen', choice: colour.key, place: 0 } : { kind: 'fixed', colour: '#c9a468' },
      tile: '50',
      line: null,
    };
  },
  text: (_, choices) => {
    const [text, face] = [texts(choices)[0], faces(choices)[0]];
    return {
      ...common,
      kind: 'text',
      from: text ? { kind: 'answer', choice: text.key } : { kind: 'fixed', text: 'Text' },
      face: face ? { kind: 'chosen', choice: face.key } : { kind: 'fixed', face: 'serif' },
      colour: { kind: 'fixed', colour: '#1f1a14' },
      size: '24',
      smallest: '0',
      lines: 'one',
      align: 'middle',
      arc: null,
    };
  },
  measure: (_, choices) => ({
    ...common,
    kind: 'measure',
    choice: measured(choices)[0]?.key ?? '',
    along: 'across',
    size: '12',
    colour: '#1f1a14',
  }),
  pieces: (product, choices) => ({
    ...common,
    kind: 'pieces',
    places: placesFor(product, choices).map(({ value }) => value),
    towards: 'up',
    gap: '0',
    tint: null,
    tinted: [],
  }),
};

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
