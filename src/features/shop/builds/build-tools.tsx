'use client';

import { Box, Button, chakra, HStack, Table, Text } from '@chakra-ui/react';
import { Columns3, Link2, Pin } from 'lucide-react';
import { useState } from 'react';
import { type Prepared, type Product } from '@/core/catalog';
import { resolutionJson } from '@/core/exchange';
import { formatMoney } from '@/core/money';
import { resolve } from '@/core/run';
import { type Selection } from '@/core/selection';
import { stockView } from '@/core/stock';
import { type KnownStock, type SelectionState } from '@/features/kit/selection';
import { AppDialog } from '@/ui/dialog';
import { sayDone } from '@/ui/toasts';
import { buildLink } from './build-link';
import { comparedRows } from './compared';
import { MOST_COMPARED, useKeptBuilds } from './use-kept-builds';

interface Props {
  product: Product;
  selection: SelectionState;
  stock: readonly KnownStock[];
}

/** Whole builds to start from, a link to this one, and others beside it. */
export function BuildTools({ product, selection, stock }: Props) {
  const { kept, keep, drop } = useKeptBuilds(product.slug);
  const [comparing, setComparing] = useState(false);
  const { chosen } = selection;
  const copy = async (built: Selection) => {
    const link = buildLink(`${window.location.origin}/shop/${product.slug}`, built);
    // It stands in the address as well, for those whose browser keeps the clipboard to itself.
    window.history.replaceState(null, '', link);
    try {
      await navigator.clipboard.writeText(link);
      sayDone('Link copied', 'It opens this page with everything as it is chosen now.');
    } catch {
      sayDone(
        'The link stands in the address',
        'Copy it from there: it opens this page with everything as it is chosen now.',
      );
    }
  };
  return (
    <Box>
      {product.prepared.length > 0 && <StartFrom product={product} selection={selection} />}
      <HStack gap="2" wrap="wrap" mt={product.prepared.length > 0 ? '3' : '0'}>
        <Button
          size="xs"
          variant="outline"
          colorPalette="ink"
          disabled={chosen === null}
          onClick={() => chosen && void copy(chosen)}
        >
          <Link2 size={14} aria-hidden /> Copy a link to it
        </Button>
        <Button
          size="xs"
          variant="outline"
          colorPalette="ink"
          disabled={chosen === null}
          onClick={() => chosen && keep(chosen)}
        >
          <Pin size={14} aria-hidden /> Keep to compare{kept.length > 0 ? ` (${kept.length})` : ''}
        </Button>
        {(kept.length > 0 || product.prepared.length > 1) && (
          <Button size="xs" variant="outline" colorPalette="oak" onClick={() => setComparing(true)}>
            <Columns3 size={14} aria-hidden /> Compare
          </Button>
        )}
      </HStack>
      <AppDialog title="Side by side" size="xl" open={comparing} onClose={() => setComparing(false)}>
        <Comparison
          selection={selection}
          stock={stock}
          builds={toCompare(product.prepared, kept)}
          onTake={(build) => {
            selection.take(build);
            setComparing(false);
          }}
          onDrop={drop}
        />
      </AppDialog>
    </Box>
  );
}

interface NamedBuild {
  readonly title: string;
  readonly build: Selection;
  /** which of those that were kept; absent where it was prepared by the shop */
  readonly kept?: number;
}

/** What was kept, and as long as there is room, what is prepared. */
function toCompare(prepared: readonly Prepared[], kept: readonly Selection[]): NamedBuild[] {
  const own = kept.map((build, index): NamedBuild => ({
    title: kept.length === 1 ? 'Kept' : `Kept ${index + 1}`,
    build,
    kept: index,
  }));
  const others = prepared.map(({ title, answers, parts }): NamedBuild => ({
    title,
    build: { answers, ...(parts && { parts }) },
  }));
  return [...own, ...others].slice(0, MOST_COMPARED);
}

