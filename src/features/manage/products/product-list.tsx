'use client';

import { Box, Button, Flex, HStack, Image, Link, Stack, Text } from '@chakra-ui/react';
import { type ColumnDef } from '@tanstack/react-table';
import { ClipboardPaste, Plus, ShieldCheck } from 'lucide-react';
import { PageLink } from '@/ui/page-link';
import { useRouter, useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { type PatternKey } from '@/core/catalog';
import { counted } from '@/core/words';
import { type ListPage, useAskedList } from '@/features/kit/shared';
import { type SheetName } from '@/features/manage/many';
import { type ProductRow, type ProductsPage } from '@/services/products/list';
import { type SettingsView } from '@/services/settings/settings';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TypedInput } from '@/ui/field';
import { Page } from '@/ui/page';
import { PagedTable } from '@/ui/paged-table';
import { EmptyPlace, PageHead, Sku, Slip } from '@/ui/text';
import { useAddress } from '@/ui/use-address';
import { BulkBar } from './bulk-bar';
import { FirstSteps } from './first-steps';
import { NewProductDialog } from './new-product-dialog';
import { PriceCell } from './price-cell';
import { PasteProducts } from './paste-products';
import { StockCell } from './stock-cell';
import { useSelected } from './use-selected';

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
    accessorKey: 'title',
    cell: ({ row: { original } }) => (
      <HStack gap="3">
        <Box w="56px" h="42px" flexShrink={0} borderRadius="l1" overflow="hidden" bg="bg.muted">
          {original.picture && <Image src={original.picture} alt="" w="full" h="full" objectFit="cover" />}
        </Box>
        <Link asChild fontWeight="600" color="fg">
          <PageLink href={`/manage/products/${original.id}`}>{original.title || 'Untitled'}</PageLink>
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
    enableSorting: false,
    cell: ({ row: { original } }) => (
      <Flex gap="1" wrap="wrap" maxW="64">
        {original.isDue && (
          <Text as="span" fontSize="xs" color="fg.muted">
            being worked out
          </Text>
        )}
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
    accessorKey: 'price',
    meta: { align: 'end' },
    cell: ({ row: { original } }) => <PriceCell row={original} />,
  },
  {
    id: 'earns',
    header: 'Margin',
    accessorKey: 'earns',
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
    cell: ({ row: { original } }) => <StockCell row={original} />,
  },
  {
    id: 'state',
    header: 'State',
    accessorKey: 'state',
    cell: ({ row: { original } }) => <StateCell row={original} />,
  },
];

interface Props {
  first: ListPage<ProductsPage>;
  /** the shop, while there is no product in it; null afterwards */
  beginning: SettingsView | null;
  sheets: readonly SheetName[];
}

/** Whether something of it is still being worked out. */
const isUnfinished = ({ rows }: ProductsPage): boolean => rows.some(({ isDue }) => isDue);

/** What of the products is looked for and how it is sorted, as the address says it, and the page of it. */
function useProducts(first: Props['first']) {
  const [show, setShow] = useAddress('show', 'all');
  const [category, setCategory] = useAddress('category');
  const narrowing = {
    show: [show === 'all' ? '' : show, setShow],
    category: [category, setCategory],
  } as const;
  const { find, sort, setFind, setSort, narrow, ...list } = useAskedList(
    '/api/manage/products',
    first,
    narrowing,
    isUnfinished,
  );
  return {
    ...list,
    said: { find, show: (Object.keys(STATES) as StateFilter[]).find((key) => key === show) ?? 'all', category, sort },
    setFind,
    setSort,
    setShow: (value: StateFilter) => narrow('show', value),
    setCategory: (value: string) => narrow('category', value),
  };
}

/** Every product of the catalog. */
export function ProductList({ first, beginning, sheets }: Props) {
  const params = useSearchParams();
  const { page, shown, isWaiting, fault, said, ...set } = useProducts(first);
  const [adding, setAdding] = useState(false);
  const [begin, setBegin] = useState<PatternKey | null>(null);
  const [pasting, setPasting] = useState(false);
  const router = useRouter();
  const selection = useSelected(shown, page, first);
  return (
    <Page>
      <ListHead total={page.total} onPaste={() => setPasting(true)} onAdd={() => setAdding(true)} />
      {page.total > 0 && (
        <Filters
          search={said.find}
          onSearch={set.setFind}
          state={said.show}
          onState={set.setShow}
          category={said.category}
          categories={page.categories}
          onCategory={set.setCategory}
        />
      )}
      <BulkBar meant={selection.meant} categories={page.categories} sheets={sheets} onDone={selection.selectNone} />
      {fault && <FaultLine>{fault}</FaultLine>}
      <PagedTable
        label="Products"
        {...page}
        columns={columns}
        rowKey={({ id }) => String(id)}
        sort={said.sort}
        onSort={set.setSort}
        onPage={set.setPage}
        isWaiting={isWaiting}
        selection={{
          selected: selection.ids,
          nameOf: ({ title }) => title || 'a product without a name',
          onSelect: (row, on) => selection.select([row], on),
          isAll: selection.isAll,
          onAll: selection.selectAll,
        }}
        empty={
          page.total === 0 ? (
            <FirstSteps
              shop={beginning}
              onPattern={(pattern) => {
                setBegin(pattern);
                setAdding(true);
              }}
              onPaste={() => setPasting(true)}
              onNothing={() => setAdding(true)}
            />
          ) : (
            <NoMatch {...said} />
          )
        }
      />
      <PasteProducts open={pasting} onClose={() => setPasting(false)} onStarted={() => router.refresh()} />
      <NewProductDialog
        key={begin}
        categories={page.categories}
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

function ListHead({ total, onPaste, onAdd }: { total: number; onPaste: () => void; onAdd: () => void }) {
  return (
    <PageHead
      title="Products"
      lead={total === 0 ? 'Nothing in the catalog yet' : `${counted(total, 'product')} in the catalog`}
    >
      <HStack>
        <Button asChild variant="ghost" colorPalette="ink">
          <PageLink href="/manage/proofs">
            <ShieldCheck size={16} aria-hidden /> All proofs
          </PageLink>
        </Button>
        <Button variant="ghost" colorPalette="ink" onClick={onPaste}>
          <ClipboardPaste size={16} aria-hidden /> Paste a list
        </Button>
        <Button data-new onClick={onAdd}>
          <Plus size={16} aria-hidden /> New product
        </Button>
      </HStack>
    </PageHead>
  );
}

/** That nothing is found, and by what it was looked for. */
function NoMatch({ find, show, category }: { find: string; show: StateFilter; category: string }) {
  return (
    <EmptyPlace title="No product matches">
      {find
        ? `Nothing has “${find}” at the beginning of a word of its name, SKU, category, supplier or tags${show === 'all' && category === '' ? '' : ', of what is shown'}.`
        : category === ''
          ? 'No product is in this state.'
          : `No product of ${category} is in this state.`}
    </EmptyPlace>
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
