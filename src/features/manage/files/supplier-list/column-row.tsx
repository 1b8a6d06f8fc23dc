'use client';

import { Box, chakra, Flex, Grid, Text } from '@chakra-ui/react';
import { choiceTitle, type ColumnUse, type ListColumn, type ListColumnView } from '@/core/supplier-list';
import { SelectField, TextField, TypedInput } from '@/ui/field';

const USES: readonly { readonly value: ColumnUse; readonly label: string }[] = [
  { value: 'none', label: 'Not used' },
  { value: 'title', label: 'Product name' },
  { value: 'code', label: 'Product number' },
  { value: 'choice', label: 'Choice' },
  { value: 'sku', label: 'SKU' },
  { value: 'gtin', label: 'GTIN' },
  { value: 'price', label: 'Price' },
  { value: 'wasPrice', label: 'Was-price' },
  { value: 'cost', label: 'Unit cost' },
  { value: 'onHand', label: 'On hand' },
  { value: 'category', label: 'Category' },
  { value: 'description', label: 'Description' },
  { value: 'tags', label: 'Tags' },
];

const ORDERS = [
  { value: 'size', label: 'By size' },
  { value: 'found', label: 'As in the list' },
  { value: 'title', label: 'By name' },
];

interface Props {
  column: ListColumn;
  seen: ListColumnView | undefined;
  onChange: (part: Partial<ListColumn>) => void;
}

/** What the options of a column are called, and in what order they stand. */
function ChoiceSettings({ column, seen, onChange }: Props) {
  const values = seen?.values ?? null;
  return (
    <chakra.details mt="2" ps="3" borderStartWidth="2px" borderColor="border.emphasized">
      <chakra.summary fontSize="sm" color="fg.muted" cursor="pointer">
        Name, order and options
      </chakra.summary>
      <Flex gap="3" mt="2" wrap="wrap">
        <Box flex="1 1 160px">
          <TextField
            label="Title"
            value={column.title}
            placeholder={choiceTitle({ ...column, title: '' })}
            maxLength={80}
            onChange={(title) => onChange({ title })}
          />
        </Box>
        <SelectField
          label="Order"
          width="150px"
          value={column.order}
          alternatives={ORDERS}
          onChange={(order) => onChange({ order: order as ListColumn['order'] })}
        />
      </Flex>
      {values ? (
        <Grid
          templateColumns="minmax(80px, auto) 1fr"
          gap="1.5"
          mt="3"
          alignItems="center"
          maxH="260px"
          overflowY="auto"
        >
          {values.map((value) => (
            <Box key={value} display="contents">
              <Text fontSize="sm" color={value === '' ? 'fg.muted' : undefined} overflowWrap="anywhere">
                {value === '' ? 'Empty' : value}
              </Text>
              <TypedInput
                size="sm"
                aria-label={`Option for ${value || 'an empty cell'}`}
                placeholder={value}
                maxLength={120}
                value={Object.hasOwn(column.words, value) ? (column.words[value] ?? '') : ''}
                onChange={(word) => onChange({ words: { ...column.words, [value]: word } })}
              />
            </Box>
          ))}
        </Grid>
      ) : (
        <Text fontSize="sm" color="fg.muted" mt="2">
          Too many values to rename one by one.
        </Text>
      )}
    </chakra.details>
  );
}

/** A column of a list: some of what stands in it, and what it says. */
export function ColumnRow(props: Props) {
  const { column, seen, onChange } = props;
  const isUsed = column.use !== 'none';
  return (
    <Box role="group" aria-label={`Column ${column.head}`} py="2.5" borderTopWidth="1px">
      <Flex gap="4" justify="space-between" align="start">
        <Box minW="0">
          <Text fontWeight="600" color={isUsed ? undefined : 'fg.muted'} overflowWrap="anywhere">
            {column.head}
          </Text>
          <Text fontSize="sm" color="fg.muted" lineClamp={1}>
            {seen?.samples.join(' · ')}
          </Text>
        </Box>
        <Box flexShrink={0}>
          <SelectField
            label={`What ${column.head} says`}
            hideLabel
            small
            width="160px"
            value={column.use}
            alternatives={USES}
            onChange={(use) => onChange({ use: use as ColumnUse })}
          />
        </Box>
      </Flex>
      {column.use === 'choice' && <ChoiceSettings {...props} />}
    </Box>
  );
}
