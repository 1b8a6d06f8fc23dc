'use client';

import { Box, Button, Flex, HStack, Image, Link, Stack, Text } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import { ClipboardPaste, Plus, ShieldCheck } from 'lucide-react';
import NextLink from 'next/link';
import { useRouter, useSearchParams } from 'next/navigation';
import { useMemo, useState } from 'react';
import { type PatternKey } from '@/core/catalog';
import { counted } from '@/core/words';
import { categoriesOf, type SheetName } from '@/features/manage/many';
import { type ProductRow } from '@/services/products/list';
import { DataTable } from '@/ui/data-table';
import { SelectField, TypedInput } from '@/ui/field';
import { Page } from '@/ui/page';
import { EmptyPlace, PageHead, Sku, Slip } from '@/ui/text';
import { useAddress } from '@/ui/use-address';
import { BulkBar } from './bulk-bar';
import { FirstSteps } from './first-steps';
import { NewProductDialog } from './new-product-dialog';
import { PasteProducts } from './paste-products';

const STATES = {
  all: 'All',
  published: 'In the shop',
  changed: 'Changed since publishing',
  draft: 'Drafts',
  archived: 'Archived',
} as const;

type StateFilter = keyof typeof STATES;

function StateCell({ row }: { row: ProductRow }) {
  const missing = row.mustFix > 0 ? `${counted(row.mustFix, 'thing')} to fix` : null;
  return (
    <Stack gap="0.5" align="start">
      {row.state === 'draft' && <Slip>Draft</Slip>}
      {row.state === 'archived' && <Slip>Archived</Slip>}
      {row.state === 'published' && <Slip tone="lichen">In the shop</Slip>}
      {row.state === 'changed' && <Slip tone="copper">Published, unpublished changes</Slip>}
      {missing && (
        <Text fontSize="xs" color="fg.muted">
          {missing}
        </Text>
      )}
      {row.held && (
        <Text fontSize="xs" color="brick.fg" maxW="52">
          {row.held}
        </Text>
      )}
    </Stack>
  );
}

const columns: ColumnDef<ProductRow>[] = [
  {
    id: 'title',
    header: 'Product',
    accessorFn: ({ title, tags, supplier }) => [title, supplier ?? '', ...tags].join(' '),
    sortingFn: (a, b) => a.original.title.localeCompare(b.original.title, 'en'),
    cell: ({ row: { original } }) => (
      <HStack gap="3">
        <Box w="56px" h="42px" flexShrink={0} borderRadius="l1" overflow="hidden" bg="bg.muted">
          {original.picture && <Image src={original.picture} alt="" w="full" h="full" objectFit="cover" />}
        </Box>
        <Link asChild fontWeight="600" color="fg">
          <NextLink href={`/manage/products/${original.id}`}>{original.title || 'Untitled'}</NextLink>
        </Link>
      </HStack>
    ),
  },
  {
    id: 'sku',
    header: 'SKU',
    accessorKey: 'sku',
    cell: ({ row: { original } }) => (
      <Box whiteSpace="nowrap">
        <Sku>{original.sku}</Sku>
      </Box>
    ),
  },
  {
    id: 'facets',
    header: 'Made up of',
    accessorFn: ({ facets }) => facets.join(' '),
    cell: ({ row: { original } }) => (
      <Flex gap="1" wrap="wrap" maxW="64">
        {original.facets.map((facet) => (
          <Slip key={facet} tone="oak">
            {facet}
          </Slip>
        ))}
      </Flex>
    ),
  },
  { id: 'category', header: 'Category', accessorFn: ({ category }) => category ?? '' },
  {
    id: 'price',
    header: 'Price',
    accessorFn: ({ price }) => price ?? '',
    sortingFn: (a, b) => (a.original.priceFrom ?? -1) - (b.original.priceFrom ?? -1),
    meta: { align: 'end' },
    cell: ({ row: { original } }) =>
      original.price ?? (
        <Text as="span" color="fg.muted">
          no price
        </Text>
      ),
  },
  {
    id: 'earns',
    header: 'Margin',
    enableGlobalFilter: false,
    accessorFn: ({ earns }) => (earns === null ? -1e12 : Number(earns.amount)),
    meta: { align: 'end' },
    cell: ({
      row: {
        original: { earns },
      },
    }) => (
      <Text
        as="span"
        title="One as its page begins, at the usual price, less what it costs"
        color={earns?.belowFloor ? 'brick.fg' : earns ? undefined : 'fg.muted'}
        whiteSpace="nowrap"
        css={{ fontVariantNumeric: 'tabular-nums' }}
      >
        {earns ? `${earns.amount}${earns.percent === null ? '' : ` · ${earns.percent} %`}`.replace(/-/g, '−') : '–'}
      </Text>
    ),
  },
  {
    id: 'stock',
    header: 'Available',
    accessorKey: 'stock',
    meta: { align: 'end' },
    cell: ({ row: { original } }) => (
      <Text as="span" color={original.outOfStock ? 'brick.fg' : 'fg'}>
        {original.stock}
      </Text>
    ),
  },
  {
    id: 'state',
    header: 'State',
    accessorFn: ({ state }) => STATES[state],
    cell: ({ row: { original } }) => <StateCell row={original} />,
  },
];

