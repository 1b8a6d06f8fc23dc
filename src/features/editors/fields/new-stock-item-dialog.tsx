'use client';

import { SimpleGrid, Stack } from '@chakra-ui/react';
import { type FormEvent, useState } from 'react';
import { anything, send, unitAlternatives, useBusy } from '@/features/kit/shared';
import { freeKey } from '@/core/catalog';
import { canLieInLots } from '@/core/exchange';
import { unitByCode } from '@/core/quantity';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { SelectField, TextArea, TextField } from '@/ui/field';
import { LotRuleFields, type LotRuleText, ruleOf } from './lot-rule-form';

interface Props {
  open: boolean;
  /** what the item is called to begin with */
  title?: string;
  onClose: () => void;
  onCreated: (created: { key: string; unit: string }) => void;
}

const UNITS = unitAlternatives('count', 'length', 'area', 'volume', 'mass');

/** Starts to count something new; empty again each time it is opened. */
export function NewStockItemDialog(props: Props) {
  return props.open ? <OpenDialog {...props} /> : null;
}

function OpenDialog({ open, title: suggested = '', onClose, onCreated }: Props) {
  const [title, setTitle] = useState(suggested);
  const [unit, setUnit] = useState('1');
  const [onHand, setOnHand] = useState('');
  const [backorder, setBackorder] = useState('');
  const [cost, setCost] = useState('');
  const [inLots, setInLots] = useState(false);
  const [rule, setRule] = useState<LotRuleText>({ kind: 'roll', kerf: '', smallestOffcut: '' });
  const [lots, setLots] = useState('');
  const { busy, fault, setFault, run } = useBusy();

  const cut = inLots && canLieInLots(unit);

  const create = async () => {
    if (title.trim() === '') {
      setFault('Give the stock item a name.');
      return;
    }
    const key = `${freeKey(title, [], 'item').slice(0, 48)}-${Date.now().toString(36)}`;
    const figures = cut
      ? { cutFrom: ruleOf(rule), lots }
      : { onHand: onHand.trim() || '0', backorder: backorder.trim() || '0' };
    await run(async () => {
      await send('POST', '/api/manage/stock', { key, title, unit, cost, ...figures }, anything);
      onCreated({ key, unit });
    });
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void create();
  };
  return (
    <AppDialog
      title="New stock item"
      open={open}
      onClose={onClose}
      footer={
        <DialogButtons confirm="Create stock item" busy={busy} onConfirm={() => void create()} onClose={onClose} />
      }
    >
      <form onSubmit={submit}>
        <Stack gap="4">
          <TextField
            label="Name"
            value={title}
            fault={fault}
            maxLength={160}
            onChange={setTitle}
            help="What is counted, such as Stainless mesh 1.2 mm, 1 m wide."
          />
          <SelectField label="Counted in" value={unit} alternatives={UNITS} onChange={setUnit} />
          {canLieInLots(unit) && (
            <SelectField
              label="It is taken"
              value={inLots ? 'lots' : 'sum'}
              alternatives={[
                { value: 'sum', label: 'in any quantity, as long as there is enough' },
                { value: 'lots', label: 'in pieces, cut from rolls, boards or bars' },
              ]}
              onChange={(value) => setInLots(value === 'lots')}
            />
          )}
          <TextField
            label={`Cost of one ${unit === '1' ? 'piece' : (unitByCode(unit)?.words[0] ?? unit)}`}
            value={cost}
            placeholder="not known yet"
            inputMode="decimal"
            help="What you pay for it. Margins are worked out from it."
            onChange={setCost}
          />
          {cut ? (
            <>
              <LotRuleFields rule={rule} unit={unit} onChange={setRule} />
              <TextArea
                label={`On hand now (${unitByCode(unit)?.symbol ?? unit})`}
                rows={3}
                value={lots}
                onChange={setLots}
                help="One lot a line, as in 25 m, 3 × 25 m, or Roll A: 12.4."
              />
            </>
          ) : (
            <Figures onHand={onHand} onOnHand={setOnHand} backorder={backorder} onBackorder={setBackorder} />
          )}
        </Stack>
        <button type="submit" hidden />
      </form>
    </AppDialog>
  );
}

/** How much there is of what is taken in any quantity. */
function Figures({
  onHand,
  onOnHand: setOnHand,
  backorder,
  onBackorder: setBackorder,
}: {
  onHand: string;
  onOnHand: (text: string) => void;
  backorder: string;
  onBackorder: (text: string) => void;
}) {
  return (
    <SimpleGrid columns={2} gap="4">
      <TextField
        label="On hand now"
        value={onHand}
        placeholder="0"
        inputMode="decimal"
        onChange={setOnHand}
        help="Entered as its first receipt."
      />
      <TextField
        label="Backorder limit"
        value={backorder}
        placeholder="0"
        inputMode="decimal"
        onChange={setBackorder}
        help="Backorder, before more has come."
      />
    </SimpleGrid>
  );
}
