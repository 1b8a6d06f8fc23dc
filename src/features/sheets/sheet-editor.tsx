'use client';

import { Button, chakra, Menu, Stack, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import { useRouter } from 'next/navigation';
import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import { insideNameOf, type Sheet, sheetSchema } from '@/core/catalog';
import { type PublishedDraft, useIsAsPublished } from '@/features/drafts/as-published';
import { type Draft, useDraft } from '@/features/drafts/use-draft';
import { useWhenSaved } from '@/features/drafts/use-when-saved';
import { type Editing, EditingProvider, type Place } from '@/features/editor-kit/editing';
import { DraftNotice, EditorBar, EditorColumns, GoneNotice, useUndoKeys } from '@/features/editor-kit/frame';
import { useEditorSurroundings } from '@/features/editor-kit/use-editor-surroundings';
import { useCommand } from '@/features/palette/commands';
import { type SelectionState } from '@/features/selection/use-selection';
import { send, wordsOf } from '@/features/shared/api';
import { useSeenDraft } from '@/features/ripple/use-seen-draft';
import { type SheetEditorView } from '@/services/sheets/sheets';
import { binnedSchema, sayBinned } from '@/features/bin/say-binned';
import { AskBeforeDeleting } from '@/ui/ask-before';
import { AppDialog } from '@/ui/dialog';
import { MoreMenu } from '@/ui/more-menu';
import { Slip } from '@/ui/text';
import { sayFailed } from '@/ui/toasts';
import { PublishRipple } from './publish-ripple';
import { bareProduct } from './sample-product';
import { SheetBasics } from './sheet-basics';
import { SheetPlaces } from './sheet-places';
import {
  Choices,
  ChoiceSection,
  FormulasSection,
  useAllPlaces,
  OptionBreaksSection,
  OptionQuantitiesSection,
  RulesSection,
} from '@/features/product-editor/later-sections';
import { SheetRevisions } from './sheet-revisions';
import { SheetUses } from './sheet-uses';
import { SheetOutline } from './sheet-outline';
import { TriedBeside, useTriedSheet } from './tried-sheet';

/** The sheet editor: what it asks, where it is placed, and a product to try it on. */
export function SheetEditor({
  opened,
  uses,
  tryOn,
  surroundings: initialSurroundings,
  today,
  stock: initialStock,
  suggestions,
  inShop,
}: SheetEditorView) {
  const [editor] = useState(() => nanoid());
  const [place, setPlace] = useState<Place>(opened.draft.choices.length === 0 ? 'choices' : 'basics');
  const [published, setPublished] = useState({
    revision: opened.publishedRevision,
    version: opened.publishedDraftVersion,
    definition: opened.publishedDefinition,
  });
  const address = `/api/manage/sheets/${opened.id}`;
  const draft = useDraft<Sheet>(
    {
      name: `sheet-${opened.id}`,
      draft: opened.draft,
      draftVersion: opened.draftVersion,
      schema: sheetSchema,
      address,
      again: '/api/manage/sheets/again',
      word: 'sheet',
    },
    editor,
  );
  const sheet = draft.document;
  // Typing goes first: what follows from the sheet is worked out when the keys rest.
  const settled = useDeferredValue(sheet);
  const {
    surroundings: publishedSurroundings,
    stock,
    reloadStock,
    bringAlong,
    bringJoining,
  } = useEditorSurroundings(initialSurroundings, initialStock);
  const surroundings = useMemo(
    () => ({ ...publishedSurroundings, sheets: new Map(publishedSurroundings.sheets).set(settled.key, settled) }),
    [publishedSurroundings, settled],
  );
  const product = useMemo(() => bareProduct(sheet), [sheet]);
  const settledProduct = useMemo(() => bareProduct(settled), [settled]);
  const tried = useTriedSheet(settled, tryOn, surroundings, stock, today);
  const { selection, findings } = tried;
  const ripple = useSeenDraft(draft, (field) => field);
  const { isWaiting, press: publish } = useWhenSaved(draft, settled, ripple.look, (why) =>
    sayFailed('Not published', why),
  );
  useUndoKeys(draft);
  useAllPlaces();
  useCommand(`Publish the sheet ${sheet.title}`, publish);

  const changeDraft = draft.change;
  const change = useCallback<Editing['change']>(
    (tag, recipe) =>
      changeDraft(tag, (target) => {
        const shell = bareProduct(target);
        recipe(shell);
        target.choices = shell.choices;
        target.formulas = shell.formulas;
        target.rules = shell.rules;
        target.tables = shell.tables;
        target.rates = shell.rates;
      }),
    [changeDraft],
  );
  // What stands beside the field that is typed into follows when the keys rest.
  const beside = useMemo<Editing>(
    () => ({
      productId: null,
      product: settledProduct,
      program: selection.program,
      assembled: settledProduct,
      shop: surroundings.shop,
      surroundings,
      stock,
      findings,
      suggestions,
      inShop,
      change,
      goTo: setPlace,
      reloadStock,
      bringAlong,
      bringJoining,
    }),
    [
      settledProduct,
      selection.program,
      surroundings,
      stock,
      findings,
      suggestions,
      inShop,
      change,
      reloadStock,
      bringAlong,
      bringJoining,
    ],
  );
  const editing = useMemo<Editing>(() => ({ ...beside, product, assembled: product }), [beside, product]);
  const outline = useMemo(
    () => (
      <EditingProvider value={beside}>
        <SheetOutline sheet={settled} current={place} uses={uses.length} published={published.revision} />
      </EditingProvider>
    ),
    [beside, settled, place, uses.length, published.revision],
  );
  const side = useMemo(
    () => (
      <EditingProvider value={beside}>
        <TriedBeside tried={tried} tryOn={tryOn} />
      </EditingProvider>
    ),
    [beside, tried, tryOn],
  );
  return (
    <EditingProvider value={editing}>
      <TopBar
        draft={draft}
        published={published}
        id={opened.id}
        mustFix={findings.filter(({ gravity }) => gravity === 'mustFix').length}
        isWaiting={isWaiting}
        onPublish={publish}
      />
      <DraftNotice draft={draft} />
      <GoneNotice draft={draft} word="sheet" page="/manage/sheets" />
      <EditorColumns
        outline={outline}
        middle={
          <Middle place={place} draft={draft} id={opened.id} revision={published.revision} selection={selection} />
        }
        side={side}
      />
      {ripple.seen && (
        <PublishRipple id={opened.id} seen={ripple.seen} onLeave={ripple.leave} onPublished={setPublished} />
      )}
      {draft.save.kind === 'conflict' && <SheetConflict draft={draft} theirs={draft.save.theirs.definition} />}
    </EditingProvider>
  );
}

interface MiddleProps {
  place: Place;
  draft: Draft<Sheet>;
  id: number;
  revision: number | null;
  selection: SelectionState;
}

function Middle({ place, draft, id, revision, selection }: MiddleProps) {
  if (place.startsWith('choice:')) return <ChoiceSection key={place} choiceKey={place.slice('choice:'.length)} />;
  switch (place) {
    case 'choices':
      return <Choices />;
    case 'rules':
      return <RulesSection shown={selection.resolution.rules} />;
    case 'breaks':
      return <OptionBreaksSection />;
    case 'quantity':
      return <OptionQuantitiesSection />;
    case 'formulas':
      return <FormulasSection selection={selection} />;
    case 'places':
      return <SheetPlaces sheet={draft.document} change={draft.change} />;
    case 'uses':
      return <SheetUses id={id} version={draft.version} />;
    case 'history':
      return <SheetRevisions id={id} version={revision ?? 0} onBringBack={draft.replace} />;
    default:
      return <SheetBasics sheet={draft.document} change={draft.change} />;
  }
}

function TopBar({
  draft,
  published,
  id,
  mustFix,
  isWaiting,
  onPublish,
}: {
  draft: Draft<Sheet>;
  published: PublishedDraft<Sheet>;
  id: number;
  mustFix: number;
  isWaiting: boolean;
  onPublish: () => void;
}) {
  const router = useRouter();
  const upToDate = useIsAsPublished(draft.document, draft.version, published) && draft.save.kind === 'saved';
  const why =
    mustFix > 0 && draft.save.kind === 'saved'
      ? 'Fix what is listed first'
      : upToDate
        ? 'This draft is published'
        : undefined;
  const [deleting, setDeleting] = useState(false);
  const remove = () =>
    void send('DELETE', `/api/manage/sheets/${id}`, undefined, binnedSchema).then(
      ({ binned }) => {
        router.push('/manage/sheets');
        sayBinned(draft.document.title || 'The sheet', binned, () => router.refresh());
      },
      (error: unknown) => sayFailed('The sheet is kept', wordsOf(error)),
    );
  return (
    <EditorBar
      draft={draft}
      title={draft.document.title}
      back={{ href: '/manage/sheets', label: 'Back to the sheets' }}
      state={
        <>
          <chakra.span color="fg.muted">sheet</chakra.span>
          {published.revision === null ? (
            <Slip>Draft</Slip>
          ) : upToDate ? (
            <Slip tone="lichen">In force</Slip>
          ) : (
            <Slip tone="copper">Draft differs from what is in force</Slip>
          )}
        </>
      }
    >
      <Button size="sm" loading={isWaiting} disabled={why !== undefined} title={why} onClick={onPublish}>
        See the ripple and publish
      </Button>
      <MoreMenu label="More for this sheet">
        <Menu.Item value="delete" color="brick.fg" onClick={() => setDeleting(true)}>
          <Trash2 size={14} /> Delete this sheet
        </Menu.Item>
      </MoreMenu>
      <AskBeforeDeleting
        open={deleting}
        what={draft.document.title || 'this sheet'}
        because="Its earlier states go with it. It lies in the bin for 30 days."
        onClose={() => setDeleting(false)}
        onDelete={remove}
      />
    </EditorBar>
  );
}

/** Asks which of two drafts of a sheet goes on. */
function SheetConflict({ draft, theirs }: { draft: Draft<Sheet>; theirs: Sheet }) {
  const words = (sheet: Sheet) => `${sheet.title}: ${sheet.choices.map(insideNameOf).join(', ') || 'no choices'}`;
  return (
    <AppDialog
      open
      title="Two people changed the same thing"
      footer={
        <>
          <Button variant="outline" onClick={() => void draft.keep('theirs')}>
            Go on with theirs
          </Button>
          <Button onClick={() => void draft.keep('mine')}>Go on with mine</Button>
        </>
      }
    >
      <Stack gap="3">
        <Text>While you were typing, somebody else saved this sheet with other changes in the same places.</Text>
        <Text>
          <b>Mine</b> {words(draft.document)}
        </Text>
        <Text>
          <b>Theirs</b> {words(theirs)}
        </Text>
      </Stack>
    </AppDialog>
  );
}
