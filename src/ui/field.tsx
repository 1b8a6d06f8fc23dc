'use client';

import { Field, Input, NativeSelect, Textarea, type InputProps } from '@chakra-ui/react';
import { type ReactNode, type Ref } from 'react';
import { typedDecimal } from '@/core/number';
import { useTyped } from './typing';

interface Labelled {
  label: string;
  help?: ReactNode;
  /** what is wrong with what stands in it */
  fault?: string;
  required?: boolean;
  width?: string;
}

/** A label, what it labels, help, and what is wrong: one way to show them everywhere. What labels itself needs none. */
export function Labelled({
  label,
  help,
  fault,
  required,
  width,
  children,
}: Omit<Labelled, 'label'> & { label?: string; children: ReactNode }) {
  return (
    <Field.Root invalid={fault !== undefined} required={required} width={width}>
      {label !== undefined && <Field.Label fontWeight="600">{label}</Field.Label>}
      {children}
      {fault !== undefined && <Field.ErrorText color="brick.fg">{fault}</Field.ErrorText>}
      {help !== undefined && <Field.HelperText color="fg.muted">{help}</Field.HelperText>}
    </Field.Root>
  );
}

type TypedInputProps = {
  value: string;
  onChange: (value: string) => void;
  onLeave?: (text: string) => void;
  ref?: Ref<HTMLInputElement>;
} & Omit<InputProps, 'onChange' | 'onBlur' | 'value'>;

/** A line of text that is labelled elsewhere. */
export function TypedInput({ value, onChange, onLeave, ...rest }: TypedInputProps) {
  // Where a decimal is meant, a comma before one or two digits is its sign.
  const isDecimal = rest.inputMode === 'decimal';
  const typed = useTyped(
    value,
    isDecimal ? (text) => onChange(typedDecimal(text)) : onChange,
    isDecimal && onLeave ? (text) => onLeave(typedDecimal(text)) : onLeave,
  );
  return <Input bg="bg.panel" borderColor="border.emphasized" {...rest} {...typed} />;
}

type TextFieldProps = Labelled & TypedInputProps & { required?: boolean };

/** A line of text. */
export function TextField({ label, help, fault, required, ...rest }: TextFieldProps) {
  return (
    <Labelled label={label} help={help} fault={fault} required={required}>
      <TypedInput {...rest} />
    </Labelled>
  );
}

interface TextAreaProps extends Labelled {
  value: string;
  onChange: (value: string) => void;
  rows?: number;
  maxLength?: number;
}

/** Several lines of text. */
export function TextArea({ label, help, fault, value, onChange, rows = 5, maxLength }: TextAreaProps) {
  const typed = useTyped(value, onChange);
  return (
    <Labelled label={label} help={help} fault={fault}>
      <Textarea bg="bg.panel" borderColor="border.emphasized" rows={rows} maxLength={maxLength} {...typed} />
    </Labelled>
  );
}

export interface Alternative {
  readonly value: string;
  readonly label: string;
}

interface SelectProps extends Omit<Labelled, 'required'> {
  value: string;
  onChange: (value: string) => void;
  alternatives: readonly Alternative[];
  hideLabel?: boolean;
  small?: boolean;
  width?: string;
}

/** One of a few alternatives. */
export function SelectField({
  label,
  help,
  fault,
  value,
  onChange,
  alternatives,
  hideLabel = false,
  small = false,
  width,
}: SelectProps) {
  const select = (
    <NativeSelect.Root width={width} size={small ? 'sm' : 'md'}>
      <NativeSelect.Field
        bg="bg.panel"
        borderColor="border.emphasized"
        aria-label={hideLabel ? label : undefined}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      >
        {alternatives.map((alternative) => (
          <option key={alternative.value} value={alternative.value}>
            {alternative.label}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
  if (hideLabel) return select;
  return (
    <Labelled label={label} help={help} fault={fault} width={width}>
      {select}
    </Labelled>
  );
}
