'use client';

import { Box, HStack, Stack, Text } from '@chakra-ui/react';
import { type ComponentType, useState } from 'react';
import { z } from 'zod';
import { type Choice, choiceSchema, insideNameOf } from '@/core/catalog';
import { priceEndings, type PriceStep } from '@/core/catalog/many';
import { send, wordsOf } from '@/features/shared/api';
import { type BulkChange } from '@/services/products/bulk-change';
import { type ProductRow } from '@/services/products/list';
import { SelectField, TextField } from '@/ui/field';
import { SearchField } from '@/ui/search-field';
import { Tick } from '@/ui/tick';
import { sayFailed } from '@/ui/toasts';

export interface SheetName {
  readonly key: string;
  readonly title: string;
}

export interface BulkFormProps {
  ids: readonly number[];
  rows: readonly ProductRow[];
  sheets: readonly SheetName[];
  /** the change as it is said so far; null while something of it is missing */
  onChoose: (change: BulkChange | null) => void;
}

interface KindOfBulk {
  /** what is done, on the button that leads to it */
  readonly words: string;
  readonly Form: ComponentType<BulkFormProps>;
}

function SheetForm({ kind, ids, sheets, onChoose }: BulkFormProps & { kind: 'placeSheet' | 'takeOffSheet' }) {
  const [sheet, setSheet] = useState('');
  return (
    <Box maxW="340px">
      <SelectField
        label="Sheet"
        value={sheet}
        alternatives={[{ value: '', label: 'Choose …' }, ...sheets.map(({ key, title }) => ({ value: key, label: title }))]}
        onChange={(key) => {
          setSheet(key);
          onChoose(key === '' ? null : { kind, sheet: key, products: [...ids] });
        }}
      />
    </Box>
  );
}

const ENDINGS = [{ value: '', label: 'as it comes out' }, ...priceEndings.map((ending) => ({ value: ending, label: `nearest ending in ${ending.slice(1)}` }))];

function PricesForm({ ids, onChoose }: BulkFormProps) {
  const [how, setHow] = useState<PriceStep['kind']>('percent');
  const [figure, setFigure] = useState('');
  const [ending, setEnding] = useState('');
  const [crossOut, setCrossOut] = useState(false);
  const give = (kind: PriceStep['kind'], value: string, end: string, cross: boolean) => {
    const text = value.trim();
    const step: PriceStep = kind === 'to' ? { kind, price: text } : kind === 'by' ? { kind, amount: text } : { kind, percent: text, ending: priceEndings.find((known) => known === end) ?? null };
    onChoose(text === '' || text === '-' ? null : { kind: 'prices', step, crossOut: cross, products: [...ids] });
  };
  return (
    <HStack gap="4" align="end" wrap="wrap">
      <SelectField
        label="Prices"
        width="220px"
        value={how}
        alternatives={[
          { value: 'percent', label: 'go up or down by %' },
          { value: 'by', label: 'go up or down by an amount' },
          { value: 'to', label: 'become' },
        ]}
        onChange={(value) => {
          const kind = value === 'to' || value === 'by' ? value : 'percent';
          setHow(kind);
          give(kind, figure, ending, crossOut);
        }}
      />
      <Box w="130px">
        <TextField
          label={how === 'percent' ? 'Per cent' : 'Amount'}
          value={figure}
          inputMode="decimal"
          placeholder={how === 'to' ? '12.50' : '-5'}
          onChange={(value) => {
            setFigure(value);
            give(how, value, ending, crossOut);
          }}
        />
      </Box>
      {how === 'percent' && (
        <SelectField
          label="Rounded"
          width="210px"
          value={ending}
          alternatives={ENDINGS}
          onChange={(value) => {
            setEnding(value);
            give(how, figure, value, crossOut);
          }}
        />
      )}
      <Box pb="2">
        <Tick
          label="Cross the former price out where it falls"
          checked={crossOut}
          onChange={(on) => {
            setCrossOut(on);
            give(how, figure, ending, on);
          }}
        />
      </Box>
    </HStack>
  );
}

const tagsOf = (text: string) => text.split(',').map((tag) => tag.trim()).filter((tag) => tag !== '');

interface ShelfSaid {
  readonly category: string;
  readonly supplier: string;
  readonly addTags: string;
  readonly removeTags: string;
}

