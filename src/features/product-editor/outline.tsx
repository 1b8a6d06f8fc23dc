'use client';

import { Box, Stack } from '@chakra-ui/react';
import { type Choice, hasOptions, isNote, isStocked, type SlotChoice } from '@/core/catalog';
import { conditionWords, counted, priceWords, selectionsWords } from '@/core/words';
import { type Checks } from '@/features/checks/use-checks';
import { choiceKindsHere } from '@/features/choice-editor/kinds';
import { type Editing, type Place, useEditing } from '@/features/editor-kit/editing';
import { OutlineLine } from '@/features/editor-kit/outline-line';
import { moveEntry, Sortable } from '@/ui/sortable';
import { applyPageOrder, pageEntries, type PageEntry } from './page-order';

function slotState({ options, joins, least, most }: SlotChoice): string {
  const many = most === 1 ? 'slot' : `slot for ${least === most ? least : `${least} to ${most}`}`;
  return joins.length > 0 ? `${many}, by condition` : `${many}, ${counted(options.length, 'candidate')}`;
}

function choiceState(choice: Choice): string {
  const about = choice.kind === 'slot' ? slotState(choice) : hasOptions(choice) ? counted(choice.options.length, 'option') : choiceKindsHere[choice.kind].short;
  return `${about}${choice.required || isNote(choice) || choice.kind === 'yesNo' || choice.kind === 'addOn' ? '' : ', optional'}${choice.groups.length > 0 ? ', for some' : ''}`;
}

/** By what a choice is shown or hidden, where a rule decides; empty where none does. */
function conditionalState({ key }: Choice, { program, assembled }: Pick<Editing, 'program' | 'assembled'>): string {
  const effects = program.rules?.program.onChoice.get(assembled.choices.findIndex((choice) => choice.key === key)) ?? [];
  const deciding = effects.find(({ effect }) => effect.kind === 'show' || effect.kind === 'hide');
  return deciding ? `${deciding.effect.kind === 'show' ? 'shown' : 'hidden'} when ${conditionWords(program.rules?.because[deciding.rule] ?? null)}` : '';
}

function sheetState({ sheet, placement }: Extract<PageEntry, { kind: 'sheet' }>): string {
  if (!sheet) return 'sheet, not published';
  const differs = Object.keys(placement.overrides).length;
  return `sheet, ${counted(sheet.choices.length, 'choice')}${placement.by === 'condition' ? ', by condition' : ''}${differs > 0 ? `, ${differs} differ${differs === 1 ? 's' : ''}` : ''}`;
}

/** What the sale of one item takes from stock, in few words. */
function stockState({ product, program, assembled }: Pick<Editing, 'product' | 'program' | 'assembled'>): string {
  if (product.draws.length > 0) return `takes from ${counted(product.draws.length, 'item')}`;
  if (product.variants.length > 0) return 'taken by the variant';
  if (product.parts.length > 0) return 'taken by its parts';
  if (program.kit) return 'taken by what is in its slots';
  if (assembled.choices.some((choice) => (hasOptions(choice) ? choice.options.some((option) => option.draws.length > 0) : 'draws' in choice && choice.draws.length > 0))) return 'taken by what is chosen';
  return program.formulas.some(({ draw }) => draw) ? 'taken by formulas' : 'takes nothing yet';
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
  if (!analysis || analysis.faulty) return state === 'running' && !analysis ? 'being found out' : 'after the mending';
  if (analysis.nothingSells) return 'nothing can be sold';
  return analysis.selections === null ? (state === 'running' ? 'being found out' : 'not counted') : selectionsWords(analysis.selections);
}

/** The outline of a product, in the order of the work; choices are moved here. */
export function Outline({ current, published, checks }: { current: Place; published: string; checks: Checks }) {
  const { product, program, assembled, surroundings, change } = useEditing();
  const entries = pageEntries(product, surroundings.sheets);
  const hasStocked = assembled.choices.some(isStocked);
  const { quantity } = product;
  const isPutTogether = program.kit !== null || product.fits.length > 0 || product.prepared.length > 0;
  return (
    <Stack as="nav" aria-label="Outline" gap="0.5">
      <OutlineLine place="basics" current={current} title="Name and words" state={product.sku || 'no SKU yet'} />
      <OutlineLine place="pictures" current={current} title="Pictures" state={product.pictures.length === 0 ? 'none yet' : counted(product.pictures.length, 'picture')} />
      <OutlineLine place="properties" current={current} title="Properties" state={program.properties.size === 0 ? 'none said' : [...program.properties.keys()].join(', ')} />
      <OutlineLine place="price" current={current} title="Price and unit" state={priceWords(program) ?? 'no price yet'} />
      <OutlineLine place="choices" current={current} title="Choices" state={product.choices.length === 0 ? 'none: add the first' : 'add, or move by the handle'} />
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
          render={(entry, _index, handle) =>
            entry.kind === 'choice' ? (
              <OutlineLine place={`choice:${entry.choice.key}`} current={current} title={entry.title} state={conditionalState(entry.choice, { program, assembled }) || choiceState(entry.choice)} handle={handle} />
            ) : (
              <OutlineLine place={`sheet:${entry.sheetKey}`} current={current} title={entry.title} state={sheetState(entry)} handle={handle} />
            )
          }
        />
      </Box>
      {(hasStocked || product.variants.length > 0) && <OutlineLine place="variants" current={current} title="Variants" state={product.variants.length === 0 ? 'none yet' : counted(product.variants.length, 'combination')} />}
      <OutlineLine place="parts" current={current} title="Parts" state={product.parts.length === 0 ? 'none: sold by itself' : `${counted(product.parts.length, 'part')}, ${partsPriceState(product)}`} />
      {isPutTogether && <OutlineLine place="fits" current={current} title="What must fit" state={product.fits.length === 0 ? 'all goes with all' : counted(product.fits.length, 'sentence')} />}
      {isPutTogether && <OutlineLine place="prepared" current={current} title="To start from" state={product.prepared.length === 0 ? 'nothing prepared' : counted(product.prepared.length, 'prepared build')} />}
      <OutlineLine place="rules" current={current} title="Rules" state={product.rules.length + product.tables.length === 0 ? 'none: every choice for itself' : counted(product.rules.length + product.tables.length, 'rule')} />
      <OutlineLine place="formulas" current={current} title="Formulas and rates" state={product.formulas.length === 0 ? 'none: price as it stands' : counted(product.formulas.length, 'formula')} />
      <OutlineLine
        place="quantity"
        current={current}
        title="Quantity rule"
        state={quantity.multiple > 1 ? `in multiples of ${quantity.multiple}` : quantity.minimum > 1 ? `from ${quantity.minimum}` : 'any number'}
      />
      <OutlineLine place="stock" current={current} title="Stock" state={stockState({ product, program, assembled })} />
      <OutlineLine place="shelf" current={current} title="Category, supplier, tags" state={product.category ?? 'no category yet'} />
      <OutlineLine place="made-of" current={current} title="Made of, and used in" state={product.parts.length === 0 ? 'no parts' : 'down to the last part'} />
      <OutlineLine place="proofs" current={current} title="Proofs" state={proofsState(product.proofs.length, checks)} />
      <OutlineLine place="selections" current={current} title="All selections" state={selectionsState(checks)} />
      <OutlineLine place="history" current={current} title="Earlier states" state={published} />
    </Stack>
  );
}
