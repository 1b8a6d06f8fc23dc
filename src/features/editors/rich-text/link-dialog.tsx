'use client';

import { Button } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import { isSafeAddress } from '@/core/catalog';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { TextField } from '@/ui/field';

interface Props {
  address: string;
  isLinked: boolean;
  onClose: () => void;
  /** @param address empty to take the link away */
  onLink: (address: string) => void;
}

/** Asks where a link leads to. */
export function LinkDialog({ address: before, isLinked, onClose, onLink }: Props) {
  const [address, setAddress] = useState(before);
  const [fault, setFault] = useState<string>();
  const link = (event?: FormEvent) => {
    event?.preventDefault();
    if (isSafeAddress(address.trim())) onLink(address.trim());
    else setFault('Write a whole address, https://…, or one in this shop, /shop/….');
  };
  return (
    <AppDialog
      size="sm"
      open
      title="Link"
      onClose={onClose}
      footer={<DialogButtons confirm="Link it" onConfirm={() => link()} onClose={onClose} />}
    >
      <form onSubmit={link}>
        <TextField
          label="Leads to"
          value={address}
          fault={fault}
          placeholder="https:// or /shop/"
          onChange={setAddress}
        />
        {isLinked && (
          <Button mt="3" size="xs" variant="ghost" colorPalette="brick" onClick={() => onLink('')}>
            Remove the link
          </Button>
        )}
      </form>
    </AppDialog>
  );
}
