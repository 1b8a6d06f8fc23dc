'use client';

import { Alert, Box, Button, Link, Menu, Stack } from '@chakra-ui/react';
import { Archive, Copy, ExternalLink, Store, Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import dynamic from 'next/dynamic';
import NextLink from 'next/link';
import { useRouter } from 'next/navigation';
import { memo, useCallback, useDeferredValue, useMemo, useState } from 'react';
import { z } from 'zod';
import { forReadiness } from '@/core/analysis/findings';
import { type Product, productSchema } from '@/core/catalog';
import { readiness } from '@/core/judge';
import { stockView } from '@/core/stock';
import { type Checks, useChecks } from '@/features/checks/use-checks';
import { useIsAsPublished } from '@/features/drafts/as-published';
import { type Draft, useDraft } from '@/features/drafts/use-draft';
import { forgetBackup } from '@/features/drafts/backup';
import { type Presence, usePresence } from '@/features/drafts/use-presence';
import { type Editing, EditingProvider, type Place, type Published, useEditing } from '@/features/editor-kit/editing';
import {
  AwayNotice,
  DraftNotice,
  EditorBar,
  EditorColumns,
  GoneNotice,
  SeenBy,
  useUndoKeys,
} from '@/features/editor-kit/frame';
import { ReadinessList } from '@/features/editor-kit/readiness-list';
import { useEditorSurroundings } from '@/features/editor-kit/use-editor-surroundings';
import { useCommand } from '@/features/palette/commands';
import { KeepProof } from '@/features/proofs/keep-proof';
import { type SelectionState, useSelection } from '@/features/selection/use-selection';
import { knownCosts } from '@/core/run';
import { anything, send, wordsOf } from '@/features/shared/api';
import { type EditorView } from '@/services/products/editing';
import { binnedSchema, sayBinned } from '@/features/bin/say-binned';
import { afterPaint } from '@/ui/after-paint';
import { AskBeforeDeleting } from '@/ui/ask-before';
import { MoreMenu } from '@/ui/more-menu';
import { Slip } from '@/ui/text';
import { sayDone, sayFailed } from '@/ui/toasts';
import {
  AllSelectionsSection,
  BreaksSection,
  Choices,
  ChoiceSection,
  FitsSection,
  FormulasSection,
  HistorySection,
  useAllPlaces,
  MadeOfSection,
  PartsSection,
  Pictures,
  PlacedSheet,
  PreparedSection,
  PriceSection,
  PropertiesSection,
  ProofsSection,
  QuantitySection,
  RulesSection,
  Shelf,
  StockSection,
  VariantsSection,
} from './later-sections';
import { Outline } from './outline';
import { PublishButton } from './publish-button';
import { usePublishedElsewhere } from './use-published-elsewhere';
import { Basics } from './sections/basics';
import { UnbookedCounts } from './variants/unbooked-counts';

// What asks and shows only when it is asked for.
const AsCustomers = dynamic(() => import('./as-customers').then((looking) => looking.AsCustomers));
const ConflictDialog = dynamic(() => import('./conflict-dialog').then((dialog) => dialog.ConflictDialog));
const CopyDialog = dynamic(() => import('./copy-dialog').then((dialog) => dialog.CopyDialog));
const RippleDialog = dynamic(() => import('@/features/ripple/ripple-dialog').then((dialog) => dialog.RippleDialog));
const Counter = afterPaint(() => import('@/features/counter/counter').then((counter) => counter.Counter));

/** The product editor: outline, what is being edited, and the Counter. */
export function ProductEditor({
  place: initialPlace = 'basics',
  opened,
  surroundings: initialSurroundings,
  today,
  stock: initialStock,
  suggestions,
  inShop,
  isUsed,
  booked,
  price,
}: EditorView & { place?: Place }) {
  const [editor] = useState(() => nanoid());
  const [place, setPlace] = useState<Place>(initialPlace);
  const [published, setPublished] = useState({
    revision: opened.publishedRevision,
    version: opened.publishedDraftVersion,
    definition: opened.publishedDefinition,
    slug: opened.publishedSlug,
  });
  const [group, setGroup] = useState<string | null>(null);
  const address = `/api/manage/products/${opened.id}`;
  const draft = useDraft<Product>(
    {
      name: String(opened.id),
      draft: opened.draft,
      draftVersion: opened.draftVersion,
      schema: productSchema,
      address,
      setAside: (definition, savedBy) => send('POST', `${address}/set-aside`, { definition, savedBy }, anything),
      word: 'product',
    },
    editor,
  );
  const { presence, look } = usePresence(opened.id, editor, draft);
  usePublishedElsewhere(address, presence.publishedRevision, published.revision, setPublished);
  const { surroundings, stock, reloadStock, bringAlong, bringJoining } = useEditorSurroundings(
    initialSurroundings,
    initialStock,
  );
  // Typing goes first: compiling, the Counter and what is found wrong follow when the keys rest.
  const settled = useDeferredValue(draft.document);
  const costs = useMemo(() => knownCosts(stock), [stock]);
  const [day, setDay] = useState(today);
  const selection = useSelection(settled, surroundings, stock, {
    today: day,
    group,
    costs,
    booked: booked ?? NOTHING_BOOKED,
  });
  const program = selection.usual;
  const checks = useChecks(settled, surroundings, today, stock, price);
  const { faults } = checks;
  const findings = useMemo(
    () =>
      [...readiness(settled, surroundings, stockView(stock), program), ...forReadiness(faults)].sort(
        (a, b) => Number(a.gravity === 'canWait') - Number(b.gravity === 'canWait'),
      ),
    [settled, surroundings, stock, program, faults],
  );
  useUndoKeys(draft);
  useAllPlaces();
  useCommand(`Publish ${draft.document.title}`, () => document.getElementById('publish')?.click());
  useCommand('Add a choice to this product', () => setPlace('choices'));
  useCommand('Add a part to this product', () => setPlace('parts'));

  // What stands beside the field that is typed into follows when the keys rest; the field itself has every key at once.
  const beside = useMemo<Editing>(
    () => ({
      productId: opened.id,
      product: settled,
      program,
      assembled: program.product,
      shop: surroundings.shop,
      surroundings,
      stock,
      findings,
      suggestions,
      inShop,
      change: draft.change,
      goTo: setPlace,
      reloadStock,
      bringAlong,
      bringJoining,
    }),
    [
      opened.id,
      settled,
      program,
      surroundings,
      stock,
      findings,
      suggestions,
      inShop,
      draft.change,
      reloadStock,
      bringAlong,
      bringJoining,
    ],
  );
  const editing = useMemo<Editing>(() => ({ ...beside, product: draft.document }), [beside, draft.document]);
  const outline = useMemo(
    () => (
      <EditingProvider value={beside}>
        <Outline
          current={place}
          checks={checks}
          published={published.revision === null ? 'not in the shop' : `revision ${published.revision} in the shop`}
        />
      </EditingProvider>
    ),
    [beside, place, checks, published.revision],
  );
  const side = useMemo(
    () => (
      <EditingProvider value={beside}>
        <ReadinessList />
        <Box borderTopWidth="1px" borderColor="border" />
        <Counter
          selection={selection}
          groups={<SeenBy group={group} onChange={setGroup} day={day} onDay={setDay} />}
          keep={<KeepProof selection={selection} group={group} />}
        />
      </EditingProvider>
    ),
    [beside, selection, group, day],
  );
  const { replace } = draft;
  const bringBack = useCallback(
    (definition: Product) => {
      replace(definition);
      sayDone('Brought back as the draft', 'Undo takes it back; the shop changes when you publish.');
    },
    [replace],
  );
  return (
    <EditingProvider value={editing}>
      <UnbookedCounts>
        <TopBar
          draft={draft}
          published={published}
          productId={opened.id}
          others={presence.others}
          today={today}
          isUsed={isUsed}
          onPublished={setPublished}
        />
        <Notices draft={draft} presence={presence} productId={opened.id} onBack={look} />
        <EditorColumns
          outline={outline}
          middle={
            <Middle
              place={place}
              version={draft.version}
              bringBack={bringBack}
              revision={published.revision}
              today={today}
              selection={followsSelection(place) ? selection : null}
              checks={checks}
              onGroup={setGroup}
            />
          }
          side={side}
        />
        {draft.save.kind === 'conflict' && <ConflictDialog draft={draft} theirs={draft.save.theirs} />}
      </UnbookedCounts>
    </EditingProvider>
  );
}

/** Of what begins to take room just now nothing is booked yet. */
const NOTHING_BOOKED: EditorView['booked'] = [];

/** Whether a part of the editor shows something of the Counter’s selection, and has to follow it. */
const followsSelection = (place: Place) =>
  place === 'prepared' ||
  place === 'made-of' ||
  place === 'selections' ||
  place === 'rules' ||
  place === 'formulas' ||
  place === 'breaks';
interface MiddleProps {
  place: Place;
  version: number;
  revision: number | null;
  bringBack: (definition: Product) => void;
  today: string;
  /** the Counter's selection, that formulas are tried with; null where nothing of it is shown */
  selection: SelectionState | null;
  checks: Checks;
  /** says for which customer group the Counter is */
  onGroup: (group: string | null) => void;
}

const Middle = memo(function Middle({
  place,
  version,
  bringBack,
  revision,
  today,
  selection,
  checks,
  onGroup,
}: MiddleProps) {
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
    case 'breaks':
      return selection && <BreaksSection selection={selection} />;
    case 'stock':
      return <StockSection />;
    case 'shelf':
      return <Shelf />;
    case 'history':
      return <HistorySection version={version + (revision ?? 0)} onBringBack={bringBack} />;
    case 'variants':
      return <VariantsSection />;
    case 'parts':
      return <PartsSection />;
    case 'properties':
      return <PropertiesSection />;
    case 'fits':
      return <FitsSection />;
    case 'prepared':
      return selection && <PreparedSection selection={selection} />;
    case 'made-of':
      return selection && <MadeOfSection resolution={selection.resolution} />;
    case 'proofs':
      return <ProofsSection today={today} outcomes={checks.proofs} />;
    case 'selections':
      return (
        <AllSelectionsSection
          checks={checks}
          onTry={(found, group) => {
            selection?.take(found);
            onGroup(group);
          }}
        />
      );
    case 'rules':
      return selection && <RulesSection shown={selection.resolution.rules} />;
    case 'formulas':
      return selection && <FormulasSection selection={selection} />;
    case 'places':
    case 'uses':
      return null;
    default:
      return place.startsWith('sheet:') ? (
        <PlacedSheet key={place} sheetKey={place.slice('sheet:'.length)} />
      ) : (
        <ChoiceSection key={place} choiceKey={place.slice('choice:'.length)} />
      );
  }
});

