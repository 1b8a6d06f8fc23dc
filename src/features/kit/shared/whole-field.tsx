'use client';

import { type ComponentProps } from 'react';
import { TextField } from '@/ui/field';
import { useWholeText } from './use-whole-text';

type Props = Pick<ComponentProps<typeof TextField>, 'label' | 'help' | 'fault' | 'placeholder'> & {
  least: number;
  most: number;
} & (
    | { value: number; mayBeEmpty?: false; onChange: (value: number) => void }
    | { value: number | null; mayBeEmpty: true; onChange: (value: number | null) => void }
  );

/**
 * A field for a whole number. What is none, or lies outside of what it may be, stays in it with what would be right.
 */
export function WholeField(props: Props) {
  const { least, most, value, mayBeEmpty = false, fault: outside, label, help, placeholder } = props;
  const { text, fault, take } = useWholeText(value, { least, most, mayBeEmpty }, (next) => {
    if (props.mayBeEmpty) props.onChange(next);
    else if (next !== null) props.onChange(next);
  });
  return (
    <TextField
      label={label}
      help={help}
      placeholder={placeholder}
      value={text}
      fault={fault ?? outside}
      inputMode="numeric"
      onChange={take}
    />
  );
}
