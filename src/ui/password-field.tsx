'use client';

import { PASSWORD_LENGTH } from '@/core/people';
import { TextField } from './field';

interface Props {
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** whether it is set here: browsers propose one then, and it is said what is asked of it */
  isNew?: boolean;
}

/** Longer than any password: what is too long is said, and not cut off. */
const LONGEST_TYPED = 1000;

/** A password, which nobody sees. */
export function PasswordField({ isNew = false, ...rest }: Props) {
  return (
    <TextField
      type="password"
      autoComplete={isNew ? 'new-password' : 'current-password'}
      help={isNew ? `${PASSWORD_LENGTH.min} characters or more. Three or four words do.` : undefined}
      maxLength={LONGEST_TYPED}
      {...rest}
    />
  );
}
