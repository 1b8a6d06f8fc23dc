import { z } from 'zod';
import { enclosingChoice, optionRef, ownKey, pictureRef, swatchRef, typefaceRef } from '../../fields';
import { quantityRuleSchema } from '../../ordering';
import { type AnswerForm, type Instead, type Path, type Problem } from '../../problems';
import { type Answer } from '../../selection';
import { isBlank } from '../../text';
import { propertySchema } from '../properties';
import { type Candidates, type CandidateScope, countCandidates } from './candidates';
import {
  type ChoiceReader,
  EFFECT_TOLD,
  type EffectFields,
  effectFields,
  groupsField,
  keySchema,
  notCountedField,
  NOTHING_BROUGHT,
  plainAnswer,
  refuse,
  type Report,
  UNSEEN,
} from './common';
import { isTypeface } from './lettering-faces';

/** A colour as the open format writes it. */
export const COLOUR_PATTERN = /^#[0-9a-f]{6}$/i;

/** One possible answer of a choice that offers a list, whatever the list looks like. */
export const optionSchema = z
  .strictObject({
    key: ownKey('option', keySchema, { choice: enclosingChoice }),
    title: z.string().max(120),
    description: z.string().max(300).default(''),
    ...effectFields,
    colours: z.array(z.string().max(60)).max(3).default([]).describe('one to three colours as #rrggbb'),
    swatch: swatchRef(keySchema)
      .nullable()
      .default(null)
      .describe('key of a swatch of the swatch book, in the place of own colours'),
    texture: pictureRef().nullable().default(null).describe('a picture swatch, in the place of colours'),
    picture: pictureRef().nullable().default(null).describe('a picture of the product or part with this option'),
    changesPicture: z
      .boolean()
      .default(false)
      .describe('whether its picture takes the place of the product’s while it is chosen'),
    enlarges: z.boolean().default(false).describe('whether its picture is shown larger on pointing or focus'),
    face: typefaceRef()
      .nullable()
      .default(null)
      .describe(
        'the typeface it stands for, in a lettering choice: the key of one that ships, or where the file of one is',
      ),
    properties: z
      .record(keySchema, propertySchema)
      .default({})
      .describe('what it measures or is, such as a density or a timber, by inside name'),
    groups: groupsField,
    quantity: quantityRuleSchema
      .nullable()
      .default(null)
      .describe('in what numbers the product may be bought with this option, where that is another'),
    whenOut: z
      .enum(['unavailable', 'hidden', 'orderable'])
      .default('unavailable')
      .describe(
        'what happens when what it draws is out of stock: shown with the reason, left out, or taken with a lead time',
      ),
    notCounted: notCountedField,
    leadDays: z
      .int()
      .min(1)
      .max(730)
      .nullable()
      .default(null)
      .describe('days it takes when it is ordered beyond stock'),
  })
  .meta({ id: 'option' });

export type Option = z.infer<typeof optionSchema>;

/** So many options a choice has at most. */
export const MOST_OPTIONS = 500;

const optionList = z.array(optionSchema).max(MOST_OPTIONS).default([]);

/** What a choice that offers a list has. */
export const optionsChoiceFields = {
  options: optionList,
  columns: z.int().min(1).max(8).nullable().default(null).describe('options in a row; null for as many as fit'),
  descriptionsShown: z
    .enum(['always', 'onDemand'])
    .default('always')
    .describe('whether what is said of an option stands beside it or is asked for'),
  ownQuantity: z.boolean().default(false).describe('whether each picked option takes a quantity of its own'),
  mostEach: z.int().min(2).max(999).default(10).describe('the largest such quantity'),
};

/** What of a choice that offers a list customers may know. */
export const OPTIONS_TOLD = [
  'options',
  'columns',
  'descriptionsShown',
  'ownQuantity',
  'mostEach',
] as const satisfies readonly (keyof typeof optionsChoiceFields)[];

