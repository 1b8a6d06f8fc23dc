'use client';

import { Box, HStack, IconButton, Input, Stack, Text } from '@chakra-ui/react';
import { Plus } from 'lucide-react';
import { type KeyboardEvent, useRef, useState } from 'react';
import { type Choice, hasOptions, isNote, isStocked, quantityOf, type SlotChoice } from '@/core/catalog';
import { type SupplyStep } from '@/core/compile';
import { conditionWords, counted, quantityRuleWords, selectionsWords } from '@/core/words';
import { type Checks } from '@/features/editors/checks';
import { AddChoice, choiceKindsHere } from '@/features/editors/choices';
import { type Editing, OutlineGroup, OutlineLine, type Place, useEditing } from '@/features/editors/frame';
import { AppDialog } from '@/ui/dialog';
import { moveEntry, Sortable } from '@/ui/sortable';
import { useOpenGroups } from './open-groups';
import { useOutlineKeys } from './outline-keys';
import { applyPageOrder, pageEntries, type PageEntry } from './page-order';
import { useCountedVariants, useStockedChoices } from './variants/unbooked-counts';

function slotState({ options, joins, required, least: filled, most }: SlotChoice): string {
  const least = required || filled > 1 ? filled : 0;
  const many = most === 1 ? 'slot' : `slot for ${least === most ? least : `${least} to ${most}`}`;
  return joins.length > 0 ? `${many}, by condition` : `${many}, ${counted(options.length, 'candidate')}`;
}

function choiceState(choice: Choice): string {
  const about =
    choice.kind === 'slot'
      ? slotState(choice)
      : hasOptions(choice)
        ? counted(choice.options.length, 'option')
        : choiceKindsHere[choice.kind].short;
  return `${about}${choice.required || isNote(choice) || choice.kind === 'yesNo' || choice.kind === 'addOn' || choice.forWorkshop ? '' : ', optional'}${choice.groups.length > 0 ? ', for some' : ''}${choice.forWorkshop ? ', workshop only' : ''}`;
}

/** By what a choice is shown or hidden, where a rule decides; empty where none does. */
function conditionalState({ key }: Choice, { program, assembled }: Pick<Editing, 'program' | 'assembled'>): string {
  const effects =
    program.rules?.program.onChoice.get(assembled.choices.findIndex((choice) => choice.key === key)) ?? [];
  const deciding = effects.find(({ effect }) => effect.kind === 'show' || effect.kind === 'hide');
  return deciding
    ? `${deciding.effect.kind === 'show' ? 'shown' : 'hidden'} when ${conditionWords(program.rules?.because[deciding.rule] ?? null)}`
    : '';
}

function sheetState({ sheet, placement }: Extract<PageEntry, { kind: 'sheet' }>): string {
  if (!sheet) return 'sheet, not published';
  const differs = Object.keys(placement.overrides).length;
  return `sheet, ${counted(sheet.choices.length, 'choice')}${placement.by === 'condition' ? ', by condition' : ''}${differs > 0 ? `, ${differs} differ${differs === 1 ? 's' : ''}` : ''}`;
}

/** What takes from stock, in few words; what is told first counts. */
const TAKEN_BY = {
  product: ({ product }) => `draws from ${counted(product.draws.length, 'item')}`,
  variant: () => 'drawn by the variant',
  inside: ({ product }) => (product.parts.length > 0 ? 'drawn by its parts' : 'drawn by what is in its slots'),
  choice: () => 'drawn by what is chosen',
  formula: () => 'drawn by formulas',
  rule: () => 'drawn by rules',
  along: () => 'drawn by what comes along',
  work: () => 'draws nothing, and costs work',
} satisfies Record<SupplyStep['kind'], (editing: Pick<Editing, 'product'>) => string>;

/** What the sale of one item takes from stock, in few words. */
function stockState({ product, program }: Pick<Editing, 'product' | 'program'>): string {
  const kinds = Object.keys(TAKEN_BY) as SupplyStep['kind'][];
  const first = kinds.find((kind) => program.supplySteps.some((step) => step.kind === kind));
  return first ? TAKEN_BY[first]({ product }) : 'draws nothing yet';
}

