'use client';

import { Box, Button, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import {
  anything,
  binnedSchema,
  sayBinned,
  send,
  unitAlternatives,
  useAttempt,
  useBelowFloor,
  Whole,
} from '@/features/kit/shared';
import { type StockFigures } from '@/services/stock/ledger/figures';
import { AskBeforeDeleting } from '@/ui/ask-before';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TextField } from '@/ui/field';
import { sayDone } from '@/ui/toasts';

const UNITS = unitAlternatives('count', 'length', 'area', 'volume', 'mass');

const COSTINGS = [
  { value: 'average', label: 'average of receipts' },
  { value: 'standard', label: 'fixed' },
];

/** What a stock item is called and counted in, how much may be promised beyond it, and how it is put away. */
export function StockItemForm({ item, hasMoved }: { item: StockFigures; hasMoved: boolean }) {
  const router = useRouter();
  const [title, setTitle] = useState(item.title);
  const [unit, setUnit] = useState(item.unit);
  const [backorder, setBackorder] = useState(item.backorder === '0' ? '' : item.backorder);
  const [leadDays, setLeadDays] = useState(item.late?.days ?? null);
  const [cost, setCost] = useState(item.cost ?? '');
  const [costing, setCosting] = useState<string>(item.costing);
  const { busy, fault, setFault, attempt } = useAttempt();
  const { unlessBelow, dialog } = useBelowFloor(attempt);
  const [deleting, setDeleting] = useState(false);
  const address = `/api/manage/stock/${item.key}`;
  const save = (event: FormEvent) => {
    event.preventDefault();
    if (title.trim() === '') setFault('Give the stock item a name.');
    else
      void unlessBelow(
        (accepted) =>
          send(
            'PATCH',
            address,
            {
              accepted,
              title,
              cost,
              costing,
              ...(!hasMoved && { unit }),
              ...(!item.lying && { backorder: backorder.trim() || '0', leadDays }),
            },
            anything,
          ),
        () => sayDone('Changed'),
      );
  };
  const archive = () =>
    void attempt(
      () => send('PATCH', address, { archived: !item.archived }, anything),
      item.archived ? 'It is offered again' : 'Put away',
    );
  const remove = () =>
    void attempt(async () => {
      const { binned } = await send('DELETE', address, undefined, binnedSchema);
      router.push('/manage/stock');
      sayBinned(item.title, binned, () => router.refresh());
    });
  return (
    <Box
      as="section"
      aria-label="About it"
      bg="bg.panel"
      borderWidth="1px"
      borderColor="border"
      borderRadius="l3"
      p="5"
    >
      <Heading as="h2" size="lg" mb="3">
        About it
      </Heading>
      <form onSubmit={save}>
        <Stack gap="4">
          <TextField label="Name" value={title} maxLength={160} onChange={setTitle} />
          {!hasMoved && !item.lying && (
            <SelectField
              label="Counted in"
              value={unit}
              alternatives={UNITS}
              help="Can be changed until something has moved."
              onChange={setUnit}
            />
          )}
          {!item.lying && (
            <Beyond backorder={backorder} onBackorder={setBackorder} leadDays={leadDays} onLeadDays={setLeadDays} />
          )}
          <TextField
            label="Unit cost"
            value={cost}
            placeholder="not known"
            inputMode="decimal"
            onChange={setCost}
            help="Only you see it: margins follow from it."
          />
          <SelectField label="Costing" value={costing} alternatives={COSTINGS} onChange={setCosting} />
          <FaultLine role="alert">{fault}</FaultLine>
          <FormButtons busy={busy} archived={item.archived} onArchive={archive} onDelete={() => setDeleting(true)} />
        </Stack>
      </form>
      {dialog}
      <AskBeforeDeleting
        open={deleting}
        what={item.title}
        because="What was entered of it goes with it. It lies in the bin for 30 days; it is refused while anything refers to it."
        onClose={() => setDeleting(false)}
        onDelete={remove}
      />
    </Box>
  );
}

/** What may be promised beyond what is there, and when more has come. */
function Beyond({
  backorder,
  onBackorder,
  leadDays,
  onLeadDays,
}: {
  backorder: string;
  onBackorder: (text: string) => void;
  leadDays: number | null;
  onLeadDays: (days: number | null) => void;
}) {
  return (
    <>
      <TextField
        label="Backorder limit"
        value={backorder}
        placeholder="nothing"
        inputMode="decimal"
        onChange={onBackorder}
        help="Backorder, before more has come."
      />
      <HStack gap="2" wrap="wrap">
        <Text>Lead time</Text>
        <Whole label="Days until more has come" value={leadDays} empty="?" onChange={onLeadDays} />
        <Text>days: customers are told so where an order goes beyond what is there.</Text>
      </HStack>
    </>
  );
}

function FormButtons({
  busy,
  archived,
  onArchive,
  onDelete,
}: Pick<StockFigures, 'archived'> & { busy: boolean; onArchive: () => void; onDelete: () => void }) {
  return (
    <HStack gap="2" wrap="wrap">
      <Button type="submit" variant="outline" loading={busy}>
        Save
      </Button>
      <Button variant="ghost" colorPalette="ink" disabled={busy} onClick={onArchive}>
        {archived ? 'Offer it again' : 'Archive'}
      </Button>
      <Button variant="ghost" colorPalette="brick" disabled={busy} onClick={onDelete}>
        Delete
      </Button>
    </HStack>
  );
}
