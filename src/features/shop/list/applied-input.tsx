'use client';

import { Input, type InputProps } from '@chakra-ui/react';
import { useEffect, useRef } from 'react';

interface Props extends Omit<InputProps, 'value' | 'defaultValue' | 'onChange'> {
  /** what the address says that is shown, or what has been typed since */
  value: string;
  /** that address */
  at: string;
  onType: (text: string) => void;
}

/**
 * A field of what is asked for: it keeps what is typed, also before any script, and the focus; another address puts
 * what it says in its place.
 */
export function AppliedInput({ value, at, onType, ...rest }: Props) {
  const field = useRef<HTMLInputElement>(null);
  const shown = useRef(at);
  // What was typed and is not drawn yet: a page that was made ready before it takes nothing of it away.
  const typed = useRef<string | null>(null);
  useEffect(() => {
    const isNew = shown.current !== at;
    shown.current = at;
    if (typed.current?.trim() === value.trim()) typed.current = null;
    if (isNew && typed.current === null && field.current) field.current.value = value;
  }, [value, at]);
  return (
    <Input
      ref={field}
      bg="bg.panel"
      borderColor="border.emphasized"
      defaultValue={value}
      onChange={(event) => {
        typed.current = event.target.value;
        onType(event.target.value);
      }}
      {...rest}
    />
  );
}
