import dynamic from 'next/dynamic';
import { type ComponentType } from 'react';
import { type Choice, type ChoiceKind, type Note } from '@/core/catalog';
import { waking } from '@/ui/wakes';
import { AgreementControl } from './agreement-control';
import { type ControlProps } from './control';
import { DateControl } from './date-control';
import { ListControl } from './list-control';
import { NoteView } from './note';
import { SeveralControl } from './several-control';
import { SwatchControl } from './swatch-control';
import { LongTextControl, MeasureControl, NumberControl, TextControl } from './typed-controls';
import { YesNoControl } from './yes-no-control';

// What few products ask, and what is large, comes with the products that do.
const SlotControl = dynamic(() => import('./slot-control').then((control) => waking(control.SlotControl)));
const FileControl = dynamic(() => import('./file-control').then((control) => waking(control.FileControl)));
const LetteringControl = dynamic(() =>
  import('./lettering-control').then((control) => waking(control.LetteringControl)),
);
const AddOnControl = dynamic(() => import('./add-on-control').then((control) => waking(control.AddOnControl)));

interface KindOfControl<C extends Choice> {
  readonly Control: ComponentType<ControlProps<C>>;
  /** whether the control is a group of controls, or says itself what it is for: then no label points at it */
  readonly labelsItself: boolean | ((choice: C) => boolean);
  /** whether it shows something of the page beside its own answer and offers, and has to be drawn again with it */
  readonly followsPage: boolean;
}

const NoteControl = ({ choice }: ControlProps<Note>) => <NoteView note={choice} />;
const note = { Control: NoteControl, labelsItself: false, followsPage: false };

/** How each kind of choice is answered on a page; one that is forgotten does not compile. */
const controls = {
  list: { Control: ListControl, labelsItself: true, followsPage: false },
  several: { Control: SeveralControl, labelsItself: true, followsPage: false },
  swatch: { Control: SwatchControl, labelsItself: true, followsPage: false },
  lettering: { Control: LetteringControl, labelsItself: true, followsPage: true },
  text: { Control: TextControl, labelsItself: false, followsPage: false },
  longText: { Control: LongTextControl, labelsItself: false, followsPage: false },
  number: { Control: NumberControl, labelsItself: false, followsPage: true },
  measure: { Control: MeasureControl, labelsItself: false, followsPage: true },
  date: { Control: DateControl, labelsItself: false, followsPage: false },
  file: { Control: FileControl, labelsItself: true, followsPage: true },
  yesNo: { Control: YesNoControl, labelsItself: ({ required }) => required, followsPage: false },
  agreement: { Control: AgreementControl, labelsItself: true, followsPage: false },
  addOn: { Control: AddOnControl, labelsItself: true, followsPage: true },
  slot: { Control: SlotControl, labelsItself: true, followsPage: true },
  heading: note,
  paragraph: note,
  link: note,
  divider: note,
} satisfies { readonly [K in ChoiceKind]: KindOfControl<Extract<Choice, { kind: K }>> };

function controlOf<C extends Choice>(choice: C): KindOfControl<C> {
  // As with the kinds of the core: each has what fits it.
  return controls[choice.kind] as unknown as KindOfControl<C>;
}

/** The control by which a choice is answered. */
export function ChoiceControl(props: ControlProps) {
  const { Control } = controlOf(props.choice);
  return <Control {...props} />;
}

/** Whether a choice's control is a group of controls, or says itself what it is for. */
export function labelledOtherwise(choice: Choice): boolean {
  const { labelsItself } = controlOf(choice);
  return typeof labelsItself === 'function' ? labelsItself(choice) : labelsItself;
}

/** Whether a choice's control shows something of the page beside its own answer and offers. */
export function followsPage(choice: Choice): boolean {
  return controlOf(choice).followsPage;
}
