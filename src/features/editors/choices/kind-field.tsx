'use client';

import { type ChoiceKind, choiceKinds } from '@/core/catalog';
import { SelectField } from '@/ui/field';
import { choiceKindsHere } from './kinds';

interface Props {
  label: string;
  kind: ChoiceKind;
  width?: string;
  onChange: (kind: ChoiceKind) => void;
}

/** What kind of choice it is, in words. */
export function KindField({ label, kind, width, onChange }: Props) {
  return (
    <SelectField
      label={label}
      value={kind}
      width={width}
      alternatives={choiceKinds.map((value) => ({ value, label: choiceKindsHere[value].words }))}
      onChange={(value) => onChange(choiceKinds.find((candidate) => candidate === value) ?? kind)}
    />
  );
}