/** How its parts make its price, in few words. */
function partsPriceState({ partsPrice }: Pick<Editing['product'], 'partsPrice'>): string {
  switch (partsPrice.kind) {
    case 'sum':
      return 'at their prices';
    case 'lessAmount':
      return `less ${partsPrice.amount || '…'}`;
    case 'lessPercent':
      return `less ${partsPrice.percent || '…'} %`;
    case 'own':
      return 'at a price of its own';
  }
}

function proofsState(kept: number, { proofs }: Checks): string {
  const broken = proofs?.filter(({ holds }) => !holds).length ?? 0;
  if (broken > 0) return `${counted(broken, 'proof')} no longer ${broken === 1 ? 'holds' : 'hold'}`;
  return kept === 0 ? 'none kept yet' : counted(kept, 'proof');
}

function selectionsState({ analysis, state }: Checks): string {
  if (!analysis || analysis.faulty) return state === 'running' && !analysis ? 'checking …' : 'after the fixes';
  if (analysis.nothingSells) return 'nothing can be sold';
  return analysis.selections === null
    ? state === 'running'
      ? 'checking …'
      : 'not counted'
    : selectionsWords(analysis.selections);
}

interface Line {
  readonly place: Place;
  readonly title: string;
  readonly state: string;
}

interface Group {
  readonly title: string;
  readonly lines: readonly Line[];
}

/** Whether anything stands in it, or is said about what does. */
const isPutTogether = ({ product, program }: Editing) =>
  program.kit !== null || product.fits.length > 0 || product.prepared.length > 0;

const basicsOf = ({ product, program }: Editing, published: string): Group => ({
  title: 'Basics',
  lines: [
    { place: 'basics', title: 'Name and description', state: product.sku || 'no SKU yet' },
    {
      place: 'pictures',
      title: 'Pictures',
      state: product.pictures.length === 0 ? 'none yet' : counted(product.pictures.length, 'picture'),
    },
    {
      place: 'views',
      title: 'Views',
      state: product.views.length === 0 ? 'none yet' : counted(product.views.length, 'view'),
    },
    {
      place: 'properties',
      title: 'Properties',
      state: program.properties.size === 0 ? 'none said' : [...program.properties.keys()].join(', '),
    },
    { place: 'shelf', title: 'Listing', state: product.category ?? 'no category yet' },
    { place: 'history', title: 'Revisions', state: published },
  ],
});

function chosenOf(editing: Editing, unbooked: number): Group {
  const { product, assembled } = editing;
  const hasVariants = assembled.choices.some(isStocked) || product.variants.length > 0;
  return {
    title: 'Choices and variants',
    lines: [
      {
        place: 'choices',
        title: 'Choices',
        state: product.choices.length === 0 ? 'none: add the first' : 'add, or move by the handle',
      },
      ...(hasVariants
        ? [
            {
              place: 'variants',
              title: 'Variants',
              state:
                unbooked > 0
                  ? `${counted(unbooked, 'count')} not posted yet`
                  : product.variants.length === 0
                    ? 'none yet'
                    : counted(product.variants.length, 'combination'),
            } as const,
          ]
        : []),
      ...(isPutTogether(editing)
        ? [
            {
              place: 'prepared',
              title: 'Presets',
              state: product.prepared.length === 0 ? 'none' : counted(product.prepared.length, 'preset'),
            } as const,
          ]
        : []),
    ],
  };
}

const madeOf = ({ product, program }: Editing): Group => ({
  title: 'Parts and stock',
  lines: [
    {
      place: 'parts',
      title: 'Parts',
      state:
        product.parts.length === 0
          ? 'none: sold by itself'
          : `${counted(product.parts.length, 'part')}, ${partsPriceState(product)}`,
    },
    { place: 'stock', title: 'Stock', state: stockState({ product, program }) },
    {
      place: 'made-of',
      title: 'Made of, and used in',
      state: product.parts.length === 0 ? 'no parts' : 'down to the last part',
    },
  ],
});