function StartFrom({ product, selection }: Pick<Props, 'product' | 'selection'>) {
  const { program } = selection;
  return (
    <Box role="group" aria-label="Start from">
      <Text fontWeight="600" mb="1.5">
        Start from
      </Text>
      <Box display="grid" gridTemplateColumns="repeat(auto-fill, minmax(150px, 1fr))" gap="2">
        {product.prepared.map(({ key, title, note, answers, parts }) => {
          const build: Selection = { answers, ...(parts && { parts }) };
          const { unitPrice, currency } = resolve(program, build, {
            stock: null,
            today: selection.page.today,
            group: selection.around.group,
          });
          return (
            <chakra.button
              key={key}
              type="button"
              onClick={() => selection.take(build)}
              textAlign="start"
              borderWidth="1px"
              borderColor="border.emphasized"
              borderRadius="l2"
              bg="bg.panel"
              px="3"
              py="2"
              cursor="pointer"
              _hover={{ borderColor: 'copper.solid' }}
            >
              <chakra.span display="block" fontWeight="600">
                {title}
              </chakra.span>
              {note && (
                <chakra.span display="block" fontSize="sm" color="fg.muted">
                  {note}
                </chakra.span>
              )}
              {unitPrice && (
                <chakra.span display="block" fontSize="sm" css={{ fontVariantNumeric: 'tabular-nums' }}>
                  {formatMoney(unitPrice, currency)}
                </chakra.span>
              )}
            </chakra.button>
          );
        })}
      </Box>
    </Box>
  );
}

function Comparison({
  selection,
  stock,
  builds,
  onTake,
  onDrop,
}: {
  selection: SelectionState;
  stock: readonly KnownStock[];
  builds: readonly NamedBuild[];
  onTake: (build: Selection) => void;
  onDrop: (kept: number) => void;
}) {
  const { program, page, around, resolution } = selection;
  const others = builds.map(({ build }) =>
    resolutionJson(
      resolve(program, build, {
        stock: stockView(stock),
        today: page.today,
        group: around.group,
        files: (token) => around.files.get(token),
      }),
    ),
  );
  const rows = comparedRows([resolution, ...others]);
  return (
    <Table.ScrollArea>
      <Table.Root
        size="sm"
        aria-label="Builds side by side"
        css={{ tableLayout: 'fixed', minWidth: '620px', '& td, & th': { whiteSpace: 'normal' } }}
      >
        <Table.Header>
          <Table.Row>
            <Table.ColumnHeader w="120px">
              <chakra.span srOnly>What is compared</chakra.span>
            </Table.ColumnHeader>
            <Table.ColumnHeader>As chosen now</Table.ColumnHeader>
            {builds.map(({ title, build, kept }, index) => (
              <Table.ColumnHeader key={index}>
                {title}
                <Button
                  size="2xs"
                  variant="ghost"
                  colorPalette="oak"
                  display="block"
                  px="0"
                  onClick={() => onTake(build)}
                >
                  Take this one
                </Button>
                {kept !== undefined && (
                  <Button
                    size="2xs"
                    variant="ghost"
                    colorPalette="ink"
                    display="block"
                    px="0"
                    onClick={() => onDrop(kept)}
                    aria-label={`Let ${title} go`}
                  >
                    Let it go
                  </Button>
                )}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows.map(({ kind, label, values, differs }) => (
            <Table.Row key={`${kind} ${label}`} bg={differs ? 'copper.subtle' : undefined}>
              <Table.ColumnHeader scope="row" verticalAlign="top">
                {label}
                {differs && <chakra.span srOnly> (differs)</chakra.span>}
              </Table.ColumnHeader>
              {values.map((value, index) => (
                <Table.Cell
                  key={index}
                  verticalAlign="top"
                  fontWeight={label === 'Price' && kind === 'whole' ? '700' : undefined}
                  css={{ fontVariantNumeric: 'tabular-nums' }}
                >
                  {value}
                </Table.Cell>
              ))}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Table.ScrollArea>
  );
}