/** Every product of the catalog. */
export function ProductList({ rows, sheets }: { rows: readonly ProductRow[]; sheets: readonly SheetName[] }) {
  const params = useSearchParams();
  const [search, setSearch] = useAddress('find');
  const [wanted, setState] = useAddress('show', 'all');
  const [category, setCategory] = useAddress('category');
  const state = (Object.keys(STATES) as StateFilter[]).find((key) => key === wanted) ?? 'all';
  const [adding, setAdding] = useState(false);
  const [begin, setBegin] = useState<PatternKey | null>(null);
  const [pasting, setPasting] = useState(false);
  const skus = useMemo(() => rows.map(({ sku }) => sku), [rows]);
  const router = useRouter();
  const [selected, setSelected] = useState<ReadonlySet<string>>(new Set());
  const categories = useMemo(() => categoriesOf(rows), [rows]);
  const shown = useMemo(
    () =>
      rows.filter(
        (row) =>
          (state === 'all' ? row.state !== 'archived' : row.state === state) &&
          (category === '' || row.category === category),
      ),
    [rows, state, category],
  );
  const start = (
    <Button onClick={() => setAdding(true)}>
      <Plus size={16} aria-hidden /> New product
    </Button>
  );
  return (
    <Page>
      <PageHead
        title="Products"
        lead={rows.length === 0 ? 'Nothing in the catalog yet' : `${counted(rows.length, 'product')} in the catalog`}
      >
        <HStack>
          <Button asChild variant="ghost" colorPalette="ink">
            <NextLink href="/manage/proofs">
              <ShieldCheck size={16} aria-hidden /> All proofs
            </NextLink>
          </Button>
          <Button variant="ghost" colorPalette="ink" onClick={() => setPasting(true)}>
            <ClipboardPaste size={16} aria-hidden /> Paste a list
          </Button>
          {start}
        </HStack>
      </PageHead>
      {rows.length > 0 && (
        <Filters
          search={search}
          onSearch={setSearch}
          state={state}
          onState={setState}
          category={category}
          categories={categories}
          onCategory={setCategory}
        />
      )}
      <BulkBar rows={rows} selected={selected} sheets={sheets} onDone={() => setSelected(new Set())} />
      <DataTable
        label="Products"
        rows={shown}
        columns={columns}
        rowKey={({ id }) => String(id)}
        search={search}
        selection={{ selected, nameOf: ({ title }) => title || 'a product without a name', onChange: setSelected }}
        empty={
          rows.length === 0 ? (
            <FirstSteps
              onPattern={(pattern) => {
                setBegin(pattern);
                setAdding(true);
              }}
              onPaste={() => setPasting(true)}
              onNothing={() => setAdding(true)}
            />
          ) : (
            <EmptyPlace title="No product matches">
              {search
                ? `Nothing has “${search}” in its name, SKU, category or tags${state === 'all' && category === '' ? '' : ', of what is shown'}.`
                : category === ''
                  ? 'No product is in this state.'
                  : `No product of ${category} is in this state.`}
            </EmptyPlace>
          )
        }
      />
      <PasteProducts open={pasting} skus={skus} onClose={() => setPasting(false)} onStarted={() => router.refresh()} />
      <NewProductDialog
        key={begin}
        categories={categories}
        begin={begin}
        open={adding || params.has('new')}
        onClose={() => {
          setAdding(false);
          setBegin(null);
          if (params.has('new')) router.replace('/manage/products');
        }}
      />
    </Page>
  );
}

/** What is looked for, in which state, in which category. */
function Filters({
  search,
  onSearch: setSearch,
  state,
  onState: setState,
  category,
  categories,
  onCategory: setCategory,
}: {
  search: string;
  onSearch: (words: string) => void;
  state: StateFilter;
  onState: (state: StateFilter) => void;
  category: string;
  categories: readonly string[];
  onCategory: (category: string) => void;
}) {
  return (
    <Flex gap="3" mb="4" wrap="wrap" align="center">
      <TypedInput
        type="search"
        aria-label="Search products"
        placeholder="Search by name, SKU, category, tag …"
        value={search}
        onChange={setSearch}
        maxW="360px"
      />
      <HStack gap="1" role="group" aria-label="Show">
        {(Object.keys(STATES) as StateFilter[]).map((key) => (
          <Button
            key={key}
            size="sm"
            variant={state === key ? 'subtle' : 'ghost'}
            colorPalette="oak"
            aria-pressed={state === key}
            onClick={() => setState(key)}
          >
            {STATES[key]}
          </Button>
        ))}
      </HStack>
      {categories.length > 1 && (
        <SelectField
          small
          hideLabel
          label="Category"
          width="180px"
          value={category}
          alternatives={[
            { value: '', label: 'every category' },
            ...categories.map((name) => ({ value: name, label: name })),
          ]}
          onChange={setCategory}
        />
      )}
    </Flex>
  );
}