const costsOf = ({ product, program, surroundings }: Editing, checks: Checks): Group => ({
  title: 'Pricing',
  lines: [
    {
      place: 'price',
      title: 'Price and unit',
      state:
        checks.price ??
        (product.price === null
          ? program.kit || program.baseFormula !== null || product.variants.some(({ price }) => price !== null)
            ? 'not known yet'
            : 'no price yet'
          : `${product.price} ${surroundings.shop.currency}`),
    },
    { place: 'breaks', title: 'Quantity breaks', state: breaksState(program) },
    {
      place: 'formulas',
      title: 'Formulas and rates',
      state: product.formulas.length === 0 ? 'none: price as it stands' : counted(product.formulas.length, 'formula'),
    },
  ],
});

const boughtOf = ({ product, surroundings }: Editing): Group => ({
  title: 'Quantities',
  lines: [
    {
      place: 'quantity',
      title: 'Quantity rule',
      state: quantityRuleWords(quantityOf(product, surroundings.shop.quantityRules, null).rule),
    },
  ],
});

function holdsOf(editing: Editing, checks: Checks): Group {
  const { product } = editing;
  const ruled = product.rules.length + product.tables.length;
  return {
    title: 'Rules and checks',
    lines: [
      {
        place: 'rules',
        title: 'Rules',
        state: ruled === 0 ? 'none: every choice for itself' : counted(ruled, 'rule'),
      },
      ...(isPutTogether(editing)
        ? [
            {
              place: 'fits',
              title: 'Fit rules',
              state: product.fits.length === 0 ? 'none' : counted(product.fits.length, 'rule'),
            } as const,
          ]
        : []),
      { place: 'proofs', title: 'Proofs', state: proofsState(product.proofs.length, checks) },
      { place: 'selections', title: 'Full check', state: selectionsState(checks) },
    ],
  };
}

/** What a product is edited by, in the order of the work; choices and sheets follow the line of the choices. */
const groupsOf = (editing: Editing, checks: Checks, published: string, unbooked: number): readonly Group[] => [
  basicsOf(editing, published),
  chosenOf(editing, unbooked),
  madeOf(editing),
  costsOf(editing, checks),
  boughtOf(editing),
  holdsOf(editing, checks),
];

/** How many steps there are in what more costs. */
function breaksState({ breaks }: Editing['program']): string {
  const steps = breaks.reduce((sum, table) => sum + table.steps.length, 0);
  return steps === 0 ? 'none' : counted(steps, 'step');
}

/**
 * The outline of a product: groups in the order of the work, that fold, a filter, and keys from line to line; choices
 * are moved here.
 */
