'use client';

import { Alert, Box, Button, Grid, Heading, HStack, IconButton, Link, Menu, Portal, Stack, Text } from '@chakra-ui/react';
import { ArrowLeft, Copy, Ellipsis, ExternalLink, Redo2, Store, Trash2, Undo2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import NextLink from 'next/link';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { z } from 'zod';
import { type Product, type Shop } from '@/core/catalog';
import { Exact } from '@/core/number';
import { readiness } from '@/core/resolve';
import { Counter } from '@/features/counter/counter';
import { type StockView, useSelection, useSurroundings } from '@/features/selection/use-selection';
import { anything, send, wordsOf } from '@/features/shared/api';
import { type EditedProduct } from '@/services/products';
import { Slip } from '@/ui/text';
import { sayDone, sayFailed } from '@/ui/toasts';
import { ConflictDialog } from './conflict-dialog';
import { Outline } from './outline';
import { PublishButton } from './publish-button';
import { ReadinessList } from './readiness-list';
import { Basics } from './sections/basics';
import { ChoiceSection } from './sections/choice';
import { Choices } from './sections/choices';
import { HistorySection } from './sections/history';
import { Pictures } from './sections/pictures';
import { PriceSection } from './sections/price';
import { QuantitySection } from './sections/quantity';
import { Shelf } from './sections/shelf';
import { StockSection } from './sections/stock';
import { type Editing, EditingProvider, type Place, type Published } from './state/editing';
import { type Draft, useDraft } from './state/use-draft';
import { usePresence } from './state/use-presence';

interface Props {
  opened: EditedProduct;
  shop: Shop;
  stock: readonly StockView[];
  suggestions: Editing['suggestions'];
}

const stockSchema = z.array(z.object({ key: z.string(), title: z.string(), unit: z.string(), available: z.string() }));

/** The product editor: outline, what is being edited, and the Counter. */
export function ProductEditor({ opened, shop, stock: initialStock, suggestions }: Props) {
  const [editor] = useState(() => nanoid());
  const [place, setPlace] = useState<Place>('basics');
  const [stock, setStock] = useState(initialStock);
  const [published, setPublished] = useState({ revision: opened.publishedRevision, version: opened.publishedDraftVersion, slug: opened.publishedSlug });
  const draft = useDraft(opened, editor);
  const others = usePresence(opened.id, editor, draft.hearOfVersion);
  const surroundings = useSurroundings(shop, stock);
  const selection = useSelection(draft.document, surroundings, stock);
  const findings = useMemo(() => {
    const available = new Map(stock.map((item) => [item.key, Exact.from(item.available)]));
    return readiness(draft.document, surroundings, (key) => available.get(key), selection.program);
  }, [draft.document, surroundings, stock, selection.program]);
  const reloadStock = useCallback(async () => setStock(await send('GET', '/api/manage/stock', undefined, stockSchema)), []);
  useUndoKeys(draft);
  // Back from another window, where stock may have been entered.
  useEffect(() => {
    const refresh = () => void reloadStock().catch(() => undefined);
    window.addEventListener('focus', refresh);
    return () => window.removeEventListener('focus', refresh);
  }, [reloadStock]);

  const editing: Editing = { productId: opened.id, product: draft.document, shop, stock, findings, suggestions, change: draft.change, goTo: setPlace, reloadStock };
  const bringBack = (definition: Product) => {
    draft.replace(definition);
    sayDone('Brought back as the draft', 'Undo takes it back; the shop changes when you publish.');
  };
  return (
    <EditingProvider value={editing}>
      <TopBar draft={draft} published={published} productId={opened.id} others={others} onPublished={setPublished} />
      <Notices draft={draft} others={others} />
      <Grid templateColumns={{ base: '1fr', md: '196px minmax(0, 1fr)', lg: '204px minmax(0, 1fr) 356px' }} alignItems="start">
        <Box p="3" borderRightWidth="1px" borderColor="border" minH="calc(100vh - 58px)" position={{ md: 'sticky' }} top="58px" maxH={{ md: 'calc(100vh - 58px)' }} overflowY="auto">
          <Outline current={place} published={published.revision === null ? 'not in the shop' : `revision ${published.revision} in the shop`} />
        </Box>
        <Box p={{ base: '4', xl: '6' }} minW="0">
          <Middle place={place} version={draft.version} bringBack={bringBack} revision={published.revision} />
        </Box>
        <Box bg="bg.panel" borderLeftWidth="1px" borderColor="border" p="4" minH="calc(100vh - 58px)" position={{ lg: 'sticky' }} top="58px" maxH={{ lg: 'calc(100vh - 58px)' }} overflowY="auto" tabIndex={0} aria-label="Readiness and Counter" role="region">
          <Stack gap="5">
            <ReadinessList />
            <Box borderTopWidth="1px" borderColor="border" />
            <Counter product={draft.document} selection={selection} />
          </Stack>
        </Box>
      </Grid>
      <ConflictDialog draft={draft} />
    </EditingProvider>
  );
}

function Middle({ place, version, revision, bringBack }: { place: Place; version: number; revision: number | null; bringBack: (definition: Product) => void }) {
  switch (place) {
    case 'basics':
      return <Basics />;
    case 'pictures':
      return <Pictures />;
    case 'price':
      return <PriceSection />;
    case 'choices':
      return <Choices />;
    case 'quantity':
      return <QuantitySection />;
    case 'stock':
      return <StockSection />;
    case 'shelf':
      return <Shelf />;
    case 'history':
      return <HistorySection version={version + (revision ?? 0)} onBringBack={bringBack} />;
    default:
      return <ChoiceSection key={place} choiceKey={place.slice('choice:'.length)} />;
  }
}

/** Ctrl/⌘ Z and Shift with it, unless a text field would rather undo its own typing. */
function useUndoKeys({ undo, redo }: Draft): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      if (key === 'y' || event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo]);
}

