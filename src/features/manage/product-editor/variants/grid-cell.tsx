'use client';

import { chakra } from '@chakra-ui/react';
import { Plus } from 'lucide-react';
import { type ClipboardEvent, type KeyboardEvent, memo } from 'react';
import { type Variant } from '@/core/catalog';
import { Exact } from '@/core/number';
import { useTyped } from '@/ui/typing';
import { type Figure, figureWords } from './figures';
import { type CellHands, type Spot } from './use-variant-grid';

const Cell = chakra('td');

interface CellProps {
  /** where it is: section, row, column */
  section: number;
  row: number;
  column: number;
  title: string;
  figure: Figure;
  variant: Variant | undefined;
  text: string;
  placeholder: string;
  unbooked: boolean;
  fault: string | undefined;
  hands: CellHands;
}

/** A variant's figure; or the place of a combination that is not kept, where it can be added. */
export const GridCell = memo(function GridCell({
  section,
  row,
  column,
  title,
  figure,
  variant,
  text,
  placeholder,
  unbooked,
  fault,
  hands,
}: CellProps) {
  const spot: Spot = [section, row, column];
  const typed = useTyped(text, (value) => hands.onWrite(spot, value));
  const common = {
    'data-spot': spot.join('.'),
    onKeyDown: (event: KeyboardEvent) => hands.onKey(event, spot),
    onPaste: (event: ClipboardEvent) => hands.onPaste(event, spot),
    onFocus: () => hands.onFocus(spot),
  };
  if (!variant) {
    return (
      <Cell borderWidth="1px" borderColor="border" borderStyle="dashed" p="0">
        <chakra.button
          type="button"
          {...common}
          display="flex"
          alignItems="center"
          w="full"
          h="34px"
          color="fg.subtle"
          cursor="pointer"
          aria-label={`Add ${title}`}
          _hover={{ color: 'copper.fg', bg: 'copper.subtle' }}
          onClick={() => hands.onAdd(spot)}
        >
          <Plus size={14} style={{ margin: 'auto' }} />
        </chakra.button>
      </Cell>
    );
  }
  return (
    <Cell
      borderWidth="1px"
      borderColor={fault ? 'brick.solid' : 'border'}
      p="0"
      bg={unbooked ? 'copper.subtle' : variant.onSale ? 'bg.panel' : 'bg.muted'}
    >
      <chakra.input
        {...common}
        aria-label={`${figureWords[figure]} of ${title}`}
        aria-invalid={fault !== undefined}
        title={fault ?? (variant.onSale ? undefined : 'not on sale')}
        w={figure === 'gtin' ? '132px' : figure === 'sku' ? '124px' : '92px'}
        h="34px"
        px="2"
        textAlign={figure === 'sku' || figure === 'gtin' ? 'start' : 'end'}
        fontFamily={figure === 'sku' || figure === 'gtin' ? 'mono' : undefined}
        fontSize="sm"
        bg="transparent"
        _placeholder={{ color: 'fg.subtle' }}
        placeholder={placeholder}
        maxLength={figure === 'gtin' ? 20 : 60}
        {...typed}
      />
    </Cell>
  );
});

interface TotalProps {
  figure: Figure;
  spots: readonly Spot[];
  indexAt: (spot: Spot) => number;
  textAt: (spot: Spot) => string;
}

/** What is on hand together, or how many of the combinations are kept. */
export function Total({ figure, spots, indexAt, textAt }: TotalProps) {
  const kept = spots.filter((spot) => indexAt(spot) >= 0);
  const sum = kept.reduce((total, spot) => total.plus(Exact.parse(textAt(spot).trim()) ?? Exact.zero), Exact.zero);
  return (
    <Cell p="1.5" textAlign="end" fontSize="sm" color="fg.muted" whiteSpace="nowrap">
      {figure === 'onHand' ? sum.toString() : `${kept.length} of ${spots.length}`}
    </Cell>
  );
}
