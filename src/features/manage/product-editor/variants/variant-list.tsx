'use client';

import { Box, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { type OneOfChoice, type Variant } from '@/core/catalog';
import { Exact } from '@/core/number';
import { formatQuantity, unitByCode } from '@/core/quantity';
import { faultWords } from '@/core/words';
import { useEditing } from '@/features/editors/frame';
import { MoreAbout, orNull, PictureField, StockPick, WeightField } from '@/features/editors/fields';
import { Tick } from '@/ui/tick';
import { setWith } from '@/features/kit/shared';
import { FaultLine } from '@/ui/fault-line';
import { TextField, TypedInput } from '@/ui/field';
import { LongList } from '@/ui/long-list';
import { combinationTitle } from './combinations';
import { figurePlaceholder, setFigure } from './figures';

/** Variants as a flat list, with all that each has. */
export function VariantList({ stocked }: { stocked: readonly OneOfChoice[] }) {
  const { product } = useEditing();
  const [unfolded, setUnfolded] = useState<ReadonlySet<number>>(new Set());
  const turn = (index: number) => setUnfolded(setWith(unfolded, index, !unfolded.has(index)));
  return (
    <Box role="list" aria-label="Variants">
      <LongList
        entries={product.variants}
        keyOf={(_variant, index) => index}
        height={58}
        render={(variant, index) => (
          <VariantRow
            variant={variant}
            index={index}
            title={combinationTitle(variant.options, stocked) || 'No stocked choice'}
            open={unfolded.has(index)}
            onOpen={() => turn(index)}
          />
        )}
      />
    </Box>
  );
}

interface RowProps {
  variant: Variant;
  index: number;
  title: string;
  open: boolean;
  onOpen: () => void;
}

type EditVariant = (what: string, recipe: (draft: Variant) => void) => void;

function VariantRow({ variant, index, title, open, onOpen }: RowProps) {
  const { product, stock, change, findings } = useEditing();
  const faults = findings
    .filter(({ path }) => path[0] === 'variants' && path[1] === index)
    .map(({ data }) => faultWords(data));
  const item = stock.find(({ key }) => key === variant.stock);
  const unit = item && unitByCode(item.unit);
  const edit: EditVariant = (what, recipe) =>
    change(`variant ${index} ${what}`, (draft) => {
      const target = draft.variants[index];
      if (target) recipe(target);
    });
  return (
    <Box
      role="listitem"
      bg={variant.onSale ? 'bg.panel' : 'bg.muted'}
      borderWidth="1px"
      borderColor={faults.length > 0 ? 'brick.border' : 'border'}
      borderRadius="l2"
      px="3"
      py="2"
      mb="1.5"
    >
      <HStack gap="3">
        <Text fontWeight="600" flex="1" minW="110px">
          {title}
          {!variant.onSale && (
            <Text as="span" fontSize="xs" color="fg.muted" fontWeight="400">
              {' '}
              not on sale
            </Text>
          )}
        </Text>
        <Box w="190px">
          <StockPick
            small
            label={`Stock item of ${title}`}
            hideLabel
            name={`${product.title}, ${title}`}
            picked={variant.stock ?? ''}
            onPick={(key) => edit('stock', (draft) => void (draft.stock = orNull(key)))}
          />
        </Box>
        <Text fontSize="xs" color="fg.muted" w="84px" textAlign="end">
          {item && unit ? `${formatQuantity({ value: Exact.from(item.available), unit })} left` : ''}
        </Text>
        <TypedInput
          aria-label={`Own price of ${title}`}
          size="sm"
          w="84px"
          textAlign="end"
          placeholder={product.price ?? ''}
          value={variant.price ?? ''}
          onChange={(text) => edit('price', (draft) => void (draft.price = orNull(text)))}
        />
        <VariantButtons index={index} title={title} open={open} onOpen={onOpen} />
      </HStack>
      {faults.map((fault) => (
        <FaultLine key={fault}>{fault}</FaultLine>
      ))}
      {open && <VariantDetails variant={variant} edit={edit} />}
    </Box>
  );
}

function VariantButtons({ index, title, open, onOpen }: Omit<RowProps, 'variant'>) {
  const { change } = useEditing();
  return (
    <>
      <MoreAbout name={title} open={open} onOpen={onOpen} />
      <IconButton
        aria-label={`Remove ${title}`}
        size="2xs"
        variant="ghost"
        colorPalette="brick"
        onClick={() => change(`remove variant ${title}`, (draft) => void draft.variants.splice(index, 1))}
      >
        <Trash2 size={14} />
      </IconButton>
    </>
  );
}

/** What is said of a variant less often: its own SKU, GTIN, was-price, weight and picture. */
function VariantDetails({ variant, edit }: { variant: Variant; edit: EditVariant }) {
  const { product, program } = useEditing();
  return (
    <Stack gap="3" py="3">
      <HStack gap="4" align="start" wrap="wrap">
        <Box w="170px">
          <TextField
            label="Own SKU"
            value={variant.sku ?? ''}
            fontFamily="mono"
            maxLength={60}
            placeholder={figurePlaceholder('sku', variant, product, program)}
            onChange={(value) => edit('sku', (draft) => setFigure('sku', draft, value, product))}
          />
        </Box>
        <Box w="170px">
          <TextField
            label="GTIN"
            value={variant.gtin ?? ''}
            fontFamily="mono"
            maxLength={20}
            inputMode="numeric"
            placeholder="none"
            onChange={(value) => edit('gtin', (draft) => setFigure('gtin', draft, value, product))}
          />
        </Box>
        <Box w="150px">
          <TextField
            label="Was-price"
            value={variant.wasPrice ?? ''}
            placeholder={product.wasPrice ?? 'none'}
            inputMode="decimal"
            onChange={(value) => edit('wasPrice', (draft) => void (draft.wasPrice = orNull(value)))}
          />
        </Box>
        <WeightField
          label="Own weight"
          unit={product.weight?.unit ?? 'g'}
          weight={variant.weight}
          onChange={(weight) => edit('weight', (draft) => void (draft.weight = weight))}
        />
      </HStack>
      <HStack gap="5" wrap="wrap">
        <PictureField
          label="Picture"
          src={variant.picture}
          onChange={(picture) => edit('picture', (draft) => void (draft.picture = picture))}
        />
        <Tick
          label="On sale"
          checked={variant.onSale}
          onChange={(on) => edit('onSale', (draft) => void (draft.onSale = on))}
        />
      </HStack>
    </Stack>
  );
}
