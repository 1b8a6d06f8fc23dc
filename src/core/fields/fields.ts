import { z } from 'zod';
import { beside, type Trail } from './trail';

/**
 * What the texts of a definition are keys and names of. A field says it where its schema stands; who renames, copies,
 * moves or looks for things walks what the schemas say, and a field that is added later is walked with the others.
 */
export type Referred =
  | 'stock'
  | 'swatch'
  | 'sheet'
  | 'product'
  | 'group'
  | 'priceList'
  | 'taxClass'
  /** where a picture is */
  | 'picture'
  /** where the file of a typeface is; the keys of those that ship with the shop name nothing */
  | 'typeface'
  | 'choice'
  | 'option'
  | 'part'
  /** a slot or a part */
  | 'place'
  | 'formula'
  | 'rate'
  | 'rule'
  | 'table'
  | 'proof'
  | 'prepared'
  | 'fit'
  | 'quantityRule'
  | 'view'
  | 'layer'
  | 'discount'
  /** what a choice, rate or currency is called in a formula */
  | 'name'
  /** UCUM code of a unit, or a currency */
  | 'unit';

/** Whose choice, option or part it is: the definition’s own where neither is said. */
export type Scope = { readonly product: string } | { readonly sheet: string } | null;

/** What a schema says of the texts in it. */
export type FieldMark =
  | {
      readonly kind: 'text';
      readonly what: Referred;
      /** whether it is what a thing itself is called, rather than somebody naming it */
      readonly own: boolean;
      /** of an option: key of the choice that it is one of */
      readonly choice: (trail: Trail) => string | null;
      readonly scope: (trail: Trail) => Scope;
    }
  /** a decimal: it names nothing */
  | { readonly kind: 'figure' }
  /** a formula’s text, in which names stand */
  | { readonly kind: 'formulaText' }
  /** an answer of one choice */
  | {
      readonly kind: 'answer';
      readonly choice: (trail: Trail) => string | null;
      readonly scope: (trail: Trail) => Scope;
    }
  /** answers by choice, as in a selection */
  | { readonly kind: 'answers'; readonly scope: (trail: Trail) => Scope }
  /** what is answered of parts, by their key, as in a selection */
  | { readonly kind: 'partAnswers' };

const marks = z.registry<{ mark: FieldMark }>();

/** What a schema says of the texts in it; undefined where it says nothing by itself. */
export const markOf = (schema: z.core.$ZodType): FieldMark | undefined => marks.get(schema)?.mark;

function marked<S extends z.ZodType>(schema: S, mark: FieldMark): S {
  // Of a schema that others use, too, only the copy that stands in this place is marked.
  const own = schema.clone() as S;
  marks.add(own, { mark });
  return own;
}

/** The product that is named in a field beside it, or beside what it stands in so many levels up. */
export const productBeside =
  (levels: number) =>
  (trail: Trail): Scope => ({ product: beside('product', levels)(trail) ?? '' });

const nowhere = () => null;

/** Where what is named belongs to. */
type Belongs = Partial<Pick<FieldMark & { kind: 'text' }, 'choice' | 'scope'>>;

const textMark = (what: Referred, own: boolean, { choice = nowhere, scope = nowhere }: Belongs): FieldMark => ({
  kind: 'text',
  what,
  own,
  choice,
  scope,
});

interface MakeReference {
  (belongs?: Belongs): z.ZodString;
  <S extends z.ZodType>(schema: S, belongs?: Belongs): S;
}

/** A text by which a thing is named that stands elsewhere; without a schema of its own, as long as such keys are. */
function reference(what: Referred, longest: number): MakeReference {
  function make(belongs?: Belongs): z.ZodString;
  function make<S extends z.ZodType>(schema: S, belongs?: Belongs): S;
  function make(first: z.ZodType | Belongs = {}, belongs: Belongs = {}): z.ZodType {
    return first instanceof z.ZodType
      ? marked(first, textMark(what, false, belongs))
      : marked(z.string().max(longest), textMark(what, false, first));
  }
  return make;
}

/** What a thing of a definition is itself called. */
export function ownKey<S extends z.ZodType>(what: Referred, schema: S, belongs: Belongs = {}): S {
  return marked(schema, textMark(what, true, belongs));
}

export const stockRef = reference('stock', 60);
export const swatchRef = reference('swatch', 60);
export const sheetRef = reference('sheet', 60);
export const productRef = reference('product', 60);
export const groupRef = reference('group', 60);
export const priceListRef = reference('priceList', 60);
export const taxClassRef = reference('taxClass', 60);
export const pictureRef = reference('picture', 300);
export const typefaceRef = reference('typeface', 300);
/** The key of a choice of a placed sheet is that of the sheet, a point, and its own. */
export const choiceRef = reference('choice', 130);
export const optionRef = reference('option', 60);
export const placeRef = reference('place', 130);
export const formulaRef = reference('formula', 130);
export const unitCode = reference('unit', 20);

/** A decimal as the open format writes it. */
export const figure = <S extends z.ZodType>(schema: S): S => marked(schema, { kind: 'figure' });

/** A formula’s text. */
export const formulaText = <S extends z.ZodType>(schema: S): S => marked(schema, { kind: 'formulaText' });

/** What is answered to one choice, in any form that a selection has. */
export const answerOf = <S extends z.ZodType>(
  schema: S,
  choice: (trail: Trail) => string | null,
  scope: (trail: Trail) => Scope = nowhere,
): S => marked(schema, { kind: 'answer', choice, scope });

/** Answers by the key of a choice. @param scope whose choices they are */
export const answersOf = <S extends z.ZodType>(schema: S, scope: (trail: Trail) => Scope = nowhere): S =>
  marked(schema, { kind: 'answers', scope });

/** What is answered of parts, by their key. */
export const partAnswersOf = <S extends z.ZodType>(schema: S): S => marked(schema, { kind: 'partAnswers' });
