'use client';

import { chakra } from '@chakra-ui/react';
import { type RefObject } from 'react';

/** The pictures that are offered to choose. */
export const PICTURE_FILES = 'image/png,image/jpeg,image/webp,image/svg+xml';

interface Props {
  /** what a button opens it by */
  ref: RefObject<HTMLInputElement | null>;
  label: string;
  /** what it offers to choose */
  accept: string;
  multiple?: boolean;
  onFiles: (files: readonly File[]) => void;
}

/** Where files are chosen, behind a button that is seen. The same file can be chosen again. */
export function FileInput({ ref, label, accept, multiple, onFiles }: Props) {
  return (
    <chakra.input
      ref={ref}
      type="file"
      aria-label={label}
      accept={accept}
      multiple={multiple}
      hidden
      onChange={(event) => {
        const files = [...(event.currentTarget.files ?? [])];
        event.currentTarget.value = '';
        if (files.length > 0) onFiles(files);
      }}
    />
  );
}
