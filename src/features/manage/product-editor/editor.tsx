'use client';

import { Alert, Box, Stack } from '@chakra-ui/react';
import { nanoid } from 'nanoid';
import dynamic from 'next/dynamic';
import { useDeferredValue, useMemo, useState } from 'react';
import { forReadiness } from '@/core/analysis';
import { type CatalogSurroundings, type Product, productSchema } from '@/core/catalog';
import { readiness } from '@/core/judge';
import { stockView } from '@/core/stock';
import { useChecks } from '@/features/editors/checks';
import { type Draft, type Presence, useDraft, usePresence } from '@/features/kit/drafts';
import {
  AwayNotice,
  DraftNotice,
  type Editing,
  EditingProvider,
  EditorColumns,
  GoneNotice,
  type Place,
  ReadinessList,
  SeenBy,
  useEditorSurroundings,
  useUndoKeys,
} from '@/features/editors/frame';
import { useCommand } from '@/features/kit/palette';
import { KeepProof } from '@/features/editors/proofs';
import { type StockView, useSelection } from '@/features/kit/selection';
import { knownCosts } from '@/core/run';
import { anything, send, wordsOf } from '@/features/kit/shared';
import { type EditorView } from '@/services/products/editing';
import { afterPaint } from '@/ui/after-paint';
import { sayDone, sayFailed } from '@/ui/toasts';
import { useAllPlaces } from './later-sections';
import { Outline } from './outline';
import { countIt } from './count-it';
import { usePublishedElsewhere } from './use-published-elsewhere';
import { UnbookedCounts } from './variants/unbooked-counts';
import { TopBar } from './top-bar';
import { Middle } from './middle';

// What asks and shows only when it is asked for.
const ConflictDialog = dynamic(() => import('./conflict-dialog').then((dialog) => dialog.ConflictDialog));
const Counter = afterPaint(() => import('@/features/editors/counter/counter').then((counter) => counter.Counter));

/** The product editor: outline, what is being edited, and the Counter. */
export function ProductEditor({
  place: initialPlace = 'basics',
  opened,
  surroundings: initialSurroundings,
  today,
  stock: initialStock,
  suggestions,
  isUsed,
  booked,
  price,
}: EditorView & { place?: Place }) {
  const [editor] = useState(() => nanoid());
  const [place, setPlace] = useState<Place>(initialPlace);
  const [published, setPublished] = useState(() => publishedOf(opened));
  const address = `/api/manage/products/${opened.id}`;
  const draft = useProductDraft(opened, editor);
  const { presence, look } = usePresence(opened.id, editor, draft);
  usePublishedElsewhere(address, presence.publishedRevision, published.revision, setPublished);
  const { surroundings, stock, ...fetching } = useEditorSurroundings(initialSurroundings, initialStock, draft.document);
  const follows = useSettled(draft.document, surroundings, stock, { today, booked, price });
  const { settled, selection, checks, findings } = follows;
  const program = selection.usual;
  useUndoKeys(draft);
  useAllPlaces();
  useEditorCommands(draft.document.title, setPlace);

  // What stands beside the field that is typed into follows when the keys rest; the field itself has every key at once.
  const beside: Editing = {
    productId: opened.id,
    product: settled,
    program,
    assembled: program.product,
    shop: surroundings.shop,
    surroundings,
    stock,
    findings,
    suggestions,
    change: draft.change,
    goTo: setPlace,
    ...fetching,
  };
  const bringBack = (definition: Product) => {
    draft.replace(definition);
    sayDone('Brought back as the draft', 'Undo takes it back; the shop changes when you publish.');
  };
  return (
    <EditingProvider value={{ ...beside, product: draft.document }}>
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
          outline={
            <EditingProvider value={beside}>
              <Outline
                current={place}
                checks={checks}
                published={
                  published.revision === null ? 'not in the shop' : `revision ${published.revision} in the shop`
                }
              />
            </EditingProvider>
          }
          middle={
            <Middle
              place={place}
              version={draft.version}
              bringBack={bringBack}
              revision={published.revision}
              today={today}
              selection={followsSelection(place) ? selection : null}
              checks={checks}
              onGroup={follows.setGroup}
            />
          }
          side={
            <EditingProvider value={beside}>
              <Beside settled={follows} />
            </EditingProvider>
          }
        />
        {draft.save.kind === 'conflict' && <ConflictDialog draft={draft} theirs={draft.save.theirs} />}
      </UnbookedCounts>
    </EditingProvider>
  );
}

