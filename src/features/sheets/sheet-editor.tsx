'use client';

import { Box, Button, chakra, Menu, Stack, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { nanoid } from 'nanoid';
import { useRouter } from 'next/navigation';
import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import { z } from 'zod';
import { insideNameOf, type Sheet, sheetSchema } from '@/core/catalog';
import { askedTwice } from '@/core/judge';
import { type Fault } from '@/core/problems';
import { counted, listed } from '@/core/words';
import { Counter } from '@/features/counter/counter';
import { type PublishedDraft, useIsAsPublished } from '@/features/drafts/as-published';
import { type Draft, useDraft } from '@/features/drafts/use-draft';
import { useWhenSaved } from '@/features/drafts/use-when-saved';
import { type Editing, EditingProvider, type Place } from '@/features/editor-kit/editing';
import { DraftNotice, EditorBar, EditorColumns, GoneNotice, SeenBy, useUndoKeys } from '@/features/editor-kit/frame';
import { ReadinessList } from '@/features/editor-kit/readiness-list';
import { useEditorSurroundings } from '@/features/editor-kit/use-editor-surroundings';
import { useCommand } from '@/features/palette/commands';
import { type SelectionState, useSelection } from '@/features/selection/use-selection';
import { send, wordsOf } from '@/features/shared/api';
import { RippleDialog } from '@/features/ripple/ripple-dialog';
import { useSeenDraft } from '@/features/ripple/use-seen-draft';
import { type SheetEditorView } from '@/services/sheets/sheets';
import { binnedSchema, sayBinned } from '@/features/bin/say-binned';
import { AskBeforeDeleting } from '@/ui/ask-before';
import { AppDialog } from '@/ui/dialog';
import { SelectField } from '@/ui/field';
import { MoreMenu } from '@/ui/more-menu';
import { Slip } from '@/ui/text';
import { sayDone, sayFailed } from '@/ui/toasts';
import { bareProduct, triedOn } from './sample-product';
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

const publishedSchema = z.object({ revision: z.number() });

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
  const [group, setGroup] = useState<string | null>(null);
  const [triedOnId, setTriedOn] = useState<number | null>(tryOn[0]?.id ?? null);
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
  const tried = useMemo(
    () => triedOn(settled, tryOn.find(({ id }) => id === triedOnId)?.definition, surroundings.sheets.values()),
    [tryOn, triedOnId, settled, surroundings],
  );
  const selection = useSelection(tried, surroundings, stock, { today, group });
  const twice = useMemo(
    () => askedTwice(selection.program).filter(({ other }) => other.startsWith(`${sheet.key}.`)),
    [selection.program, sheet.key],
  );
  const findings = useMemo<Fault[]>(
    () =>
      selection.program.faults.flatMap((fault) =>
        fault.path[0] === 'sheets' && fault.path[1] === sheet.key && fault.code !== 'overrideLost'
          ? { ...fault, path: fault.path.slice(2) }
          : [],
      ),
    [selection.program, sheet.key],
  );
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
        <ReadinessList ready="The sheet can be published" unready="before the sheet can be published" />
        <Box borderTopWidth="1px" borderColor="border" />
        {tryOn.length > 0 && (
          <SelectField
            small
            label="Try it on"
            value={triedOnId === null ? '' : String(triedOnId)}
            alternatives={[
              ...tryOn.map(({ id, title }) => ({ value: String(id), label: title })),
              { value: '', label: 'a product that costs 100' },
            ]}
            onChange={(value) => setTriedOn(value === '' ? null : Number(value))}
          />
        )}
        {twice.length > 0 && (
          <Text fontSize="sm" color="copper.fg" role="status">
            {tried.title} asks for{' '}
            {listed(
              twice.map(({ title }) => title),
              'and',
            )}{' '}
            itself: customers would be asked twice, and both count. Its editor offers to remove its own.
          </Text>
        )}
        <Counter selection={selection} groups={<SeenBy group={group} onChange={setGroup} />} />
      </EditingProvider>
    ),
    [beside, tryOn, triedOnId, tried.title, twice, selection, group],
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
        <RippleDialog
          key={ripple.seen.version}
          address={`/api/manage/sheets/${opened.id}/ripple?version=${ripple.seen.version}`}
          decision="Publish"
          nothingReached="The sheet is on no product; publishing changes nothing in the shop."
          meanwhile={ripple.seen.meanwhile}
          onClose={ripple.leave}
          onDecide={async (accepted, reached) => {
            if (!ripple.seen) return;
            const { version, document } = ripple.seen;
            const { revision } = await send(
              'POST',
              `/api/manage/sheets/${opened.id}/publication`,
              { version, accepted },
              publishedSchema,
            );
            sayDone(
              `Revision ${revision} is in force`,
              `${counted(reached, 'product')} ${reached === 1 ? 'follows' : 'follow'} it.`,
            );
            setPublished({ revision, version, definition: document });
            ripple.leave();
          }}
        />
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
