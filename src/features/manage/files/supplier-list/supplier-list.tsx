'use client';

import { Box, Button, Flex, Grid, Heading, HStack, Spinner, Stack, Text } from '@chakra-ui/react';
import { isPart, type ListMapping } from '@/core/supplier-list';
import { counted } from '@/core/words';
import { type ListView } from '@/services/importing/supplier-lists';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TextField } from '@/ui/field';
import { FaultList, Notes } from '../told';
import { type Listed } from '../use-import';
import { ColumnRow } from './column-row';
import { FoundProductRow } from './found-products';
import { useSupplierList } from './use-supplier-list';

const PRICES = [
  { value: 'amounts', label: 'Base price and amounts of options' },
  { value: 'variants', label: 'A price for each variant' },
];
const STOCK = [
  { value: 'counted', label: 'A stock item each' },
  { value: 'madeToOrder', label: 'Made to order' },
];
const GONE = [
  { value: 'keep', label: 'Stay on sale' },
  { value: 'offSale', label: 'Go off sale' },
];
const SEPARATORS = [
  { value: ' - ', label: 'at “ - ”' },
  { value: ' – ', label: 'at “ – ”' },
  { value: ', ', label: 'at “, ”' },
  { value: '; ', label: 'at “; ”' },
  { value: ' / ', label: 'at “ / ”' },
  { value: ' | ', label: 'at “ | ”' },
];

interface SettingsProps {
  mapping: ListMapping;
  view: ListView;
  onChange: (part: Partial<ListMapping>) => void;
}

/** Whose list it is. */
function Supplier({ mapping, view, onChange }: SettingsProps) {
  return (
    <TextField
      label="Supplier"
      value={mapping.supplier}
      maxLength={80}
      help={
        view.keptFrom === null
          ? 'These columns are kept under it for the next list.'
          : `Columns as in the last list of ${view.keptFrom}.`
      }
      onChange={(supplier) => onChange({ supplier })}
    />
  );
}

/** What holds for the whole list. */
function Settings({ mapping, view, onChange }: SettingsProps) {
  const heads = view.columns.map(({ head }) => head).filter((head) => !isPart(head));
  const { split } = mapping;
  return (
    <Stack gap="3">
      <SelectField
        label="Prices become"
        value={mapping.prices}
        alternatives={PRICES}
        onChange={(prices) => onChange({ prices: prices as ListMapping['prices'] })}
      />
      <TextField
        label="Category of new products"
        value={mapping.category}
        maxLength={80}
        help="Where no column has it. A product needs one to be published."
        onChange={(category) => onChange({ category })}
      />
      <Flex gap="3">
        <SelectField
          label="New rows are"
          value={mapping.stock}
          alternatives={STOCK}
          onChange={(stock) => onChange({ stock: stock as ListMapping['stock'] })}
        />
        <SelectField
          label="Variants not in the list"
          value={mapping.gone}
          alternatives={GONE}
          onChange={(gone) => onChange({ gone: gone as ListMapping['gone'] })}
        />
      </Flex>
      <Flex gap="3">
        <SelectField
          label="Split a column"
          value={split?.head ?? ''}
          alternatives={[{ value: '', label: 'None' }, ...heads.map((head) => ({ value: head, label: head }))]}
          onChange={(head) => onChange({ split: head === '' ? null : { head, separator: split?.separator ?? ' - ' } })}
        />
        {split && (
          <SelectField
            label="Where"
            value={split.separator}
            alternatives={SEPARATORS}
            onChange={(separator) => onChange({ split: { ...split, separator } })}
          />
        )}
      </Flex>
    </Stack>
  );
}

function Found({ view, isBehind }: { view: ListView; isBehind: boolean }) {
  const { products, more, rows } = view;
  const known = products.filter((product) => product.known !== null).length;
  const total = products.length + more;
  return (
    <Box as="section" aria-label="Products" aria-busy={isBehind} opacity={isBehind ? 0.6 : 1}>
      <HStack mb="1">
        <Heading as="h3" size="md">
          {counted(rows, 'row')}, {counted(total, 'product')}
        </Heading>
        {isBehind && <Spinner size="sm" />}
      </HStack>
      {known > 0 && (
        <Text fontSize="sm" color="fg.muted" mb="1">
          {counted(known, 'product')} in the shop already: prices, codes, costs and new rows are brought in, the rest
          stays.
        </Text>
      )}
      {products.map((product, place) => (
        <FoundProductRow key={`${product.title} ${String(place)}`} product={product} />
      ))}
      {more > 0 && <Text color="fg.muted">And {more} more.</Text>}
    </Box>
  );
}

interface Props {
  listed: Listed;
  isBusy: boolean;
  fault: string | undefined;
  onPlan: (mapping: ListMapping) => void;
  onClose: () => void;
}

/** A supplier’s flat list: what its columns say, and which products it becomes. */
export function SupplierList({ listed, isBusy, fault, onPlan, onClose }: Props) {
  const { view, mapping, isBehind, fault: lookFault, change, changeColumn } = useSupplierList(listed);
  const seen = new Map(view?.columns.map((column) => [column.head, column]));
  return (
    <Stack gap="5">
      <HStack justify="space-between" gap="4" flexWrap="wrap">
        <Box>
          <Heading as="h2" size="lg">
            {listed.file.name}
          </Heading>
          <Text color="fg.muted">A supplier’s list. Rows become products with choices. Nothing is imported yet.</Text>
        </Box>
        <HStack>
          <Button variant="outline" onClick={onClose}>
            Discard
          </Button>
          <Button
            loading={isBusy}
            disabled={!mapping || !view || isBehind || view.faults.length > 0 || view.products.length === 0}
            onClick={() => mapping && onPlan(mapping)}
          >
            See the changes
          </Button>
        </HStack>
      </HStack>
      <FaultLine>{fault ?? lookFault}</FaultLine>
      {view && <FaultList faults={view.faults.map((message) => ({ title: '', message }))} />}
      {view && mapping ? (
        <Grid templateColumns={{ base: '1fr', lg: 'minmax(0, 5fr) minmax(0, 6fr)' }} gap="8" alignItems="start">
          <Stack gap="5">
            <Supplier mapping={mapping} view={view} onChange={change} />
            <Box as="section" aria-label="Columns">
              <Heading as="h3" size="md" mb="1">
                Columns
              </Heading>
              {mapping.columns.map((column) => (
                <ColumnRow
                  key={column.head}
                  column={column}
                  seen={seen.get(column.head)}
                  onChange={(part) => changeColumn(column.head, part)}
                />
              ))}
            </Box>
            <Settings mapping={mapping} view={view} onChange={change} />
          </Stack>
          <Stack gap="4" position={{ lg: 'sticky' }} top="4" maxH={{ lg: 'calc(100dvh - 32px)' }} overflowY="auto">
            <Found view={view} isBehind={isBehind} />
            <Notes notes={view.notes} />
          </Stack>
        </Grid>
      ) : (
        !lookFault && <Spinner aria-label="Reading the list" />
      )}
    </Stack>
  );
}
