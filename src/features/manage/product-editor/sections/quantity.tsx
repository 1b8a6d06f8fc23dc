'use client';

import { Button, Link, Stack, Text } from '@chakra-ui/react';
import { PageLink } from '@/ui/page-link';
import { hasOptions, type Product, quantityOf, variantTitle } from '@/core/catalog';
import { ANY_QUANTITY, type QuantityRule } from '@/core/ordering';
import { quantityRuleWords } from '@/core/words';
import { type Editing, Section, useEditing } from '@/features/editors/frame';
import { type Exception, Exceptions, FaultsWithin } from '@/features/editors/fields';
import { RuleFields } from '@/features/manage/quantity-rules';

const RULES_LINK = (
  <Link asChild textDecoration="underline">
    <PageLink href="/manage/quantities">rules for many products</PageLink>
  </Link>
);

/** In what numbers it may be bought, and who says so. */
export function QuantitySection() {
  const editing = useEditing();
  const { product, surroundings, change } = editing;
  const { rule, from } = quantityOf(product, surroundings.shop.quantityRules, null);
  return (
    <Section
      title="Quantity rule"
      lead="In what numbers it may be bought. A quantity that breaks it is refused with the nearest that keep it."
    >
      {product.quantity || from.kind !== 'placed' ? (
        <Stack gap="4" align="start">
          <RuleFields
            rule={rule}
            onChange={(changed) =>
              change(
                `quantity ${Object.keys(changed).join()}`,
                (draft) => void (draft.quantity = { ...(draft.quantity ?? ANY_QUANTITY), ...changed }),
              )
            }
          />
          <FaultsWithin path={['quantity']} />
          {product.quantity ? (
            <Button
              size="sm"
              variant="ghost"
              colorPalette="ink"
              onClick={() => change('quantity left', (draft) => void (draft.quantity = null))}
            >
              Leave it to the shop’s rules
            </Button>
          ) : (
            <Text fontSize="sm" color="fg.muted">
              Until it says something itself, {RULES_LINK} would hold that are placed on it; none is.
            </Text>
          )}
        </Stack>
      ) : (
        <Stack gap="3" align="start">
          <Text fontSize="lg">
            The shop’s rule{' '}
            <Link asChild textDecoration="underline">
              <PageLink href="/manage/quantities">{from.title}</PageLink>
            </Link>{' '}
            holds: {quantityRuleWords(rule)}.
          </Text>
          <Text fontSize="sm" color="fg.muted">
            The product says nothing itself, so {RULES_LINK} decide, the nearest of those that are placed on it.
          </Text>
          <Button
            size="sm"
            variant="outline"
            onClick={() =>
              change(
                'quantity own',
                (draft) => void (draft.quantity = { ...rule, list: rule.list.map((entry) => ({ ...entry })) }),
              )
            }
          >
            Give it a rule of its own
          </Button>
        </Stack>
      )}
      <Exceptions
        title="Exceptions"
        none="None. A group may have to buy more, an option may come by the dozen: what is chosen comes before the customer’s group, and that before the product."
        placeholder="A group, an option or a variant"
        exceptions={exceptionsOf(editing)}
      />
    </Section>
  );
}

/** The same of a sheet: its options may be bought in numbers of their own. */
export function OptionQuantitiesSection() {
  const editing = useEditing();
  return (
    <Section
      title="Quantities of options"
      lead="An option may be bought in other numbers, such as by the dozen, wherever the sheet is placed."
    >
      <Exceptions
        title="Otherwise for options"
        none="None: options are bought in the numbers of the product."
        placeholder="An option"
        exceptions={exceptionsOf(editing).filter(({ hint }) => hint === 'option')}
      />
    </Section>
  );
}

/** Everybody who can have a word of their own about quantities. */
function exceptionsOf({ product, shop, change }: Editing): Exception[] {
  const exception = (
    named: Pick<Exception, 'value' | 'label' | 'hint' | 'path'>,
    rule: QuantityRule | null,
    write: (draft: Product, rule: QuantityRule | null) => void,
  ): Exception => ({
    ...named,
    said: rule && quantityRuleWords(rule),
    fields: () =>
      rule && (
        <>
          <RuleFields
            rule={rule}
            of={named.label}
            onChange={(changed) =>
              change(`quantity of ${named.value} ${Object.keys(changed).join()}`, (draft) =>
                write(draft, { ...rule, ...changed }),
              )
            }
          />
          <FaultsWithin path={named.path} />
        </>
      ),
    add: () => change(`quantity of ${named.value}`, (draft) => write(draft, { ...ANY_QUANTITY })),
    remove: () => change(`quantity of ${named.value} away`, (draft) => write(draft, null)),
  });
  const groups = shop.groups.map(({ key, title }) =>
    exception(
      { value: `group ${key}`, label: title, hint: 'customer group', path: ['quantityByGroup', key] },
      product.quantityByGroup[key] ?? null,
      (draft, rule) => {
        const others = Object.entries(draft.quantityByGroup).filter(([group]) => group !== key);
        draft.quantityByGroup = Object.fromEntries(rule ? [...others, [key, rule] as const] : others);
      },
    ),
  );
  const options = product.choices.flatMap((choice, index) => {
    if (!hasOptions(choice) || choice.kind === 'slot') return [];
    return choice.options.map((option, place) =>
      exception(
        {
          value: `option ${choice.key} ${option.key}`,
          label: `${choice.title}: ${option.title}`,
          hint: 'option',
          path: ['choices', index, 'options', place, 'quantity'],
        },
        option.quantity,
        (draft, rule) => {
          const changed = draft.choices.find(({ key }) => key === choice.key);
          const found =
            changed && hasOptions(changed) ? changed.options.find(({ key }) => key === option.key) : undefined;
          if (found) found.quantity = rule;
        },
      ),
    );
  });
  const variants = product.variants.map((variant, place) =>
    exception(
      {
        value: `variant ${place}`,
        label: variantTitle(product, variant.options),
        hint: variant.sku ?? 'variant',
        path: ['variants', place, 'quantity'],
      },
      variant.quantity,
      (draft, rule) => {
        const found = draft.variants[place];
        if (found) found.quantity = rule;
      },
    ),
  );
  return [...groups, ...options, ...variants];
}