interface TopBarProps {
  draft: Draft<Product>;
  published: Published;
  productId: number;
  others: number;
  today: string;
  /** whether others have it as a part or take it along */
  isUsed: boolean;
  onPublished: (published: Published) => void;
}

function TopBar({ draft, published, productId, others, today, isUsed, onPublished }: TopBarProps) {
  const [looking, setLooking] = useState(false);
  const isPublished = published.revision !== null;
  const isAsPublished = useIsAsPublished(draft.document, draft.version, published);
  const differs = isPublished && !isAsPublished;
  return (
    <EditorBar
      draft={draft}
      title={draft.document.title}
      back={{ href: '/manage/products', label: 'Back to the products' }}
      state={
        <>
          {isPublished ? (
            differs ? (
              <Slip tone="copper">Draft differs from the shop</Slip>
            ) : (
              <Slip tone="lichen">In the shop</Slip>
            )
          ) : (
            <Slip>Draft</Slip>
          )}
          {others > 0 && <Slip tone="copper">Open elsewhere too</Slip>}
        </>
      }
    >
      <Button size="sm" variant="ghost" colorPalette="ink" onClick={() => setLooking(true)}>
        As customers see it
      </Button>
      {looking && (
        <AsCustomers productId={productId} version={draft.version} today={today} onClose={() => setLooking(false)} />
      )}
      {published.slug && (
        <Link asChild fontSize="sm" whiteSpace="nowrap">
          <NextLink href={`/shop/${published.slug}`} target="_blank">
            See it in the shop <ExternalLink size={14} aria-hidden />
          </NextLink>
        </Link>
      )}
      <PublishButton
        draft={draft}
        productId={productId}
        published={published}
        today={today}
        isUsed={isUsed}
        onPublished={onPublished}
      />
      <ProductMenu productId={productId} published={published} isUsed={isUsed} onPublished={onPublished} />
    </EditorBar>
  );
}