export function Outline({ current, published, checks }: { current: Place; published: string; checks: Checks }) {
  const editing = useEditing();
  const { product, surroundings, goTo } = editing;
  const [filter, setFilter] = useState('');
  const [adding, setAdding] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const entries = pageEntries(product, surroundings.sheets);
  const unbooked = useCountedVariants(useStockedChoices()).length;
  const groups = groupsOf(editing, checks, published, unbooked);
  const ofChoices = entries.map(placeOfEntry);
  const titleOf = (place: Place) =>
    entries.find((entry) => placeOfEntry(entry) === place)?.title ??
    groups.flatMap(({ lines }) => lines).find((line) => line.place === place)?.title ??
    '';
  const placesOf = ({ lines }: Group): Place[] =>
    lines.flatMap(({ place }) => (place === 'choices' ? [place, ...ofChoices] : [place]));
  const wanted = filter.trim().toLowerCase();
  const fits = (place: Place) => titleOf(place).toLowerCase().includes(wanted);
  const places = groups.flatMap(placesOf);
  const found = wanted === '' ? places : places.filter(fits);
  const { isOpen, toggle } = useOpenGroups(groups.find((group) => placesOf(group).includes(current))?.title ?? '');
  useOutlineKeys({ places, current, goTo, onFilter: () => field.current?.focus(), onAdd: () => setAdding(true) });
  const onKey = (event: KeyboardEvent) => {
    const [first] = found;
    if (event.key === 'Escape') setFilter('');
    if (event.key !== 'Enter' || wanted === '' || !first) return;
    goTo(first);
    setFilter('');
  };
  return (
    <Stack as="nav" aria-label="Outline" gap="1">
      <Input
        ref={field}
        aria-label="Find in the outline"
        placeholder="Find ( / )"
        size="sm"
        mb="1"
        bg="bg.panel"
        borderColor="border.emphasized"
        value={filter}
        onChange={(event) => setFilter(event.target.value)}
        onKeyDown={onKey}
      />
      {wanted !== '' && found.length === 0 && (
        <Text fontSize="sm" color="fg.muted" px="2">
          No matches.
        </Text>
      )}
      {groups.map((group) => {
        const own = placesOf(group);
        if (wanted !== '' && !own.some(fits)) return null;
        return (
          <OutlineGroup
            key={group.title}
            title={group.title}
            places={own}
            open={wanted !== '' || isOpen(group.title)}
            onToggle={() => toggle(group.title)}
          >
            {group.lines.map((line) => (
              <Box key={line.place}>
                {(wanted === '' || fits(line.place)) && (
                  <HStack gap="0">
                    <Box flex="1" minW="0">
                      <OutlineLine current={current} {...line} />
                    </Box>
                    {line.place === 'choices' && (
                      <IconButton
                        aria-label="Add a choice"
                        title="Add a choice (Alt N)"
                        size="2xs"
                        variant="ghost"
                        colorPalette="ink"
                        onClick={() => setAdding(true)}
                      >
                        <Plus size={15} aria-hidden />
                      </IconButton>
                    )}
                  </HStack>
                )}
                {line.place === 'choices' && (
                  <ChoiceLines current={current} entries={entries} fits={wanted === '' ? null : fits} />
                )}
              </Box>
            ))}
          </OutlineGroup>
        );
      })}
      <AppDialog title="Add a choice" open={adding} onClose={() => setAdding(false)} focusAfter={whereToBegin}>
        <AddChoice onAdded={() => setAdding(false)} />
      </AppDialog>
    </Stack>
  );
}

/** What is filled first of a choice that has just been added: hands stay on the keys. */
const whereToBegin = () => document.querySelector<HTMLElement>('[data-begin-here]');

const placeOfEntry = (entry: PageEntry): Place =>
  entry.kind === 'choice' ? `choice:${entry.choice.key}` : `sheet:${entry.sheetKey}`;

/** @param fits whether a line is shown while the outline is filtered; null while it is not */
function ChoiceLines({
  current,
  entries,
  fits,
}: {
  current: Place;
  entries: readonly PageEntry[];
  fits: ((place: Place) => boolean) | null;
}) {
  const { program, assembled, change } = useEditing();
  const line = (entry: PageEntry, handle?: React.ReactNode) => (
    <OutlineLine
      place={placeOfEntry(entry)}
      current={current}
      title={entry.title}
      state={
        entry.kind === 'choice'
          ? conditionalState(entry.choice, { program, assembled }) || choiceState(entry.choice)
          : sheetState(entry)
      }
      handle={handle}
    />
  );
  if (fits)
    return entries
      .filter((entry) => fits(placeOfEntry(entry)))
      .map((entry) => <Box key={placeOfEntry(entry)}>{line(entry)}</Box>);
  return (
    <Box pl="3">
      <Sortable
        entries={entries}
        nameOf={({ title }) => title}
        onMove={(from, to) =>
          change(`move choice ${from} ${to}`, (draft) => {
            const order = [...entries];
            moveEntry(order, from, to);
            applyPageOrder(draft, order);
          })
        }
        render={(entry, _index, handle) => line(entry, handle)}
      />
    </Box>
  );
}
