'use client';

import { type EntryFormProps, EntryFormProvider } from './entry-form';
import { PartChoices } from './parts-form';
import { SelectionForm, type SelectionFormProps } from './selection-form';

const entryForm = (props: EntryFormProps) => <PartChoices key={`${props.name} ${props.candidate.product}`} {...props} />;

/** The form of a product, with the forms of what is in its slots in place. */
export function ProductForm(props: SelectionFormProps) {
  return (
    <EntryFormProvider value={entryForm}>
      <SelectionForm {...props} />
    </EntryFormProvider>
  );
}
