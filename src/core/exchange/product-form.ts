import { type Choice, type ChoiceKind, hasOptions, type Option, type Part, type Picture } from '../catalog';
import { UNSEEN } from '../catalog/choices';
import { type Program } from '../compile';
import { told } from './view';

type Told = Readonly<Record<string, unknown>>;

/** What is asked of a customer to get a product, so that another program can ask for it. */
export interface ProductForm {
  readonly slug: string;
  readonly title: string;
  readonly summary: string;
  readonly description: string;
  readonly category: string | null;
  readonly pictures: readonly Picture[];
  /** ISO 4217 code */
  readonly currency: string;
  /** what is asked and told, in the order of the page; keys, kinds and bounds are those of the open format */
  readonly choices: readonly Told[];
  /** what it is put together from: each part with the products that it can be */
  readonly parts: readonly Told[];
}

/** What of each kind of choice is told beside key, title and help: a kind that is added must say it, too. */
const TOLD = {
  list: ['default', 'ownQuantity', 'mostEach'],
  several: ['default', 'least', 'most', 'ownQuantity', 'mostEach'],
  swatch: ['default', 'ownQuantity', 'mostEach'],
  lettering: ['default', 'ownQuantity', 'mostEach'],
  text: ['placeholder', 'minCharacters', 'maxCharacters', 'default'],
  longText: ['placeholder', 'lines', 'minCharacters', 'maxCharacters', 'default'],
  number: ['placeholder', 'min', 'max', 'step', 'default', 'parts', 'belowNothing'],
  measure: ['placeholder', 'unit', 'min', 'max', 'step', 'default', 'picks'],
  date: ['earliest', 'latest', 'weekdays', 'months', 'past', 'leftOut', 'default'],
  file: ['types', 'largest', 'least', 'most', 'moved', 'perInch'],
  yesNo: ['default'],
  agreement: ['statement', 'address'],
  addOn: ['product', 'default', 'mostQuantity'],
  slot: ['least', 'most', 'keepsOrder', 'default'],
  heading: [],
  paragraph: ['text', 'picture', 'pictureAlt'],
  link: ['address'],
  divider: [],
} as const satisfies { readonly [Kind in ChoiceKind]: readonly (keyof Extract<Choice, { kind: Kind }>)[] };

const TOLD_OF_OPTION = [
  'key',
  'title',
  'description',
  'colours',
  'texture',
  'picture',
  'face',
] as const satisfies readonly (keyof Option)[];

/** Whether whoever asks for the form sees it: what only others or the workshop see has no title of its own there. */
const isSeen = ({ title, forWorkshop, groups }: Pick<Choice, 'title' | 'forWorkshop' | 'groups'>): boolean =>
  title !== UNSEEN && !forWorkshop && groups.length === 0;

function choiceForm(choice: Choice): Told {
  const fields = ['kind', 'key', 'title', 'help', 'required', ...TOLD[choice.kind]];
  const said = withoutEmpty(told(choice as unknown as Record<string, unknown>, fields));
  if (!hasOptions(choice)) return said;
  return {
    ...said,
    options: choice.options
      .filter(({ groups }) => groups.length === 0)
      .map((option) => withoutEmpty(told(option, TOLD_OF_OPTION))),
  };
}

/** A record without fields that say nothing. */
const withoutEmpty = (record: Told): Told =>
  Object.fromEntries(
    Object.entries(record).filter(
      ([, value]) => value !== null && value !== '' && !(Array.isArray(value) && value.length === 0),
    ),
  );

function partForm({ key, title, optional, quantity, candidates }: Part): Told {
  return {
    key,
    ...(title !== '' && { title }),
    optional,
    quantity,
    products: candidates.map(({ product }) => product),
  };
}

/** The form of a product. @param program compiled of what the customer may know of it */
export function productForm({ product, currency }: Pick<Program, 'product' | 'currency'>): ProductForm {
  const { choices, parts, ...rest } = product;
  return {
    ...told(rest, ['slug', 'title', 'summary', 'description', 'category', 'pictures']),
    currency,
    choices: choices.filter(isSeen).map(choiceForm),
    parts: parts.map(partForm),
  };
}