/** What of an option customers may know: whatever is not named here stays inside. */
export const OPTION_TOLD = [
  'key',
  'title',
  'description',
  ...EFFECT_TOLD,
  'colours',
  'swatch',
  'texture',
  'picture',
  'changesPicture',
  'enlarges',
  'face',
  'properties',
  'groups',
  'quantity',
  'whenOut',
  'notCounted',
  'leadDays',
] as const satisfies readonly (keyof Option)[];

/** How the names of swatches are told to those who see; everybody else hears them anyway. */
export const swatchNamesField = z
  .enum(['shown', 'onPointing', 'hidden'])
  .default('shown')
  .describe(
    'whether the names of swatches stand under them, under the one that is pointed at or chosen, or only under the chosen one',
  );

/** What a choice has of which one option is picked. */
export const oneOfFields = {
  ...optionsChoiceFields,
  stocked: z.boolean().default(false).describe('whether its options are counted separately in stock and make variants'),
  default: optionRef(z.string(), { choice: enclosingChoice })
    .nullable()
    .default(null)
    .describe('key of the option chosen beforehand'),
};

interface OptionsChoiceLike {
  readonly key: string;
  readonly title: string;
  readonly options: readonly Option[];
  readonly ownQuantity: boolean;
  readonly mostEach: number;
}

/** Reports what can be wrong with the options of any list. */
export function checkOptions(
  choice: OptionsChoiceLike & { readonly stocked?: boolean; readonly kind: string },
  path: Path,
  report: Report,
): void {
  if (choice.options.length === 0) report([...path, 'options'], { code: 'noOptions', title: choice.title });
  if (choice.stocked === true && choice.ownQuantity)
    report([...path, 'ownQuantity'], { code: 'stockedQuantity', title: choice.title });
  const seen = new Set<string>();
  choice.options.forEach((option, index) => {
    const at = [...path, 'options', index];
    if (isBlank(option.title))
      report([...at, 'title'], {
        code: 'titleMissing',
        what: { kind: 'option', position: index + 1, choice: choice.title },
      });
    if (seen.has(option.key)) report([...at, 'key'], { code: 'duplicateKey', key: option.key, what: 'option' });
    seen.add(option.key);
    if (choice.kind === 'swatch' && option.colours.length === 0 && option.texture === null && option.swatch === null)
      report([...at, 'colours'], { code: 'noColour', title: option.title });
    option.colours.forEach((colour, position) => {
      if (!COLOUR_PATTERN.test(colour)) report([...at, 'colours', position], { code: 'badColour', given: colour });
    });
    if (option.changesPicture && option.picture === null)
      report([...at, 'changesPicture'], { code: 'optionPictureMissing', title: option.title });
    if (option.whenOut === 'orderable' && option.leadDays === null)
      report([...at, 'leadDays'], { code: 'leadTimeMissing', title: option.title });
    if (choice.kind === 'lettering' && !isTypeface(option.face))
      report([...at, 'face'], { code: 'faceMissing', title: option.title });
  });
}

/** What the options of a list bring, in their order. */
export function optionEffects(choice: OptionsChoiceLike, path: Path): ChoiceReader['effects'] {
  return choice.options.map((option, index) => {
    const { amount, breaks, wasPrice, sku, weight, draws }: EffectFields = option;
    return {
      label: `${choice.title}: ${option.title}`,
      amount,
      breaks,
      wasPrice,
      sku,
      weight,
      draws,
      path: [...path, 'options', index],
    };
  });
}

/** An option with how many of it are wanted. */
interface OptionPick {
  readonly effect: number;
  readonly count: number;
}

/**
 * Makes a list ready to read one picked option: its key, or `{option, quantity}` where it takes a quantity of its own.
 */
