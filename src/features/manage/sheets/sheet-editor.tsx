'use client';

import { Button, chakra, Menu, Stack, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import { useRouter } from 'next/navigation';
import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import { type Sheet, sheetSchema } from '@/core/catalog';
import { insideNameOf } from '@/core/words';
import { type Draft, type PublishedDraft, useDraft, useIsAsPublished, useWhenSaved } from '@/features/kit/drafts';
import {
  DraftNotice,
  type Editing,
  EditingProvider,
  EditorBar,
  EditorColumns,
  GoneNotice,
  type Place,
  useEditorSurroundings,
  useUndoKeys,
} from '@/features/editors/frame';
import { useCommand } from '@/features/kit/palette';
import { type SelectionState } from '@/features/kit/selection';
import { binnedSchema, sayBinned, send, wordsOf } from '@/features/kit/shared';
import { useSeenDraft } from '@/features/editors/ripple';
import { type SheetEditorView } from '@/services/sheets/sheets';
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
  OptionBreaksSection,
  OptionQuantitiesSection,
  RulesSection,
  useAllPlaces,
  ViewsSection,
} from '@/features/manage/product-editor';
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
}: SheetEditorView) {
  const [editor] = useState(() => nanoid());
  const [place, setPlace] = useState<Place>(opened.draft.choices.length === 0 ? 'choices' : 'basics');
  const [published, setPublished] = useState({
    revision: opened.publishedRevision,
    version: opened.publishedDraftVersion,
    definition: opened.publishedDefinition,
  });
  const draft = useSheetDraft(opened, editor);
  const sheet = draft.document;
  // Typing goes first: what follows from the sheet is worked out when the keys rest.
  const settled = useDeferredValue(sheet);
  const product = useMemo(() => bareProduct(sheet), [sheet]);
  const settledProduct = useMemo(() => bareProduct(settled), [settled]);
  const {
    surroundings: publishedSurroundings,
    stock,
    ...fetching
  } = useEditorSurroundings(initialSurroundings, initialStock, settledProduct);
  const surroundings = useMemo(
    () => ({ ...publishedSurroundings, sheets: new Map(publishedSurroundings.sheets).set(settled.key, settled) }),
    [publishedSurroundings, settled],
  );
  const tried = useTriedSheet(settled, tryOn, surroundings, stock, today);
  const { selection, findings } = tried;
  const ripple = useSeenDraft(draft, (field) => field);
  const { isWaiting, press: publish } = useWhenSaved(draft, settled, ripple.look, (why) =>
    sayFailed('Not published', why),
  );
  useUndoKeys(draft);
  useAllPlaces();
  useCommand(`Publish the sheet ${sheet.title}`, publish);

  const change = useSheetChange(draft.change);
  // What stands beside the field that is typed into follows when the keys rest.
  const beside: Editing = {
    productId: null,
    product: settledProduct,
    program: selection.program,
    assembled: settledProduct,
    shop: surroundings.shop,
    surroundings,
    stock,
    findings,
    suggestions,
    change,
    goTo: setPlace,
    ...fetching,
  };
  return (
    <EditingProvider value={{ ...beside, product, assembled: product }}>
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
        outline={
          <EditingProvider value={beside}>
            <SheetOutline sheet={settled} current={place} uses={uses.length} published={published.revision} />
          </EditingProvider>
        }
        middle={
          <Middle place={place} draft={draft} id={opened.id} revision={published.revision} selection={selection} />
        }
        side={
          <EditingProvider value={beside}>
            <TriedBeside tried={tried} tryOn={tryOn} />
          </EditingProvider>
        }
      />
      {ripple.seen && (
        <PublishRipple id={opened.id} seen={ripple.seen} onLeave={ripple.leave} onPublished={setPublished} />
      )}
      {draft.save.kind === 'conflict' && <SheetConflict draft={draft} theirs={draft.save.theirs.definition} />}
    </EditingProvider>
  );
}

const useSheetDraft = ({ id, draft, draftVersion }: SheetEditorView['opened'], editor: string): Draft<Sheet> =>
  useDraft<Sheet>(
    {
      name: `sheet-${id}`,
      draft,
      draftVersion,
      schema: sheetSchema,
      address: `/api/manage/sheets/${id}`,
      again: '/api/manage/sheets/again',
      word: 'sheet',
    },
    editor,
  );

/** Changes a sheet as if it were a product that asks nothing else. */
const useSheetChange = (change: Draft<Sheet>['change']): Editing['change'] =>
  useCallback(
    (tag, recipe) =>
      change(tag, (target) => {
        const shell = bareProduct(target);
        recipe(shell);
        target.choices = shell.choices;
        target.formulas = shell.formulas;
        target.rules = shell.rules;
        target.tables = shell.tables;
        target.rates = shell.rates;
        target.views = shell.views;
      }),
    [change],
  );

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
    case 'views':
      return <ViewsSection selection={selection} sheet={draft.document.key} />;
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
      return <SheetRevisions id={id} sheet={draft.document} version={revision ?? 0} onBringBack={draft.replace} />;
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
            <Slip tone="lichen">Published</Slip>
          ) : (
            <Slip tone="copper">Unpublished changes</Slip>
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