interface TopBarProps {
  draft: Draft;
  published: Published;
  productId: number;
  others: number;
  onPublished: (published: Published) => void;
}

function SaveWords({ draft }: { draft: Draft }) {
  const words = {
    saved: 'Saved',
    unsaved: 'Saving …',
    saving: 'Saving …',
    failed: `Not saved: ${draft.save.kind === 'failed' ? draft.save.message : ''} Kept in this browser; trying again.`,
    conflict: 'Waiting for your decision',
  }[draft.save.kind];
  const bad = draft.save.kind === 'failed' || draft.save.kind === 'conflict';
  return (
    <Text fontSize="sm" color={bad ? 'brick.fg' : 'fg.muted'} role="status" aria-label="Draft">
      {words}
    </Text>
  );
}

function TopBar({ draft, published, productId, others, onPublished }: TopBarProps) {
  const isPublished = published.revision !== null;
  const differs = isPublished && published.version !== draft.version;
  return (
    <HStack h="58px" px="4" gap="3" borderBottomWidth="1px" borderColor="border" bg="bg" position="sticky" top="0" zIndex="docked">
      <IconButton asChild aria-label="Back to the products" variant="ghost" size="sm" colorPalette="ink">
        <NextLink href="/manage/products">
          <ArrowLeft size={18} />
        </NextLink>
      </IconButton>
      <Heading as="h1" size="lg" truncate>
        {draft.document.title || 'Without a name'}
      </Heading>
      {isPublished ? differs ? <Slip tone="copper">Draft differs from the shop</Slip> : <Slip tone="lichen">In the shop</Slip> : <Slip>Draft</Slip>}
      {others > 0 && <Slip tone="copper">Open elsewhere too</Slip>}
      <Box flex="1" />
      <SaveWords draft={draft} />
      <HStack gap="0">
        <IconButton aria-label="Undo" title="Undo (Ctrl Z)" variant="ghost" size="sm" colorPalette="ink" disabled={!draft.canUndo} onClick={draft.undo}>
          <Undo2 size={18} />
        </IconButton>
        <IconButton aria-label="Redo" title="Redo (Ctrl Shift Z)" variant="ghost" size="sm" colorPalette="ink" disabled={!draft.canRedo} onClick={draft.redo}>
          <Redo2 size={18} />
        </IconButton>
      </HStack>
      {published.slug && (
        <Link asChild fontSize="sm" whiteSpace="nowrap">
          <NextLink href={`/shop/${published.slug}`} target="_blank">
            See it in the shop <ExternalLink size={14} aria-hidden />
          </NextLink>
        </Link>
      )}
      <PublishButton draft={draft} productId={productId} published={published} onPublished={onPublished} />
      <ProductMenu productId={productId} published={published} onPublished={onPublished} />
    </HStack>
  );
}

const copiedSchema = z.object({ id: z.number() });

function ProductMenu({ productId, published, onPublished }: Omit<TopBarProps, 'draft' | 'others'>) {
  const router = useRouter();
  const attempt = (work: Promise<unknown>) => void work.catch((error: unknown) => sayFailed('That was not possible', wordsOf(error)));
  const copy = () =>
    attempt(send('POST', `/api/manage/products/${productId}/copy`, undefined, copiedSchema).then(({ id }) => router.push(`/manage/products/${id}`)));
  const unpublish = () =>
    attempt(
      send('DELETE', `/api/manage/products/${productId}/publication`, undefined, anything).then(() => {
        onPublished({ revision: null, version: null, slug: null });
        sayDone('Taken out of the shop', 'Its revisions are kept; publish to bring it back.');
      }),
    );
  const remove = () => attempt(send('DELETE', `/api/manage/products/${productId}`, undefined, anything).then(() => router.push('/manage/products')));
  return (
    <Menu.Root>
      <Menu.Trigger asChild>
        <IconButton aria-label="More for this product" variant="ghost" size="sm" colorPalette="ink">
          <Ellipsis size={18} />
        </IconButton>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            <Menu.Item value="copy" onClick={copy}>
              <Copy size={14} /> Start a copy of it
            </Menu.Item>
            {published.revision !== null && (
              <Menu.Item value="unpublish" onClick={unpublish}>
                <Store size={14} /> Take it out of the shop
              </Menu.Item>
            )}
            {published.revision === null && (
              <Menu.Item value="delete" color="brick.fg" onClick={remove}>
                <Trash2 size={14} /> Delete this draft
              </Menu.Item>
            )}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}

function Notices({ draft, others }: { draft: Draft; others: number }) {
  if (!draft.notice && others === 0) return null;
  return (
    <Stack gap="0">
      {draft.notice && (
        <Alert.Root status="info" borderRadius="0" bg="copper.subtle" color="fg" py="2">
          <Alert.Indicator color="copper.fg" />
          <Alert.Description flex="1">{draft.notice}</Alert.Description>
          <Button size="xs" variant="ghost" colorPalette="ink" onClick={draft.dismissNotice}>
            Good
          </Button>
        </Alert.Root>
      )}
      {others > 0 && !draft.notice && (
        <Alert.Root status="info" borderRadius="0" bg="copper.subtle" color="fg" py="2">
          <Alert.Indicator color="copper.fg" />
          <Alert.Description>This product is open in another window too. Changes to different parts are brought together; for the same part you will be asked.</Alert.Description>
        </Alert.Root>
      )}
    </Stack>
  );
}