function ProductMenu({ productId, published, isUsed, onPublished }: Omit<TopBarProps, 'draft' | 'others' | 'today'>) {
  const router = useRouter();
  const attempt = (work: Promise<unknown>) =>
    void work.catch((error: unknown) => sayFailed('That was not possible', wordsOf(error)));
  const { product } = useEditing();
  const [withdrawing, setWithdrawing] = useState(false);
  const [deleting, setDeleting] = useState(false);
  const [copying, setCopying] = useState(false);
  const withdraw = async (accepted = 0) => {
    await send('DELETE', `/api/manage/products/${productId}/publication?accepted=${accepted}`, undefined, anything);
    onPublished({ revision: null, version: null, definition: null, slug: null });
    sayDone('Taken out of the shop', 'Its revisions are kept; publish to bring it back.');
    setWithdrawing(false);
  };
  const unpublish = () => (isUsed ? setWithdrawing(true) : attempt(withdraw()));
  const remove = () =>
    attempt(
      send('DELETE', `/api/manage/products/${productId}`, undefined, binnedSchema).then(({ binned }) => {
        router.push('/manage/products');
        sayBinned(product.title || 'The draft', binned, () => router.refresh());
      }),
    );
  const archive = () =>
    attempt(
      send('PUT', `/api/manage/products/${productId}/archived`, { archived: true }, anything).then(() => {
        router.push('/manage/products');
        sayDone(`${product.title || 'The draft'} is archived`, 'It stands under “Archived” in the list of products.');
      }),
    );
  return (
    <>
      <MoreMenu label="More for this product">
        <Menu.Item value="copy" onClick={() => setCopying(true)}>
          <Copy size={14} /> Start a copy of it
        </Menu.Item>
        {published.revision !== null && (
          <Menu.Item value="unpublish" onClick={unpublish}>
            <Store size={14} /> Take it out of the shop
          </Menu.Item>
        )}
        {published.revision === null && (
          <Menu.Item value="archive" onClick={archive}>
            <Archive size={14} /> Archive it
          </Menu.Item>
        )}
        {published.revision === null && (
          <Menu.Item value="delete" color="brick.fg" onClick={() => setDeleting(true)}>
            <Trash2 size={14} /> Delete this draft
          </Menu.Item>
        )}
      </MoreMenu>
      <AskBeforeDeleting
        open={deleting}
        what={product.title || 'this draft'}
        because="Its earlier drafts go with it. It lies in the bin for 30 days."
        onClose={() => setDeleting(false)}
        onDelete={remove}
      />
      {copying && <CopyDialog productId={productId} onClose={() => setCopying(false)} />}
      {withdrawing && (
        <RippleDialog
          address={`/api/manage/products/${productId}/ripple?change=withdraw`}
          decision="Take it out"
          nothingReached="Nothing has it as a part."
          onClose={() => setWithdrawing(false)}
          onDecide={withdraw}
        />
      )}
    </>
  );
}

