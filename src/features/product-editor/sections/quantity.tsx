'use client';

import { Box, Button, HStack, IconButton, Link, Stack, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import NextLink from 'next/link';
import { useState } from 'react';
import { hasOptions, type Product, quantityOf, variantTitle } from '@/core/catalog';
import { ANY_QUANTITY, type QuantityRule } from '@/core/ordering';
import { type Path } from '@/core/problems';
import { faultWords, quantityRuleWords } from '@/core/words';
import { useEditing } from '@/features/editor-kit/editing';
import { Section } from '@/features/editor-kit/section';
import { RuleFields } from '@/features/quantity-rules/rule-fields';
import { FaultLine } from '@/ui/fault-line';
import { type Finding, SearchField } from '@/ui/search-field';

/** Somebody else who has a word about quantities: a customer group, an option or a variant. */
interface Exception extends Finding {
  readonly path: Path;
  readonly rule: QuantityRule | null;
  write(draft: Product, rule: QuantityRule | null): void;
}

/** In what numbers it may be bought, and who says so. */
export function QuantitySection() {
  const { product, surroundings, change } = useEditing();
  const { rule, from } = quantityOf(product, surroundings.shop.quantityRules, null);
  const [open, setOpen] = useState<string | null>(null);
  const exceptions = useExceptions();
  const said = exceptions.filter((exception) => exception.rule !== null);
  return (
    <Section title="Quantity rule" lead="In what numbers it may be bought. A quantity that breaks it is refused with the nearest that keep it.">
      {product.quantity ? (
        <Stack gap="4" align="start">
          <RuleFields rule={product.quantity} onChange={(changed) => change(`quantity ${Object.keys(changed).join()}`, (draft) => draft.quantity && Object.assign(draft.quantity, changed))} />
          <Faults path={['quantity']} />
          <Button size="sm" variant="ghost" colorPalette="ink" onClick={() => change('quantity left', (draft) => void (draft.quantity = null))}>
            Leave it to the shop’s rules
          </Button>
        </Stack>
      ) : (
        <Stack gap="3" align="start">
          <Text fontSize="lg">
            {from.kind === 'placed' ? (
              <>
                The shop’s rule{' '}
                <Link asChild textDecoration="underline">
                  <NextLink href="/manage/quantities">{from.title}</NextLink>
                </Link>{' '}
                holds: {quantityRuleWords(rule)}.
              </>
            ) : (
              'Customers buy any number.'
            )}
          </Text>
          <Text fontSize="sm" color="fg.muted">
            The product says nothing itself, so{' '}
            <Link asChild textDecoration="underline">
              <NextLink href="/manage/quantities">rules for many products</NextLink>
            </Link>{' '}
            decide, the nearest of those that are placed on it.
          </Text>
          <Button size="sm" variant="outline" onClick={() => change('quantity own', (draft) => void (draft.quantity = { ...rule, list: rule.list.map((entry) => ({ ...entry })) }))}>
            Give it a rule of its own
          </Button>
        </Stack>
      )}
      <Stack gap="4" as="section" aria-label="Otherwise for some">
        <Text fontWeight="600">Otherwise for some customers, options or variants</Text>
        {said.length === 0 && (
          <Text fontSize="sm" color="fg.muted">
            None. A group may have to buy more, an option may come by the dozen: what is chosen comes before the customer’s group, and that before the product.
          </Text>
        )}
        {said.map((exception) => (
          <Box key={exception.value} borderWidth="1px" borderColor="border" borderRadius="l2" px="4" py="3">
            <HStack justify="space-between" gap="3">
              <Text>
                <strong>{exception.label}</strong>: {exception.rule && quantityRuleWords(exception.rule)}
              </Text>
              <HStack gap="1">
                <Button size="xs" variant="ghost" colorPalette="ink" aria-expanded={open === exception.value} aria-label={`Change what holds for ${exception.label}`} onClick={() => setOpen(open === exception.value ? null : exception.value)}>
                  {open === exception.value ? 'Done' : 'Change'}
                </Button>
                <IconButton aria-label={`Take away what holds for ${exception.label}`} size="xs" variant="ghost" colorPalette="brick" onClick={() => change(`quantity of ${exception.value} away`, (draft) => exception.write(draft, null))}>
                  <Trash2 size={14} />
                </IconButton>
              </HStack>
            </HStack>
            {open === exception.value && exception.rule && (
              <Box mt="3">
                <RuleFields rule={exception.rule} of={exception.label} onChange={(changed) => change(`quantity of ${exception.value} ${Object.keys(changed).join()}`, (draft) => exception.write(draft, { ...(exception.rule ?? ANY_QUANTITY), ...changed }))} />
              </Box>
            )}
            <Faults path={exception.path} />
          </Box>
        ))}
        <Box w="360px" maxW="full">
          <SearchField
            label="Add a rule for"
            placeholder="A group, an option or a variant"
            findings={exceptions.filter((exception) => exception.rule === null)}
            onPick={(value) => {
              const exception = exceptions.find((candidate) => candidate.value === value);
              if (exception) change(`quantity of ${value}`, (draft) => exception.write(draft, { ...ANY_QUANTITY }));
              setOpen(value);
            }}
          />
        </Box>
      </Stack>
    </Section>
  );
}

/** What is wrong at a rule, wherever in it. */
function Faults({ path }: { path: Path }) {
  const { findings } = useEditing();
  return findings
    .filter((fault) => path.every((step, place) => fault.path[place] === step))
    .map((fault) => <FaultLine key={`${fault.path.join('/')} ${fault.code}`}>{faultWords(fault.data)}</FaultLine>);
}

/** Everybody who can have a word of their own about quantities. */
function useExceptions(): Exception[] {
  const { product, shop } = useEditing();
  const groups = shop.groups.map(({ key, title }): Exception => ({
    value: `group ${key}`, label: title, hint: 'customer group', path: ['quantityByGroup', key], rule: product.quantityByGroup[key] ?? null,
    write(draft, rule) {
      const others = Object.entries(draft.quantityByGroup).filter(([group]) => group !== key);
      draft.quantityByGroup = Object.fromEntries(rule ? [...others, [key, rule] as const] : others);
    },
  }));
  const options = product.choices.flatMap((choice, index) => {
    if (!hasOptions(choice) || choice.kind === 'slot') return [];
    return choice.options.map((option, place): Exception => ({
      value: `option ${choice.key} ${option.key}`, label: `${choice.title}: ${option.title}`, hint: 'option', path: ['choices', index, 'options', place, 'quantity'], rule: option.quantity,
      write(draft, rule) {
        const changed = draft.choices.find(({ key }) => key === choice.key);
        const found = changed && hasOptions(changed) ? changed.options.find(({ key }) => key === option.key) : undefined;
        if (found) found.quantity = rule;
      },
    }));
  });
  const variants = product.variants.map((variant, place): Exception => ({
    value: `variant ${place}`, label: variantTitle(product, variant.options), hint: variant.sku ?? 'variant', path: ['variants', place, 'quantity'], rule: variant.quantity,
    write(draft, rule) {
      const found = draft.variants[place];
      if (found) found.quantity = rule;
    },
  }));
  return [...groups, ...options, ...variants];
}