export function pickReader(
  choice: OptionsChoiceLike,
): (raw: unknown, problems: Problem[], expected: AnswerForm) => OptionPick | null {
  const places = new Map(choice.options.map(({ key }, index) => [key, index]));
  const { title, ownQuantity, mostEach } = choice;
  return (raw, problems, expected) => {
    let key = raw;
    let count = 1;
    if (ownQuantity && typeof raw === 'object' && raw !== null && 'option' in raw) {
      const other = Object.keys(raw).find((name) => name !== 'option' && name !== 'quantity');
      if (other !== undefined)
        return refuse(problems, choice.key, { code: 'unknownPickKey', title, key: other.slice(0, 60) });
      key = raw.option;
      const given = 'quantity' in raw ? raw.quantity : 1;
      if (typeof given !== 'number' || !Number.isInteger(given) || given < 1 || given > mostEach) {
        return refuse(problems, choice.key, {
          code: 'optionQuantity',
          title,
          given: typeof given === 'number' ? String(given) : '',
          most: mostEach,
        });
      }
      count = given;
    }
    if (typeof key !== 'string') return refuse(problems, choice.key, { code: 'wrongKindOfAnswer', title, expected });
    const effect = places.get(key);
    if (effect !== undefined) return { effect, count };
    return refuse(problems, choice.key, {
      code: 'unknownOption',
      title,
      given: key.slice(0, 60),
      offered: offeredOf(choice.options),
    });
  };
}

/** What can be answered with options, as a problem tells it: those that a customer may see. */
export const offeredOf = (options: readonly Pick<Option, 'key' | 'title'>[]): Instead[] =>
  options.flatMap(({ key, title }) => (title === UNSEEN ? [] : [{ key, title: title || key }]));

/** How an option with its quantity is written in a key, and for people. */
export const pickCanonical = (key: string, count: number) => (count === 1 ? key : `${key}*${count}`);
export const pickShown = (title: string, count: number) => (count === 1 ? title : `${count} × ${title}`);

/** Reads answers that name one option of a list by its key. */
export function optionsReader(
  choice: OptionsChoiceLike & { readonly default: string | null },
  path: Path,
): ChoiceReader {
  const answers: Answer[] = choice.options.map(({ key, title }, effect) => ({
    ...plainAnswer,
    canonical: key,
    shown: title,
    option: key,
    picks: [{ effect, count: 1 }],
  }));
  const pick = pickReader(choice);
  const expected: AnswerForm = { form: choice.ownQuantity ? 'optionOrCounted' : 'option' };
  return {
    ask: 'choose',
    expected,
    fallback: () => choice.default,
    effects: optionEffects(choice, path),
    read(raw: unknown, problems: Problem[]): Answer | null {
      if (raw === '') return null;
      const picked = pick(raw, problems, expected);
      const answer = picked && answers[picked.effect];
      if (!picked || !answer || picked.count === 1) return answer ?? null;
      return {
        ...answer,
        canonical: pickCanonical(answer.canonical, picked.count),
        shown: pickShown(answer.shown, picked.count),
        picks: [picked],
      };
    },
  };
}

/** Every option, and where options have a quantity of their own, how many of it. */
export function optionCandidates(
  {
    options,
    ownQuantity,
    mostEach,
  }: { readonly options: readonly Option[]; readonly ownQuantity: boolean; readonly mostEach: number },
  scope: CandidateScope,
): Candidates {
  const list = options.flatMap(({ key }, option) =>
    (ownQuantity
      ? countCandidates(scope, mostEach, (quantity) => ({ option: key, quantity }), option)
      : scope.read(key, option)
    ).map((candidate) => ({ ...candidate, option })),
  );
  return { list, counted: true };
}

const GREY = '#808080';

/** An option for who may not see it: what formulas and rules refer to is there, what it is and costs is not. */
export function unseenOption({ key, face, properties, colours, swatch, texture }: Option, others: string): Option {
  return {
    key,
    title: UNSEEN,
    description: '',
    ...NOTHING_BROUGHT,
    colours: colours.length > 0 || swatch !== null || texture !== null ? [GREY] : [],
    swatch: null,
    texture: null,
    picture: null,
    changesPicture: false,
    enlarges: false,
    face,
    properties,
    groups: [others],
    quantity: null,
    whenOut: 'unavailable',
    notCounted: null,
    leadDays: null,
  };
}

/** A choice of options for who may not see any of them. */
export function unseenOptions<C extends { readonly options: readonly Option[] }>(choice: C, others: string): C {
  return { ...choice, options: choice.options.map((option) => unseenOption(option, others)) };
}
