'use client';

import { Box, Button, Heading, HStack, Stack, Text } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { anything, send } from '@/features/shared/api';
import { unitAlternatives } from '@/features/shared/unit-alternatives';
import { useAttempt } from '@/features/shared/use-attempt';
import { type StockFigures } from '@/services/stock/figures';
import { binnedSchema, sayBinned } from '@/features/bin/say-binned';
import { AskBeforeDeleting } from '@/ui/ask-before';
import { Whole } from '@/features/shared/whole';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TextField } from '@/ui/field';
import { sayDone } from '@/ui/toasts';
import { useBelowFloor } from '@/features/shared/below-floor';

const UNITS = unitAlternatives('count', 'length', 'area', 'volume', 'mass');

const COSTINGS = [
  { value: 'average', label: 'is the average of what came in' },
  { value: 'standard', label: 'stays as it is said' },
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
              help="It can be mended until something has moved."
              onChange={setUnit}
            />
          )}
          {!item.lying && (
            <TextField
              label="May be promised beyond"
              value={backorder}
              placeholder="nothing"
              inputMode="decimal"
              onChange={setBackorder}
              help="Backorder, before more has come."
            />
          )}
          {!item.lying && (
            <HStack gap="2" wrap="wrap">
              <Text>More takes</Text>
              <Whole label="Days until more has come" value={leadDays} empty="?" onChange={setLeadDays} />
              <Text>days: customers are told so where an order goes beyond what is there.</Text>
            </HStack>
          )}
          <TextField
            label="What one unit costs"
            value={cost}
            placeholder="not known"
            inputMode="decimal"
            onChange={setCost}
            help="Only you see it: margins follow from it."
          />
          <SelectField label="That cost" value={costing} alternatives={COSTINGS} onChange={setCosting} />
          <FaultLine role="alert">{fault}</FaultLine>
          <HStack gap="2" wrap="wrap">
            <Button type="submit" variant="outline" loading={busy}>
              Save
            </Button>
            <Button variant="ghost" colorPalette="ink" disabled={busy} onClick={archive}>
              {item.archived ? 'Offer it again' : 'Archive'}
            </Button>
            <Button variant="ghost" colorPalette="brick" disabled={busy} onClick={() => setDeleting(true)}>
              Delete
            </Button>
          </HStack>
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