const publishedOf = (opened: EditorView['opened']) => ({
  revision: opened.publishedRevision,
  version: opened.publishedDraftVersion,
  definition: opened.publishedDefinition,
  slug: opened.publishedSlug,
});

function useEditorCommands(title: string, goTo: (place: Place) => void): void {
  useCommand(`Publish ${title}`, () => document.getElementById('publish')?.click());
  useCommand('Add a choice to this product', () => goTo('choices'));
  useCommand('Add a part to this product', () => goTo('parts'));
}

/** What follows from a draft when the keys rest: its Counter, what was checked, and what is found wrong. */
function useSettled(
  product: Product,
  surroundings: CatalogSurroundings,
  stock: readonly StockView[],
  { today, booked, price }: Pick<EditorView, 'today' | 'booked' | 'price'>,
) {
  const [group, setGroup] = useState<string | null>(null);
  const [day, setDay] = useState(today);
  // Typing goes first: compiling, the Counter and what is found wrong follow when the keys rest.
  const settled = useDeferredValue(product);
  const costs = useMemo(() => knownCosts(stock), [stock]);
  const selection = useSelection(settled, surroundings, stock, {
    today: day,
    group,
    costs,
    booked: booked ?? NOTHING_BOOKED,
  });
  const checks = useChecks(settled, surroundings, today, stock, price);
  const findings = useMemo(
    () =>
      [...readiness(settled, surroundings, stockView(stock), selection.usual), ...forReadiness(checks.faults)].sort(
        (a, b) => Number(a.gravity === 'canWait') - Number(b.gravity === 'canWait'),
      ),
    [settled, surroundings, stock, selection.usual, checks.faults],
  );
  return { settled, selection, checks, findings, day, setDay, group, setGroup };
}

/** What stands beside what is edited: what is to be mended, and the Counter. */
function Beside({ settled }: { settled: ReturnType<typeof useSettled> }) {
  const { selection, group, setGroup, day, setDay } = settled;
  return (
    <>
      <ReadinessList pressesFor={countIt} />
      <Box borderTopWidth="1px" borderColor="border" />
      <Counter
        selection={selection}
        groups={<SeenBy group={group} onChange={setGroup} day={day} onDay={setDay} />}
        keep={<KeepProof selection={selection} group={group} />}
      />
    </>
  );
}

function useProductDraft({ id, draft, draftVersion }: EditorView['opened'], editor: string): Draft<Product> {
  const address = `/api/manage/products/${id}`;
  return useDraft<Product>(
    {
      name: String(id),
      draft,
      draftVersion,
      schema: productSchema,
      address,
      again: '/api/manage/products/again',
      setAside: (definition, savedBy) => send('POST', `${address}/set-aside`, { definition, savedBy }, anything),
      word: 'product',
    },
    editor,
  );
}

/** Of what begins to take room just now nothing is booked yet. */
const NOTHING_BOOKED: EditorView['booked'] = [];

/** Whether a part of the editor shows something of the Counter’s selection, and has to follow it. */
const followsSelection = (place: Place) =>
  place === 'prepared' ||
  place === 'made-of' ||
  place === 'selections' ||
  place === 'views' ||
  place === 'rules' ||
  place === 'formulas' ||
  place === 'breaks';

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
  const isGone = draft.save.kind === 'gone';
  if (!draft.notice && others === 0 && !archived && !isGone) return null;
  const attempt = (work: Promise<unknown>) =>
    work.catch((error: unknown) => sayFailed('That was not possible', wordsOf(error)));
  return (
    <Stack gap="0">
      <DraftNotice draft={draft} />
      <GoneNotice draft={draft} word="product" page="/manage/products" />
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
