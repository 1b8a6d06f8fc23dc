'use client';

import { Button, Stack } from '@chakra-ui/react';
import { TrendingDown } from 'lucide-react';
import dynamic from 'next/dynamic';
import { hasOptions, isNote, type Product, variantTitle } from '@/core/catalog';
import { type Amount, type Breaks, breaksSchema, kindOfAmount } from '@/core/pricing';
import { unitByCode } from '@/core/quantity';
import { breaksWords } from '@/core/words';
import { type Editing, Section, useEditing } from '@/features/editors/frame';
import { type Exception, Exceptions } from '@/features/editors/fields';
import { BreaksFields } from '@/features/editors/breaks';
import { type SelectionState } from '@/features/kit/selection';
import { EmptyPlace } from '@/ui/text';

const BreaksChart = dynamic(
  () => import('@/features/editors/breaks/breaks-chart').then((drawing) => drawing.BreaksChart),
  { ssr: false },
);

const FRESH: Breaks = breaksSchema.parse({ steps: [{ from: '10', value: '' }] });

/** What more of it costs: of the product, and otherwise for variants and options. */
export function BreaksSection({ selection }: { selection: SelectionState }) {
  const editing = useEditing();
  const { product, change } = editing;
  const unit = unitOf(product);
  const add = () => change('breaks', (draft) => void (draft.breaks = structuredClone(FRESH)));
  const fields = product.breaks && (
    <Stack gap="4" align="start">
      <BreaksFields
        breaks={product.breaks}
        path={['breaks']}
        unit={unit}
        ofAll
        groups={groupsNamed(editing)}
        onChange={(changed) =>
          change(
            `breaks ${Object.keys(changed).join()}`,
            (draft) => void (draft.breaks && Object.assign(draft.breaks, changed)),
          )
        }
      />
      <Button
        size="sm"
        variant="ghost"
        colorPalette="ink"
        onClick={() => change('breaks away', (draft) => void (draft.breaks = null))}
      >
        Remove all breaks
      </Button>
    </Stack>
  );
  return (
    <Section
      title="Quantity breaks"
      lead="Another price from so many on. The working shows each step, and customers see the table."
    >
      {fields ?? (
        <EmptyPlace
          title="No quantity breaks"
          action={
            <Button size="sm" onClick={add}>
              <TrendingDown size={15} aria-hidden /> Add quantity breaks
            </Button>
          }
        >
          Ten for less each, only those beyond a hundred, counted over the metres bought, or together with other jars?
          Say it here.
        </EmptyPlace>
      )}
      {selection.program.breaks.length > 0 && <BreaksChart selection={selection} />}
      <Exceptions
        title="Otherwise for variants, and for what options add"
        none="None. A variant may have steps of its own; what an option adds may become less as well."
        placeholder="A variant, or an option with an amount"
        exceptions={exceptionsOf(editing)}
      />
    </Section>
  );
}

/** The same of a sheet, which has options and no price of its own. */
export function OptionBreaksSection() {
  const editing = useEditing();
  return (
    <Section
      title="Quantity breaks"
      lead="What options add may become less from so many on, wherever the sheet is placed."
    >
      <Exceptions
        title="Of what options add"
        none="None: what options add stays the same, however many are taken."
        placeholder="An option with an amount"
        exceptions={exceptionsOf(editing)}
      />
    </Section>
  );
}

const unitOf = ({ soldBy }: Product) => (soldBy.kind === 'each' ? null : (unitByCode(soldBy.unit) ?? null));

/** Groups of products that are counted together, as far as they are known here. */
function groupsNamed({ product, surroundings }: Editing): string[] {
  const named = [product, ...surroundings.products.values()].flatMap(({ breaks }) =>
    breaks?.across === 'together' && breaks.together !== '' ? [breaks.together] : [],
  );
  return [...new Set(named)];
}

/** Whether something is paid for each piece that could become less. */
const isForEach = (amount: Amount | null): boolean =>
  amount !== null && kindOfAmount(amount).operation === 'add' && kindOfAmount(amount).per === 'unit';

/** Everything that can have steps of its own. */
function exceptionsOf(editing: Editing): Exception[] {
  const { product, shop, change } = editing;
  const unit = unitOf(product);
  const exception = (
    named: Pick<Exception, 'value' | 'label' | 'hint' | 'path'>,
    breaks: Breaks | null,
    ofAll: boolean,
    write: (draft: Product, breaks: Breaks | null) => void,
  ): Exception => ({
    ...named,
    said: breaks && breaksWords(breaks, shop.currency, unit),
    fields: () =>
      breaks && (
        <BreaksFields
          breaks={breaks}
          path={named.path}
          of={named.label}
          unit={unit}
          ofAll={ofAll}
          groups={groupsNamed(editing)}
          onChange={(changed) =>
            change(`breaks of ${named.value} ${Object.keys(changed).join()}`, (draft) =>
              write(draft, { ...breaks, ...changed }),
            )
          }
        />
      ),
    add: () => change(`breaks of ${named.value}`, (draft) => write(draft, structuredClone(FRESH))),
    remove: () => change(`breaks of ${named.value} away`, (draft) => write(draft, null)),
  });
  const variants = product.variants.map((variant, place) =>
    exception(
      {
        value: `variant ${place}`,
        label: variantTitle(product, variant.options),
        hint: variant.sku ?? 'variant',
        path: ['variants', place, 'breaks'],
      },
      variant.breaks,
      true,
      (draft, breaks) => {
        const found = draft.variants[place];
        if (found) found.breaks = breaks;
      },
    ),
  );
  const amounts = product.choices.flatMap((choice, index) => {
    if (isNote(choice)) return [];
    if (hasOptions(choice)) {
      return choice.options.flatMap((option, place) =>
        option.breaks || isForEach(option.amount)
          ? [
              exception(
                {
                  value: `option ${choice.key} ${option.key}`,
                  label: `${choice.title}: ${option.title}`,
                  hint: 'option',
                  path: ['choices', index, 'options', place, 'breaks'],
                },
                option.breaks,
                false,
                (draft, breaks) => {
                  const changed = draft.choices.find(({ key }) => key === choice.key);
                  const found =
                    changed && hasOptions(changed) ? changed.options.find(({ key }) => key === option.key) : undefined;
                  if (found) found.breaks = breaks;
                },
              ),
            ]
          : [],
      );
    }
    if (!('breaks' in choice) || (!choice.breaks && !isForEach(choice.amount))) return [];
    return [
      exception(
        { value: `choice ${choice.key}`, label: choice.title, hint: 'choice', path: ['choices', index, 'breaks'] },
        choice.breaks,
        false,
        (draft, breaks) => {
          const changed = draft.choices.find(({ key }) => key === choice.key);
          if (changed && 'breaks' in changed) changed.breaks = breaks;
        },
      ),
    ];
  });
  return [...variants, ...amounts];
}
