'use client';

import { Box, Heading, Table, Text } from '@chakra-ui/react';
import { type PartJson, type ResolutionJson } from '@/core/exchange';
import { Exact } from '@/core/number';
import { quantityWords } from '@/core/words';
import { Section, useEditing } from '@/features/editors/frame';
import { WhereUsed } from '@/features/kit/where-used';
import { ScrollRegion } from '@/ui/scroll-region';
import { EmptyPlace, Sku, Slip } from '@/ui/text';

/** A line of the tree: a part at its depth, with what it takes from stock itself. */
interface TreeLine {
  readonly name: string;
  readonly depth: number;
  readonly title: string;
  readonly sku: string;
  /** pieces for one of the whole */
  readonly pieces: number;
  readonly draws: readonly { readonly title: string; readonly words: string; readonly limits: boolean }[];
}

/** What the product is made of as it stands at the Counter, to any depth; and what has it as a part. */
export function MadeOfSection({ resolution }: { resolution: ResolutionJson }) {
  const { product } = useEditing();
  const lines = treeOf(resolution);
  const limiting = resolution.availability.limitedBy;
  return (
    <Section title="Made of, and used in" lead="As it is chosen at the Counter, for one of it.">
      {resolution.parts.length === 0 ? (
        <EmptyPlace title="It has no parts">What it draws from stock, it takes itself; see Stock.</EmptyPlace>
      ) : (
        <ScrollRegion label="Made of" height="420px">
          <Table.Root size="sm" aria-label="Made of" css={{ fontVariantNumeric: 'tabular-nums' }}>
            <Table.Header>
              <Table.Row bg="bg.subtle">
                <Table.ColumnHeader>Part</Table.ColumnHeader>
                <Table.ColumnHeader>SKU</Table.ColumnHeader>
                <Table.ColumnHeader textAlign="end">Pieces</Table.ColumnHeader>
                <Table.ColumnHeader>Draws from stock</Table.ColumnHeader>
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {lines.map(({ name, depth, title, sku, pieces, draws }) => (
                <Table.Row key={name} bg="transparent" verticalAlign="top">
                  <Table.Cell style={{ paddingInlineStart: 8 + depth * 20 }} fontWeight={depth === 0 ? '600' : '400'}>
                    {title}
                  </Table.Cell>
                  <Table.Cell>
                    <Sku>{sku}</Sku>
                  </Table.Cell>
                  <Table.Cell textAlign="end">{pieces}</Table.Cell>
                  <Table.Cell>
                    {draws.map((draw) => (
                      <Text key={draw.title}>
                        {draw.words} {draw.title} {draw.limits && <Slip tone="brick">limits</Slip>}
                      </Text>
                    ))}
                  </Table.Cell>
                </Table.Row>
              ))}
            </Table.Body>
          </Table.Root>
        </ScrollRegion>
      )}
      {limiting && resolution.parts.length > 0 && (
        <Text fontSize="sm" color="fg.muted">
          {resolution.availability.canSupply} can be made now: {quantityWords(limiting.available)} of {limiting.title}{' '}
          can be promised.
        </Text>
      )}
      <Box>
        <Heading as="h3" size="md" mb="2">
          Used in
        </Heading>
        <WhereUsed what="products" of={product.slug} nothing="Nothing has it as a part or takes it along." />
      </Box>
    </Section>
  );
}

function treeOf({ parts, availability }: ResolutionJson): TreeLine[] {
  const limits = availability.limitedBy?.stock;
  const below = (list: readonly PartJson[], depth: number, items: number, way: string): TreeLine[] =>
    list.flatMap((part) => {
      const name = `${way}/${part.part}`;
      const pieces = part.pieces * items;
      const own = part.resolution.draws.filter(({ own: isOwn }) => isOwn);
      const draws = own.map(({ stock, title, perItem }) => ({
        title,
        limits: stock === limits,
        words: quantityWords({
          value: Exact.from(perItem.value).times(Exact.of(pieces)).toString(),
          unit: perItem.unit,
        }),
      }));
      return [
        {
          name,
          depth,
          title: part.title === part.productTitle ? part.title : `${part.title}: ${part.productTitle}`,
          sku: part.resolution.item.sku,
          pieces,
          draws,
        },
        ...below(part.resolution.parts, depth + 1, pieces, name),
      ];
    });
  return below(parts, 0, 1, '');
}
