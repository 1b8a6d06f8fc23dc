import { type ComponentType } from 'react';
import { type Choice, type ChoiceKind } from '@/core/catalog';
import { AddOnFields } from './add-on-fields';
import { type EditChoice } from './choice';
import { DateFields } from './date-fields';
import { FileFields } from './file-fields';
import {
  AgreementFields,
  type KindProps,
  LetteringFields,
  LinkAddress,
  NumberLimits,
  SeveralBounds,
  TextLimits,
  YesNoDefault,
} from './kind-fields';
import { ParagraphText } from './paragraph-text';
import { PicturePlaceFields } from './picture-place';
import { QuickPicks } from './quick-picks';
import { SectionFields } from './section-fields';
import { SlotFields } from './slot-fields';

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

/** What each kind of choice has that others have not; null for nothing. One that is forgotten does not compile. */
const fieldsOfKind = {
  list: null,
  several: SeveralBounds,
  swatch: null,
  lettering: LetteringFields,
  text: TextFields,
  longText: LongTextFields,
  number: NumberFields,
  measure: MeasureFields,
  date: DateFields,
  file: FileFields,
  yesNo: YesNoDefault,
  agreement: AgreementFields,
  addOn: AddOnFields,
  slot: SlotFields,
  heading: SectionFields,
  paragraph: ParagraphText,
  link: LinkAddress,
  divider: null,
} satisfies { readonly [K in ChoiceKind]: ComponentType<KindProps<K>> | null };

/** What a kind of choice has that others have not. */
export function KindFields({ choice, index, edit }: { choice: Choice; index: number; edit: EditChoice }) {
  // The record has for each kind what fits that kind.
  const Fields = fieldsOfKind[choice.kind] as ComponentType<KindProps> | null;
  return Fields && <Fields choice={choice} index={index} edit={edit} />;
}
