'use client';

import { Button, HStack, Link, Stack } from '@chakra-ui/react';
import { Download, Plus } from 'lucide-react';
import { useState } from 'react';
import { type Discount, discountSchema, freeKey } from '@/core/catalog';
import { typedLines } from '@/core/text';
import { counted, discountTimeWords, givesWords } from '@/core/words';
import { SeveralRow, useUnsaved } from '@/features/editors/fields';
import { anything, send, useAttempt, useBelowFloor } from '@/features/kit/shared';
import { PricePlaces } from '@/features/manage/price-lists';
import { type DiscountsView, type DiscountView } from '@/services/prices/discounts';
import { AskBeforeDeleting } from '@/ui/ask-before';
import { FaultLine } from '@/ui/fault-line';
import { Page } from '@/ui/page';
import { EmptyPlace, PageHead } from '@/ui/text';
import { BulkCodes } from './bulk-codes';
import { DiscountFields } from './discount-fields';

/** Discounts that customers get by a code: made, changed, taken away, and their codes by the hundred. */
export function Discounts({ discounts, ...about }: DiscountsView) {
  const { value: fresh, edit: setFresh } = useUnsaved<Discount | null>('new discount', null);
  const [open, setOpen] = useState<string | null>(fresh?.key ?? null);
  const add = () => {
    const made = discountSchema.parse({
      key: freeKey(
        'discount',
        discounts.map(({ definition }) => definition.key),
        'discount',
      ),
      title: 'New discount',
      gives: { kind: 'percent', percent: '10' },
    });
    setFresh(made);
    setOpen(made.key);
  };
  const addButton = (
    <Button data-new size="sm" variant="outline" disabled={fresh !== null} onClick={add}>
      <Plus size={14} aria-hidden /> Add a discount
    </Button>
  );
  const shown: readonly DiscountView[] = [
    ...discounts,
    ...(fresh && !discounts.some(({ definition }) => definition.key === fresh.key)
      ? [{ definition: fresh, seen: '', codes: [], number: 0, used: 0 }]
      : []),
  ];
  return (
    <Page>
      <PricePlaces current="codes" />
      <PageHead
        title="Discount codes"
        lead="What customers get by typing a code in the basket. It is taken off line by line, to the cent."
      >
        {shown.length > 0 && addButton}
      </PageHead>
      <Stack gap="3">
        {shown.length === 0 && (
          <EmptyPlace title="There are no codes" action={addButton}>
            Ten percent for whoever is new? A handbook with every hive? Say what it gives, to whom, and how often.
          </EmptyPlace>
        )}
        {shown.map((view) => (
          <DiscountRow
            key={`${view.definition.key} ${JSON.stringify(view)}`}
            view={view}
            isNew={view.definition === fresh}
            about={about}
            open={open === view.definition.key}
            onOpen={(on) => setOpen(on ? view.definition.key : null)}
            onGone={() => setFresh(null)}
          />
        ))}
      </Stack>
    </Page>
  );
}

/** What a discount gives, when, and by which codes. */
function summaryOf({ definition, codes, number }: DiscountView, { currency, products }: RowProps['about']): string {
  const titleOf = (slug: string) => products.find((product) => product.slug === slug)?.title ?? slug;
  const when = discountTimeWords(definition);
  const by = number === 0 ? 'no code yet' : number <= 3 ? codes.join(', ') : counted(number, 'code');
  return `${givesWords(definition.gives, currency, titleOf)}${when === '' ? '' : `, ${when}`}; ${by}`;
}

interface RowProps {
  view: DiscountView;
  isNew: boolean;
  about: Omit<DiscountsView, 'discounts'>;
  open: boolean;
  onOpen: (open: boolean) => void;
  /** it is saved, or not wanted */
  onGone: () => void;
}

function DiscountRow({ view, isNew, about, open, onOpen, onGone }: RowProps) {
  const { busy, fault, attempt } = useAttempt();
  const { unlessBelow, dialog } = useBelowFloor(attempt);
  const { value, edit, seen, reset, saved } = useUnsaved(
    `discount ${view.definition.key}`,
    { discount: view.definition, codes: view.codes.join('\n') },
    view.seen,
  );
  const { discount, codes } = value;
  const [deleting, setDeleting] = useState(false);
  const [many, setMany] = useState(false);
  const { key } = view.definition;
  const isLong = view.number > view.codes.length || view.number > 20;
  const save = () =>
    unlessBelow(
      (acceptedBelow) =>
        send(
          'PUT',
          '/api/manage/discounts',
          {
            definition: discount,
            ...(!isNew && { seen }),
            acceptedBelow,
            ...(!isLong && { codes: typedLines(codes) }),
          },
          anything,
        ),
      () => {
        saved();
        onOpen(false);
        if (isNew) onGone();
      },
    );
  const remove = () => {
    if (!isNew) return setDeleting(true);
    reset();
    onGone();
  };
  const title = discount.title || 'the new discount';
  return (
    <SeveralRow
      title={view.definition.title}
      words={summaryOf(view, about)}
      badge={isNew ? 'not saved yet' : view.used === 0 ? 'not used yet' : `used in ${counted(view.used, 'order')}`}
      name={title}
      open={open}
      onOpen={onOpen}
      onRemove={remove}
      more={<MoreOfDiscount view={view} isNew={isNew} title={title} onMany={() => setMany(true)} />}
      note={
        <>
          {dialog}
          <BulkCodes discount={many ? view.definition : null} onClose={() => setMany(false)} />
          <AskBeforeDeleting
            open={deleting}
            what={title}
            because="Its codes can’t be used any more. Orders keep what they were given."
            onClose={() => setDeleting(false)}
            onDelete={() => {
              setDeleting(false);
              void attempt(
                () => send('DELETE', `/api/manage/discounts/${key}`, undefined, anything),
                `${title} is taken away`,
              );
            }}
          />
        </>
      }
    >
      <Stack gap="4" px="4" pb="5" pt="1">
        <DiscountFields
          discount={discount}
          codes={isLong ? null : codes}
          {...about}
          onChange={(change) => edit({ codes, discount: { ...discount, ...change } })}
          onCodes={(next) => edit({ discount, codes: next })}
        />
        <FaultLine role="alert">{fault}</FaultLine>
        <HStack gap="3">
          <Button size="sm" loading={busy} onClick={() => void save()}>
            Save
          </Button>
          <Button
            size="sm"
            variant="ghost"
            colorPalette="ink"
            onClick={() => {
              reset();
              onOpen(false);
              if (isNew) onGone();
            }}
          >
            Discard changes
          </Button>
        </HStack>
      </Stack>
    </SeveralRow>
  );
}

/** Makes many codes at once, and takes all of them out as a file. */
function MoreOfDiscount({
  view,
  isNew,
  title,
  onMany,
}: Pick<RowProps, 'view' | 'isNew'> & { title: string; onMany: () => void }) {
  return (
    <>
      {!isNew && (
        <Button size="xs" variant="ghost" colorPalette="ink" onClick={onMany}>
          Generate codes
        </Button>
      )}
      {view.number > 0 && (
        <Link
          href={`/api/manage/discounts/${view.definition.key}/codes`}
          download
          fontSize="sm"
          aria-label={`Codes of ${title} as CSV`}
        >
          <Download size={14} aria-hidden /> CSV
        </Link>
      )}
    </>
  );
}
