'use client';

import { Box, chakra, HStack, Stack, Text } from '@chakra-ui/react';
import { type ReactNode } from 'react';
import { hasOptions } from '@/core/catalog';
import { counted, priceWords } from '@/core/words';
import { moveEntry, Sortable } from './sortable';
import { type Place, placeOf, useEditing } from './state/editing';

interface LineProps {
  place: Place;
  current: Place;
  title: string;
  state: string;
  handle?: ReactNode;
}

/** One line of the outline: what it is, its state, and whether something in it is to be mended. */
function Line({ place, current, title, state, handle }: LineProps) {
  const { goTo, findings, product } = useEditing();
  const faults = findings.filter((fault) => fault.gravity === 'mustFix' && placeOf(fault.path, product) === place).length;
  const isCurrent = place === current;
  return (
    <HStack gap="0" bg={isCurrent ? 'bg.emphasized' : undefined} borderRadius="l2">
      {handle}
      <chakra.button
        type="button"
        aria-current={isCurrent ? 'true' : undefined}
        flex="1"
        minW="0"
        textAlign="start"
        px="2"
        py="1.5"
        borderRadius="l2"
        cursor="pointer"
        _hover={{ bg: isCurrent ? undefined : 'bg.muted' }}
        onClick={() => goTo(place)}
      >
        <HStack justify="space-between" gap="1">
          <Text as="span" fontWeight={isCurrent ? '700' : '600'} truncate>
            {title}
          </Text>
          {faults > 0 && (
            <chakra.span title={`${counted(faults, 'thing')} to mend`} aria-label={`${counted(faults, 'thing')} to mend`} role="img" w="8px" h="8px" borderRadius="full" bg="brick.solid" flexShrink={0} />
          )}
        </HStack>
        <Text as="span" display="block" fontSize="xs" color="fg.muted" truncate>
          {state}
        </Text>
      </chakra.button>
    </HStack>
  );
}

/** The outline of a product, in the order of the work; choices are moved here. */
export function Outline({ current, published }: { current: Place; published: string }) {
  const { product, shop, change } = useEditing();
  const { quantity } = product;
  const draws = product.draws.length + product.variants.filter(({ stock }) => stock !== null).length;
  const byChoice = product.choices.some((choice) => (hasOptions(choice) ? choice.options.some((option) => option.draws.length > 0) : choice.draws.length > 0));
  return (
    <Stack as="nav" aria-label="Outline" gap="0.5">
      <Line place="basics" current={current} title="Name and words" state={product.sku || 'no SKU yet'} />
      <Line place="pictures" current={current} title="Pictures" state={product.pictures.length === 0 ? 'none yet' : counted(product.pictures.length, 'picture')} />
      <Line place="price" current={current} title="Price and unit" state={priceWords(product, shop.currency) ?? 'no price yet'} />
      <Line place="choices" current={current} title="Choices" state={product.choices.length === 0 ? 'none: add the first' : 'add, or move by the handle'} />
      <Box pl="3">
        <Sortable
          entries={product.choices}
          nameOf={({ title }) => title}
          onMove={(from, to) => change(`move choice ${from} ${to}`, (draft) => moveEntry(draft.choices, from, to))}
          render={(choice, _index, handle) => (
            <Line
              place={`choice:${choice.key}`}
              current={current}
              title={choice.title || 'Without a title'}
              state={`${hasOptions(choice) ? counted(choice.options.length, 'option') : choice.kind === 'yesNo' ? 'yes or no' : choice.kind}${choice.required ? '' : ', optional'}`}
              handle={handle}
            />
          )}
        />
      </Box>
      <Line
        place="quantity"
        current={current}
        title="Quantity rule"
        state={quantity.multiple > 1 ? `in multiples of ${quantity.multiple}` : quantity.minimum > 1 ? `from ${quantity.minimum}` : 'any number'}
      />
      <Line place="stock" current={current} title="Stock" state={draws > 0 ? `takes from ${counted(draws, 'item')}` : byChoice ? 'taken by what is chosen' : 'takes nothing yet'} />
      <Line place="shelf" current={current} title="Category, supplier, tags" state={product.category ?? 'no category yet'} />
      <Line place="history" current={current} title="Earlier states" state={published} />
    </Stack>
  );
}
