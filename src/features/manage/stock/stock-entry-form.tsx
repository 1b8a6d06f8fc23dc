'use client';

import { Box, Button, Heading, Stack } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import { unitByCode } from '@/core/quantity';
import { quantityWords, REASON_MISSING } from '@/core/words';
import { anything, send, useAttempt, useBelowFloor } from '@/features/kit/shared';
import { type StockFigures } from '@/services/stock/ledger/figures';
import { type LotView } from '@/services/stock/ledger/lots';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TextArea, TextField } from '@/ui/field';
import { sayDone } from '@/ui/toasts';

const ENTRIES = [
  { value: 'receipt', label: 'Receipt: this much came in' },
  { value: 'adjustment', label: 'Count: this much is there' },
];

const LOT_ENTRIES = [
  { value: 'receipt', label: 'Receipt: these lots came in' },
  { value: 'adjustment', label: 'Count: a lot was measured' },
];

/** Enters what came in, or what was counted; of what lies in lots, lot by lot. */
export function StockEntryForm({ item, lots }: { item: StockFigures; lots: readonly LotView[] }) {
  const [kind, setKind] = useState('receipt');
  const [quantity, setQuantity] = useState('');
  const [lot, setLot] = useState('');
  const [reason, setReason] = useState('');
  const [unitCost, setUnitCost] = useState('');
  const { busy, fault, setFault, attempt } = useAttempt();
  const { unlessBelow, dialog } = useBelowFloor(attempt);
  const unit = unitByCode(item.unit);
  const inLots = item.lying !== null;
  const measured = lots.find(({ id }) => String(id) === lot) ?? lots[0];

  const enter = async (event: FormEvent) => {
    event.preventDefault();
    if (reason.trim() === '') return setFault(REASON_MISSING);
    const entered = kind === 'receipt' ? 'Receipt entered' : 'Count entered';
    await unlessBelow(
      (accepted) =>
        send(
          'POST',
          `/api/manage/stock/${item.key}/entries`,
          {
            kind,
            quantity,
            reason,
            accepted,
            ...(kind === 'receipt' && { unitCost }),
            ...(inLots && kind === 'adjustment' && measured && { lot: measured.id }),
          },
          anything,
        ),
      () => {
        setQuantity('');
        setUnitCost('');
        setReason('');
        sayDone(entered);
      },
    );
  };
  const symbol = unit?.dimension === 'count' ? 'pieces' : (unit?.symbol ?? item.unit);
  return (
    <Box bg="bg.panel" borderWidth="1px" borderColor="border" borderRadius="l3" p="5">
      <Heading as="h2" size="lg" mb="3">
        Enter a movement
      </Heading>
      <form onSubmit={(event) => void enter(event)}>
        <Stack gap="4">
          <SelectField
            label="What happened"
            value={kind}
            alternatives={inLots ? LOT_ENTRIES : ENTRIES}
            onChange={setKind}
          />
          {inLots && kind === 'adjustment' && (
            <SelectField
              label="Lot"
              value={String(measured?.id ?? '')}
              alternatives={lots.map(({ id, label, left }) => ({
                value: String(id),
                label: `${label}, ${quantityWords({ value: left, unit: item.unit })}`,
              }))}
              onChange={setLot}
            />
          )}
          {inLots && kind === 'receipt' ? (
            <TextArea
              label={`Lengths (${symbol})`}
              rows={3}
              value={quantity}
              onChange={setQuantity}
              help="One lot a line, as in 25 m, 3 × 25 m, or Roll A: 12.4."
            />
          ) : (
            <TextField
              label={inLots ? `It is this long (${symbol})` : `Quantity (${symbol})`}
              value={quantity}
              inputMode="decimal"
              onChange={setQuantity}
              help={unit && unit.dimension !== 'count' ? 'Any unit that fits may be typed, as in 25 m.' : undefined}
            />
          )}
          {kind === 'receipt' && <PaidForOne item={item} symbol={symbol} value={unitCost} onChange={setUnitCost} />}
          <TextField
            label="Why"
            value={reason}
            maxLength={200}
            placeholder={kind === 'receipt' ? 'Delivery from …' : 'Counted on the shelf'}
            onChange={setReason}
          />
          <FaultLine role="alert">{fault}</FaultLine>
          <Button type="submit" loading={busy} disabled={inLots && kind === 'adjustment' && !measured}>
            {kind === 'receipt' ? 'Enter receipt' : 'Enter count'}
          </Button>
        </Stack>
      </form>
      {dialog}
    </Box>
  );
}

function PaidForOne({
  item,
  symbol,
  value,
  onChange,
}: {
  item: StockFigures;
  symbol: string;
  value: string;
  onChange: (text: string) => void;
}) {
  return (
    <TextField
      label={`Unit cost (per ${symbol === 'pieces' ? 'piece' : symbol})`}
      value={value}
      placeholder="not set"
      inputMode="decimal"
      onChange={onChange}
      help={
        item.costing === 'average'
          ? 'The unit cost becomes the average with what is there.'
          : 'Kept with the receipt; the unit cost stays fixed.'
      }
    />
  );
}
