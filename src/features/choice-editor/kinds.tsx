import { type ComponentType } from 'react';
import { type Choice, type ChoiceKind } from '@/core/catalog';
import { AddOnFields } from './add-on-fields';
import { type EditChoice } from './choice';
import { DateFields } from './date-fields';
import { FileFields } from './file-fields';
import { AgreementFields, type KindProps, LetteringFields, LinkAddress, NumberLimits, SeveralBounds, TextLimits, YesNoDefault } from './kind-fields';
import { ParagraphText } from './paragraph-text';
import { PicturePlaceFields } from './picture-place';
import { QuickPicks } from './quick-picks';
import { SectionFields } from './section-fields';
import { SlotFields } from './slot-fields';

interface EditorOfKind<K extends ChoiceKind> {
  /** what it is called where one is added */
  readonly words: string;
  /** the few words an outline has room for */
  readonly short: string;
  /** what it begins with, where that is other than the format's defaults */
  readonly begins: object;
  /** what it has that others have not; null for nothing */
  readonly Fields: ComponentType<KindProps<K>> | null;
}

const TextFields = (props: KindProps<'text'>) => <TextLimits {...props} />;
const LongTextFields = (props: KindProps<'longText'>) => <TextLimits {...props} />;
const NumberFields = (props: KindProps<'number'>) => <NumberLimits {...props} />;

function MeasureFields(props: KindProps<'measure'>) {
  return (
    <>
      <NumberLimits {...props} />
      <QuickPicks {...props} />
      <PicturePlaceFields choice={props.choice} edit={props.edit} />
    </>
  );
}

/** Each kind of choice in the editor; one that is forgotten does not compile. */
export const choiceKindsHere = {
  list: { words: 'one from a list', short: 'list', begins: {}, Fields: null },
  several: { words: 'several of a list', short: 'several', begins: { required: false }, Fields: SeveralBounds },
  swatch: { words: 'a colour, shown as swatches', short: 'swatches', begins: {}, Fields: null },
  lettering: { words: 'a style of lettering', short: 'lettering', begins: {}, Fields: LetteringFields },
  text: { words: 'a line of text', short: 'text', begins: { required: false, maxCharacters: 40 }, Fields: TextFields },
  longText: { words: 'a longer text', short: 'longer text', begins: { required: false, maxCharacters: 500 }, Fields: LongTextFields },
  number: { words: 'a number', short: 'number', begins: { min: '0', step: '1' }, Fields: NumberFields },
  measure: { words: 'a measure with its unit', short: 'measure', begins: { unit: 'm' }, Fields: MeasureFields },
  date: { words: 'a date', short: 'date', begins: {}, Fields: DateFields },
  file: { words: 'files to upload', short: 'files', begins: { required: false }, Fields: FileFields },
  yesNo: { words: 'yes or no', short: 'yes or no', begins: { required: false, default: false }, Fields: YesNoDefault },
  agreement: { words: 'agreement to terms', short: 'agreement', begins: {}, Fields: AgreementFields },
  addOn: { words: 'another product along with it', short: 'add-on', begins: { required: false }, Fields: AddOnFields },
  slot: { words: 'what is put in a slot of a build', short: 'slot', begins: {}, Fields: SlotFields },
  heading: { words: 'a heading (asks nothing)', short: 'heading', begins: { holds: true }, Fields: SectionFields },
  paragraph: { words: 'a paragraph (asks nothing)', short: 'paragraph', begins: {}, Fields: ParagraphText },
  link: { words: 'a link (asks nothing)', short: 'link', begins: {}, Fields: LinkAddress },
  divider: { words: 'a dividing line (asks nothing)', short: 'line', begins: {}, Fields: null },
} satisfies { readonly [K in ChoiceKind]: EditorOfKind<K> };

/** What a kind of choice has that others have not. */
export function KindFields({ choice, index, edit }: { choice: Choice; index: number; edit: EditChoice }) {
  // The record has for each kind what fits that kind.
  const Fields = choiceKindsHere[choice.kind].Fields as ComponentType<KindProps> | null;
  return Fields && <Fields choice={choice} index={index} edit={edit} />;
}