function ShelfForm({ ids, rows, onChoose }: BulkFormProps) {
  const [said, setSaid] = useState<ShelfSaid>({ category: '', supplier: '', addTags: '', removeTags: '' });
  const categories = [...new Set(rows.flatMap(({ category }) => category ?? []))].sort();
  const field = (name: keyof ShelfSaid, label: string, list?: string) => (
    <Box w="220px">
      <TextField
        label={label}
        value={said[name]}
        maxLength={name === 'category' || name === 'supplier' ? 80 : 400}
        placeholder={name === 'category' || name === 'supplier' ? 'as it is' : 'none; several with commas'}
        list={list}
        onChange={(value) => {
          const next = { ...said, [name]: value };
          setSaid(next);
          const { category, supplier, addTags, removeTags } = next;
          const nothing = Object.values(next).every((text) => text.trim() === '');
          onChoose(nothing ? null : { kind: 'shelf', ...(category.trim() !== '' && { category }), ...(supplier.trim() !== '' && { supplier }), addTags: tagsOf(addTags), removeTags: tagsOf(removeTags), products: [...ids] });
        }}
      />
    </Box>
  );
  return (
    <HStack gap="4" align="end" wrap="wrap">
      {field('category', 'Category', 'bulk-categories')}
      {field('supplier', 'Supplier')}
      {field('addTags', 'Add tags')}
      {field('removeTags', 'Take tags away')}
      <datalist id="bulk-categories">
        {categories.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
    </HStack>
  );
}

function QuantityForm({ ids, onChoose }: BulkFormProps) {
  const [said, setSaid] = useState({ minimum: '1', maximum: '', multiple: '1' });
  const whole = (text: string) => (/^\d{1,7}$/.test(text.trim()) && Number(text) > 0 ? Number(text) : null);
  const field = (name: keyof typeof said, label: string, placeholder?: string) => (
    <Box w="150px">
      <TextField
        label={label}
        value={said[name]}
        inputMode="numeric"
        placeholder={placeholder}
        fault={said[name].trim() !== '' && whole(said[name]) === null ? 'A whole number from 1 on.' : undefined}
        onChange={(value) => {
          const next = { ...said, [name]: value };
          setSaid(next);
          const [minimum, maximum, multiple] = [whole(next.minimum), whole(next.maximum), whole(next.multiple)];
          const right = minimum !== null && multiple !== null && (maximum !== null || next.maximum.trim() === '');
          onChoose(right ? { kind: 'quantity', quantity: { minimum, maximum, multiple }, products: [...ids] } : null);
        }}
      />
    </Box>
  );
  return (
    <HStack gap="4" align="start" wrap="wrap">
      {field('minimum', 'At least')}
      {field('maximum', 'At most', 'any number')}
      {field('multiple', 'In multiples of')}
    </HStack>
  );
}

const WHEN_OUT = [
  { value: '', label: 'Choose …' },
  { value: 'unavailable', label: 'shown as unavailable, with the reason' },
  { value: 'hidden', label: 'not shown' },
  { value: 'orderable', label: 'still orderable, with a lead time' },
] as const;

function WhenOutForm({ ids, onChoose }: BulkFormProps) {
  const [when, setWhen] = useState<(typeof WHEN_OUT)[number]['value']>('');
  const [days, setDays] = useState('');
  const give = (out: typeof when, text: string) => {
    const leadDays = /^\d{1,3}$/.test(text.trim()) && Number(text) > 0 ? Number(text) : null;
    onChoose(out === '' || (out === 'orderable' && leadDays === null) ? null : { kind: 'whenOut', whenOut: out, leadDays: out === 'orderable' ? leadDays : null, products: [...ids] });
  };
  return (
    <HStack gap="4" align="start" wrap="wrap">
      <SelectField
        label="Options that are out of stock are"
        width="320px"
        value={when}
        alternatives={WHEN_OUT}
        onChange={(value) => {
          const out = WHEN_OUT.find((known) => known.value === value)?.value ?? '';
          setWhen(out);
          give(out, days);
        }}
      />
      {when === 'orderable' && (
        <Box w="140px">
          <TextField
            label="Takes (days)"
            value={days}
            inputMode="numeric"
            onChange={(value) => {
              setDays(value);
              give(when, value);
            }}
          />
        </Box>
      )}
    </HStack>
  );
}

function TextsForm({ ids, onChoose }: BulkFormProps) {
  const [said, setSaid] = useState({ find: '', replace: '', matchCase: true });
  const give = (next: typeof said) => {
    setSaid(next);
    onChoose(next.find === '' ? null : { kind: 'texts', ...next, products: [...ids] });
  };
  return (
    <Stack gap="3">
      <HStack gap="4" align="start" wrap="wrap">
        <Box w="280px">
          <TextField label="Find" value={said.find} maxLength={200} onChange={(find) => give({ ...said, find })} />
        </Box>
        <Box w="280px">
          <TextField label="Write instead" value={said.replace} maxLength={200} placeholder="nothing" onChange={(replace) => give({ ...said, replace })} />
        </Box>
      </HStack>
      <Tick label="Capital and small letters as they are written" checked={said.matchCase} onChange={(matchCase) => give({ ...said, matchCase })} />
      <Text fontSize="sm" color="fg.muted">
        In names, summaries, descriptions, pictures in words, and in the titles, help and options of choices. Addresses, SKUs and inside names stay.
      </Text>
    </Stack>
  );
}

function ReplacePart({ rows, ids, onChoose }: BulkFormProps) {
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const findings = rows.map(({ slug, title, sku }) => ({ value: slug, label: title, hint: sku }));
  const named = (slug: string) => rows.find((row) => row.slug === slug)?.title ?? 'nothing yet';
  const give = (out: string, into: string) => onChoose(out === '' || into === '' ? null : { kind: 'replacePart', from: out, to: into, products: [...ids] });
  const take = (out: string) => {
    setFrom(out);
    give(out, to);
  };
  const put = (into: string) => {
    setTo(into);
    give(from, into);
  };
  return (
    <HStack gap="4" align="start" wrap="wrap">
      <Box w="300px">
        <SearchField label="Take out" findings={findings} onPick={take} />
        <Text fontSize="sm" color="fg.muted" mt="1">
          {named(from)}
        </Text>
      </Box>
      <Box w="300px">
        <SearchField label="Put in its place" findings={findings.filter(({ value }) => rows.some((row) => row.slug === value && row.state !== 'draft'))} onPick={put} />
        <Text fontSize="sm" color="fg.muted" mt="1">
          {named(to)}
        </Text>
      </Box>
    </HStack>
  );
}

const openedSchema = z.object({ draft: z.object({ choices: z.array(choiceSchema) }) });

function CopyFrom({ rows, ids, onChoose }: BulkFormProps) {
  const [from, setFrom] = useState<number | null>(null);
  const [choices, setChoices] = useState<readonly Choice[]>([]);
  const [picked, setPicked] = useState<readonly string[]>([]);
  const [clash, setClash] = useState<'keep' | 'replace'>('keep');
  const give = (keys: readonly string[], on: 'keep' | 'replace', source: number | null) =>
    onChoose(source === null || keys.length === 0 ? null : { kind: 'copyChoices', from: source, choices: [...keys], clash: on, products: [...ids] });
  const chooseSource = (text: string) => {
    const id = text === '' ? null : Number(text);
    setFrom(id);
    setChoices([]);
    setPicked([]);
    onChoose(null);
    if (id === null) return;
    send('GET', `/api/manage/products/${id}`, undefined, openedSchema).then(
      ({ draft }) => {
        const keys = draft.choices.map(({ key }) => key);
        setChoices(draft.choices);
        setPicked(keys);
        give(keys, clash, id);
      },
      (error: unknown) => sayFailed('That product can’t be opened', wordsOf(error)),
    );
  };
  return (
    <Stack gap="3">
      <HStack gap="4" align="end" wrap="wrap">
        <Box w="300px">
          <SelectField label="From" value={from === null ? '' : String(from)} alternatives={[{ value: '', label: 'Choose a product …' }, ...rows.map(({ id, title }) => ({ value: String(id), label: title }))]} onChange={chooseSource} />
        </Box>
        <Box w="320px">
          <SelectField
            label="Where one has a choice of the same inside name"
            value={clash}
            alternatives={[
              { value: 'keep', label: 'it keeps its own' },
              { value: 'replace', label: 'it is replaced' },
            ]}
            onChange={(value) => {
              const next = value === 'replace' ? 'replace' : 'keep';
              setClash(next);
              give(picked, next, from);
            }}
          />
        </Box>
      </HStack>
      <HStack gap="4" wrap="wrap">
        {choices.map((choice) => (
          <Tick
            key={choice.key}
            label={insideNameOf(choice)}
            checked={picked.includes(choice.key)}
            onChange={(on) => {
              const next = choices.map(({ key }) => key).filter((key) => (key === choice.key ? on : picked.includes(key)));
              setPicked(next);
              give(next, clash, from);
            }}
          />
        ))}
        {from !== null && choices.length === 0 && <Text color="fg.muted">It has no choices of its own.</Text>}
      </HStack>
    </Stack>
  );
}

/** What can be done to many products at once; one that is forgotten does not compile. */
export const bulkKinds: { readonly [K in BulkChange['kind']]: KindOfBulk } = {
  prices: { words: 'Set prices', Form: PricesForm },
  shelf: { words: 'Category, supplier, tags', Form: ShelfForm },
  quantity: { words: 'Quantity rule', Form: QuantityForm },
  whenOut: { words: 'When out of stock', Form: WhenOutForm },
  texts: { words: 'Find and replace in texts', Form: TextsForm },
  placeSheet: { words: 'Place a sheet', Form: (props) => <SheetForm kind="placeSheet" {...props} /> },
  takeOffSheet: { words: 'Take a sheet off', Form: (props) => <SheetForm kind="takeOffSheet" {...props} /> },
  copyChoices: { words: 'Copy choices to them', Form: CopyFrom },
  replacePart: { words: 'Replace a part', Form: ReplacePart },
};
