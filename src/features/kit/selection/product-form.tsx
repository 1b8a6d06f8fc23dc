'use client';

import dynamic from 'next/dynamic';
import { type Choice } from '@/core/catalog';
import { waking } from '@/ui/wakes';
import { type EntryFormProps, EntryFormProvider } from './entry-form';
import { type PartsHolder } from './given-parts';
import { SelectionForm, type SelectionFormProps } from './selection-form';

// Only what is put together has parts.
const PartChoices = dynamic(() => import('./parts-form').then((form) => waking(form.PartChoices)));
const PartsForm = dynamic(() => import('./parts-form').then((form) => waking(form.PartsForm)));

const entryForm = (props: EntryFormProps) => (
  <PartChoices key={`${props.name} ${props.candidate.product}`} {...props} />
);

/** The form of a product’s choices, with the forms of what is in its slots in place. */
export function ChoicesForm(props: SelectionFormProps) {
  return (
    <EntryFormProvider value={entryForm}>
      <SelectionForm {...props} />
    </EntryFormProvider>
  );
}

interface Props extends Pick<SelectionFormProps, 'name' | 'showMissing'> {
  choices: readonly Choice[];
  selection: PartsHolder & Pick<SelectionFormProps, 'page' | 'answers'> & { answer: SelectionFormProps['onAnswer'] };
}

/** The form of a product: its parts and its choices. Parts have slots as well as the product itself. */
export function ProductForm({ choices, selection, name, showMissing }: Props) {
  return (
    <EntryFormProvider value={entryForm}>
      {selection.program.kit && <PartsForm holder={selection} name={name} showMissing={showMissing} />}
      <SelectionForm
        choices={choices}
        page={selection.page}
        answers={selection.answers}
        name={name}
        showMissing={showMissing}
        onAnswer={selection.answer}
      />
    </EntryFormProvider>
  );
}
