'use client';

import { Button, Stack, Text } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { unitByCode } from '@/core/quantity';
import { REASON_MISSING } from '@/core/words';
import { anything, send, useBusy } from '@/features/kit/shared';
import { type ProductRow } from '@/services/products/list';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';
import { sayDone } from '@/ui/toasts';
import { TypedInPlace } from './typed-in-place';

/** What there is of a product in the list; of what draws one stock item alone, it is counted there. */
export function StockCell({ row }: { row: ProductRow }) {
  const color = row.outOfStock ? 'brick.fg' : 'fg';
  const { counted } = row;
  if (!counted)
    return (
      <Text as="span" color={color}>
        {row.stock}
      </Text>
    );
  return (
    <TypedInPlace label={`Stock of ${row.title}`} words={row.stock} color={color}>
      {(close) => <CountForm row={row} counted={counted} onDone={close} />}
    </TypedInPlace>
  );
}

interface FormProps {
  row: ProductRow;
  counted: NonNullable<ProductRow['counted']>;
  onDone: () => void;
}

function CountForm({ row, counted: { key, onHand, unit }, onDone }: FormProps) {
  const router = useRouter();
  const [quantity, setQuantity] = useState(onHand);
  const [reason, setReason] = useState('Counted');
  const { busy, fault, setFault, run } = useBusy();
  const known = unitByCode(unit);
  const post = () => {
    if (reason.trim() === '') return setFault(REASON_MISSING);
    void run(async () => {
      await send('POST', `/api/manage/stock/${key}/entries`, { kind: 'adjustment', quantity, reason }, anything);
      onDone();
      router.refresh();
      sayDone(`${row.title}: count posted`, 'It is a movement in the ledger of its stock item.');
    });
  };
  return (
    <form
      onSubmit={(event: FormEvent) => {
        event.preventDefault();
        if (!busy) post();
      }}
    >
      <Stack gap="3" align="stretch">
        <TextField
          label={`On hand (${known?.dimension === 'count' ? 'pieces' : (known?.symbol ?? unit)})`}
          value={quantity}
          inputMode="decimal"
          onChange={setQuantity}
          onFocus={(event) => event.target.select()}
        />
        <TextField label="Why" value={reason} maxLength={200} onChange={setReason} />
        <FaultLine role="alert">{fault}</FaultLine>
        <Button type="submit" size="sm" alignSelf="start" loading={busy}>
          Post count
        </Button>
      </Stack>
    </form>
  );
}
