'use client';

import { Box, Button, HStack, IconButton, Stack, Switch, Table, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { type Choice, type CompatibilityTable, freeKey, hasOptions } from '@/core/catalog';
import { counted, faultWords } from '@/core/words';
import { useEditing } from '@/features/editors/frame';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TextArea, TextField } from '@/ui/field';
import { choiceAlternatives, optionAlternatives } from './choosing';
import { readRows } from './pasted-rows';
import { SeveralPicks } from './several-picks';

const onePicked = (choice: Choice) => hasOptions(choice) && choice.kind !== 'several';
const MOST_SHOWN = 200;

/** Tables of combinations that are made, or are not. */
export function TablesPart() {
  const { product, assembled, change } = useEditing();
  const candidates = assembled.choices.filter(onePicked);
  if (candidates.length < 2 && product.tables.length === 0) return null;
  const add = () =>
    change('add table', (draft) => {
      const key = freeKey(
        'table',
        draft.tables.map((table) => table.key),
        'table',
      );
      draft.tables.push({
        key,
        title: '',
        on: true,
        choices: candidates.slice(0, 2).map((choice) => choice.key),
        says: 'made',
        rows: [],
      });
    });
  return (
    <Stack gap="3" as="section" aria-label="Tables">
      <HStack justify="space-between">
        <Box>
          <Text fontWeight="600">What goes together</Text>
          <Text fontSize="sm" color="fg.muted">
            A table says which combinations are made, where sentences would be too many.
          </Text>
        </Box>
        <Button size="sm" variant="outline" onClick={add}>
          <Plus size={14} aria-hidden /> Add a table
        </Button>
      </HStack>
      {product.tables.map((table, index) => (
        <TableEditor key={table.key} table={table} index={index} />
      ))}
    </Stack>
  );
}

interface RowsProps {
  table: CompatibilityTable;
  name: string;
  /** of its columns */
  titles: readonly string[];
  edit: (what: string, recipe: (draft: CompatibilityTable) => void) => void;
}