const startedSchema = z.object({ id: z.number() });

function Notices({
  draft,
  presence: { others, archived },
  productId,
  onBack,
}: {
  draft: Draft<Product>;
  presence: Presence;
  productId: number;
  onBack: () => void;
}) {
  const router = useRouter();
  const isGone = draft.save.kind === 'gone';
  if (!draft.notice && others === 0 && !archived && !isGone) return null;
  const attempt = (work: Promise<unknown>) =>
    work.catch((error: unknown) => sayFailed('That was not possible', wordsOf(error)));
  const startAgain = () =>
    attempt(
      send('POST', '/api/manage/products/again', draft.document, startedSchema).then(({ id }) => {
        forgetBackup(String(productId));
        router.push(`/manage/products/${id}`);
      }),
    );
  return (
    <Stack gap="0">
      <DraftNotice draft={draft} />
      <GoneNotice draft={draft} word="product" onStartAgain={startAgain} />
      {archived && !isGone && (
        <AwayNotice
          action="Bring it back"
          onBack={() =>
            attempt(
              send('PUT', `/api/manage/products/${productId}/archived`, { archived: false }, anything).then(onBack),
            )
          }
        >
          This product is archived: it stands in no list but that of what is archived. What you type is saved all the
          same.
        </AwayNotice>
      )}
      {others > 0 && !draft.notice && !isGone && (
        <Alert.Root status="info" borderRadius="0" bg="copper.subtle" color="fg" py="2">
          <Alert.Indicator color="copper.fg" />
          <Alert.Description>
            This product is open in another window too. Changes to different parts are brought together; for the same
            part you will be asked.
          </Alert.Description>
        </Alert.Root>
      )}
    </Stack>
  );
}
