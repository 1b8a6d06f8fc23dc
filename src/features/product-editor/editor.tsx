'use client';

import { Alert, Box, Stack } from '@chakra-ui/react';
import { nanoid } from 'nanoid';
import dynamic from 'next/dynamic';
import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import { forReadiness } from '@/core/analysis/findings';
import { type Product, productSchema } from '@/core/catalog';
import { readiness } from '@/core/judge';
import { stockView } from '@/core/stock';
import { useChecks } from '@/features/checks/use-checks';
import { type Draft, useDraft } from '@/features/drafts/use-draft';
import { type Presence, usePresence } from '@/features/drafts/use-presence';
import { type Editing, EditingProvider, type Place } from '@/features/editor-kit/editing';
import { AwayNotice, DraftNotice, EditorColumns, GoneNotice, SeenBy, useUndoKeys } from '@/features/editor-kit/frame';
import { ReadinessList } from '@/features/editor-kit/readiness-list';
import { useEditorSurroundings } from '@/features/editor-kit/use-editor-surroundings';
import { useCommand } from '@/features/palette/commands';
import { KeepProof } from '@/features/proofs/keep-proof';
import { useSelection } from '@/features/selection/use-selection';
import { knownCosts } from '@/core/run';
import { anything, send, wordsOf } from '@/features/shared/api';
import { type EditorView } from '@/services/products/editing';
import { afterPaint } from '@/ui/after-paint';
import { sayDone, sayFailed } from '@/ui/toasts';
import { useAllPlaces } from './later-sections';
import { Outline } from './outline';
import { usePublishedElsewhere } from './use-published-elsewhere';
import { UnbookedCounts } from './variants/unbooked-counts';
import { TopBar } from './top-bar';
import { Middle } from './middle';

// What asks and shows only when it is asked for.
const ConflictDialog = dynamic(() => import('./conflict-dialog').then((dialog) => dialog.ConflictDialog));
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
      again: '/api/manage/products/again',
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