/** The rows of a table, an answer to each of its choices in each. */
function TableRows({ table, name, titles, edit }: RowsProps) {
  const { assembled } = useEditing();
  return (
    <Box overflowX="auto">
      <Table.Root size="sm" aria-label={`${name}: rows`}>
        <Table.Header>
          <Table.Row bg="bg.subtle">
            {titles.map((title, column) => (
              <Table.ColumnHeader key={column}>{title}</Table.ColumnHeader>
            ))}
            <Table.ColumnHeader />
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {table.rows.slice(0, MOST_SHOWN).map((row, number) => (
            <Table.Row key={number} bg="transparent">
              {table.choices.map((key, column) => (
                <Table.Cell key={key} py="1">
                  <SelectField
                    small
                    hideLabel
                    label={`${titles[column] ?? key}, row ${number + 1}`}
                    value={row[column] ?? ''}
                    alternatives={[{ value: '', label: 'any' }, ...optionAlternatives(assembled.choices, key)]}
                    onChange={(value) =>
                      edit(
                        `row ${number} ${column}`,
                        (draft) =>
                          void (draft.rows[number] = table.choices.map((_, place) =>
                            place === column ? value : (row[place] ?? ''),
                          )),
                      )
                    }
                  />
                </Table.Cell>
              ))}
              <Table.Cell py="1" textAlign="end">
                <IconButton
                  aria-label={`Remove row ${number + 1}`}
                  size="xs"
                  variant="ghost"
                  colorPalette="brick"
                  onClick={() => edit(`remove row ${number}`, (draft) => void draft.rows.splice(number, 1))}
                >
                  <Trash2 size={14} />
                </IconButton>
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}

interface TableProps {
  table: CompatibilityTable;
  index: number;
}

type EditTable = (what: string, recipe: (draft: CompatibilityTable) => void) => void;

function TableEditor({ table, index }: TableProps) {
  const { assembled, change, findings } = useEditing();
  const [pasted, setPasted] = useState<string | null>(null);
  const edit: EditTable = (what, recipe) =>
    change(`table ${table.key} ${what}`, (draft) => {
      const target = draft.tables[index];
      if (target) recipe(target);
    });
  const faults = [
    ...new Set(
      findings.filter(({ path }) => path[0] === 'tables' && path[1] === index).map(({ data }) => faultWords(data)),
    ),
  ].slice(0, 5);
  const name = table.title || `Table ${index + 1}`;
  const titles = table.choices.map((key) => assembled.choices.find((choice) => choice.key === key)?.title ?? key);
  const setColumns = (choices: string[]) =>
    edit('columns', (draft) => {
      draft.rows = draft.rows.map((row) => choices.map((key) => row[draft.choices.indexOf(key)] ?? ''));
      draft.choices = choices;
    });
  const take = (rows: CompatibilityTable['rows']) => {
    edit('paste', (draft) => void draft.rows.push(...rows));
    setPasted(null);
  };
  return (
    <Box
      as="article"
      aria-label={name}
      borderWidth="1px"
      borderColor={faults.length > 0 ? 'brick.border' : 'border'}
      borderRadius="l3"
      p="4"
    >
      <TableHead table={table} index={index} name={name} edit={edit} />
      <HStack gap="2" mb="2" wrap="wrap">
        <Text>Columns:</Text>
        <SeveralPicks
          label={`${name}: columns`}
          joined="and"
          least={2}
          picked={table.choices}
          alternatives={choiceAlternatives(assembled.choices, onePicked)}
          onChange={(choices) => choices.length <= 6 && setColumns(choices)}
        />
      </HStack>
      {faults.map((message) => (
        <FaultLine key={message}>{message}</FaultLine>
      ))}
      <TableRows table={table} name={name} titles={titles} edit={edit} />
      {table.rows.length > MOST_SHOWN && (
        <Text color="fg.muted">And {counted(table.rows.length - MOST_SHOWN, 'more row')}.</Text>
      )}
      <HStack gap="2" mt="2">
        <Button
          size="sm"
          variant="outline"
          onClick={() => edit('add row', (draft) => void draft.rows.push(draft.choices.map(() => '')))}
        >
          <Plus size={14} aria-hidden /> Add a row
        </Button>
        <Button size="sm" variant="outline" onClick={() => setPasted(pasted === null ? '' : null)}>
          Paste rows
        </Button>
      </HStack>
      {pasted !== null && <PasteRows table={table} titles={titles} text={pasted} onText={setPasted} onTake={take} />}
    </Box>
  );
}

/** What a table is called, what its rows say, and whether it is on. */
function TableHead({ table, index, name, edit }: TableProps & { name: string; edit: EditTable }) {
  const { change } = useEditing();
  return (
    <HStack gap="3" align="end" mb="3" wrap="wrap">
      <Box flex="1" minW="150px">
        <TextField
          label="Name"
          value={table.title}
          maxLength={120}
          placeholder={name}
          onChange={(title) => edit('title', (draft) => void (draft.title = title))}
        />
      </Box>
      <Box w="210px">
        <SelectField
          label="The rows"
          value={table.says}
          alternatives={[
            { value: 'made', label: 'are all that is made' },
            { value: 'notMade', label: 'are not made' },
          ]}
          onChange={(says) => edit('says', (draft) => void (draft.says = says === 'notMade' ? 'notMade' : 'made'))}
        />
      </Box>
      <Switch.Root
        size="sm"
        checked={table.on}
        pb="2"
        onCheckedChange={({ checked }) => edit('on', (draft) => void (draft.on = checked))}
      >
        <Switch.HiddenInput aria-label={`${name} is on`} />
        <Switch.Control />
      </Switch.Root>
      <IconButton
        aria-label={`Remove ${name}`}
        variant="ghost"
        colorPalette="brick"
        onClick={() => change(`remove table ${table.key}`, (draft) => void draft.tables.splice(index, 1))}
      >
        <Trash2 size={16} />
      </IconButton>
    </HStack>
  );
}

/** Rows out of a spreadsheet, and what can't be read of them. */
function PasteRows({
  table,
  titles,
  text,
  onText,
  onTake,
}: {
  table: CompatibilityTable;
  titles: readonly string[];
  text: string;
  onText: (text: string) => void;
  onTake: (rows: CompatibilityTable['rows']) => void;
}) {
  const { choices } = useEditing().assembled;
  const [fault, setFault] = useState<string>();
  const paste = () => {
    const read = readRows(
      text,
      table.choices.map((key, column) => ({ title: titles[column] ?? key, options: optionAlternatives(choices, key) })),
    );
    setFault(read.fault);
    if (read.rows) onTake(read.rows);
  };
  return (
    <Stack gap="2" mt="3">
      <TextArea
        label="Rows from a spreadsheet"
        rows={4}
        value={text}
        fault={fault}
        help={`One row a line: ${titles.join(', ')}, apart by tabs or semicolons; nothing or “any” fits all.`}
        onChange={onText}
      />
      <Button size="sm" alignSelf="start" onClick={paste}>
        Take the rows
      </Button>
    </Stack>
  );
}
