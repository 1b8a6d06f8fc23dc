'use client';

import { HStack } from '@chakra-ui/react';
import { useState } from 'react';
import { isTypeface, letteringFaces } from '@/core/catalog';
import { useTold } from '@/features/kit/shared';
import { type TypefaceRow } from '@/services/typefaces/library';
import { SelectField } from '@/ui/field';
import { UploadTypeface } from './upload-typeface';

interface Alternative {
  readonly value: string;
  readonly label: string;
}

interface Props {
  label: string;
  value: string;
  fault?: string;
  /** what else can be chosen, before the typefaces */
  before: readonly Alternative[];
  onChange: (value: string) => void;
}

/** A typeface: one that ships with the shop, or one that was uploaded; here, too. */
export function TypefaceField({ label, value, fault, before, onChange }: Props) {
  const [uploaded, setUploaded] = useState('');
  const own = useTold<readonly Pick<TypefaceRow, 'face' | 'title'>[]>('/api/manage/typefaces', uploaded) ?? [];
  const alternatives = [
    ...before,
    ...letteringFaces.map(({ key, title }) => ({ value: key, label: title })),
    ...own.map(({ face, title }) => ({ value: face, label: title })),
  ];
  // Until the list has come, and where the file is gone, what is chosen stays chosen.
  const isListed = alternatives.some((one) => one.value === value);
  return (
    <HStack gap="3" align="end" wrap="wrap">
      <SelectField
        label={label}
        width="220px"
        value={value}
        fault={fault}
        alternatives={isListed || !isTypeface(value) ? alternatives : [...alternatives, { value, label: 'uploaded' }]}
        onChange={onChange}
      />
      <UploadTypeface
        onUploaded={(face) => {
          setUploaded(face);
          onChange(face);
        }}
      />
    </HStack>
  );
}
