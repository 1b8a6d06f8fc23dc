import { Box, Button, Heading, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { arrayMove } from '@dnd-kit/sortable';
import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import {
  type CheckoutField,
  type CheckoutFieldKind,
  checkoutFieldKinds,
  LONGEST_ASKED,
  MOST_ASKED,
} from '@/core/catalog';
import { typedLines } from '@/core/text';
import { WholeField } from '@/features/kit/shared';
import { SelectField, TextArea, TextField } from '@/ui/field';
import { Tick } from '@/ui/tick';

interface Props {
  asked: readonly CheckoutField[];
  onChange: (asked: CheckoutField[]) => void;
}

const KIND_LABELS: Readonly<Record<CheckoutFieldKind, string>> = {
  text: 'a text',
  choice: 'one of several answers',
  date: 'a date',
  tick: 'a tick',
};

type Common = Pick<CheckoutField, 'title' | 'help' | 'required'>;

/** A field of a kind that says nothing of its own yet. */
function fieldOf(kind: CheckoutFieldKind, { title, help, required }: Common): CheckoutField {
  const common = { title, help, required };
  switch (kind) {
    case 'text':
      return { kind, ...common, lines: 'one', longest: 200 };
    case 'choice':
      return { kind, ...common, offered: ['Yes', 'No'] };
    case 'date':
      return { kind, ...common, notice: 0 };
    case 'tick':
      return { kind, ...common };
  }
}

/** What customers are asked at checkout beside name and e-mail address. */
export function AskedFields({ asked, onChange }: Props) {
  const rows = useRows(asked.length);
  const move = (from: number, to: number) => {
    rows.move(from, to);
    onChange(arrayMove([...asked], from, to));
  };
  return (
    <Stack gap="3" as="section" aria-label="Asked at checkout" align="start">
      <Heading as="h2" size="lg">
        Asked at checkout
      </Heading>
      <Text color="fg.muted" fontSize="sm">
        Beside name and e-mail address: a gift note, a day to send it, a tick below your terms. Answers stand on the
        order, and go with its customer when it is made anonymous.
      </Text>
      {asked.map((field, place) => (
        <Field
          key={rows.keys[place]}
          field={field}
          place={place}
          isLast={place === asked.length - 1}
          onChange={(next) => onChange(asked.with(place, next))}
          onMove={(to) => move(place, to)}
          onRemove={() => {
            rows.remove(place);
            onChange(asked.toSpliced(place, 1));
          }}
        />
      ))}
      <Button
        size="sm"
        variant="outline"
        disabled={asked.length >= MOST_ASKED}
        onClick={() => onChange([...asked, fieldOf('text', { title: '', help: '', required: false })])}
      >
        <Plus size={14} aria-hidden /> Ask for something
      </Button>
    </Stack>
  );
}

/** Names of rows that have none of their own, so that what is half typed in one goes with it. */
function useRows(count: number) {
  const [rows, setRows] = useState<{ readonly keys: readonly number[]; readonly next: number }>({ keys: [], next: 0 });
  const missing = Math.max(0, count - rows.keys.length);
  const keys = [...rows.keys, ...Array.from({ length: missing }, (_, index) => rows.next + index)].slice(0, count);
  const keep = (kept: readonly number[]) => setRows({ keys: kept, next: rows.next + missing });
  return {
    keys,
    move: (from: number, to: number) => keep(arrayMove(keys, from, to)),
    remove: (place: number) => keep(keys.toSpliced(place, 1)),
  };
}

interface FieldProps {
  field: CheckoutField;
  place: number;
  isLast: boolean;
  onChange: (field: CheckoutField) => void;
  onMove: (to: number) => void;
  onRemove: () => void;
}

function Field({ field, place, isLast, onChange, onMove, onRemove }: FieldProps) {
  const name = field.title || `field ${place + 1}`;
  return (
    <Box
      role="group"
      aria-label={`Field ${place + 1}`}
      w="full"
      bg="bg.panel"
      borderWidth="1px"
      borderColor="border"
      borderRadius="l2"
      p="4"
    >
      <HStack gap="4" align="start" wrap="wrap">
        <Box flex="1" minW="220px">
          <TextField
            label="What is asked"
            value={field.title}
            maxLength={80}
            placeholder="Gift note"
            onChange={(title) => onChange({ ...field, title })}
          />
        </Box>
        <SelectField
          label="Answered with"
          width="200px"
          value={field.kind}
          alternatives={checkoutFieldKinds.map((value) => ({ value, label: KIND_LABELS[value] }))}
          onChange={(value) => {
            const kind = checkoutFieldKinds.find((known) => known === value);
            if (kind) onChange(fieldOf(kind, field));
          }}
        />
        <HStack gap="0" pt="7">
          <IconButton
            aria-label={`Move ${name} up`}
            size="sm"
            variant="ghost"
            colorPalette="ink"
            disabled={place === 0}
            onClick={() => onMove(place - 1)}
          >
            <ArrowUp size={15} />
          </IconButton>
          <IconButton
            aria-label={`Move ${name} down`}
            size="sm"
            variant="ghost"
            colorPalette="ink"
            disabled={isLast}
            onClick={() => onMove(place + 1)}
          >
            <ArrowDown size={15} />
          </IconButton>
          <IconButton
            aria-label={`Ask no more for ${name}`}
            size="sm"
            variant="ghost"
            colorPalette="brick"
            onClick={onRemove}
          >
            <Trash2 size={15} />
          </IconButton>
        </HStack>
      </HStack>
      <HStack gap="4" align="start" wrap="wrap" mt="3">
        <Kind key={field.kind} field={field} onChange={onChange} />
        <Box flex="1" minW="220px">
          <TextField
            label="Help"
            value={field.help}
            maxLength={200}
            placeholder="none"
            onChange={(help) => onChange({ ...field, help })}
          />
        </Box>
      </HStack>
      <Box mt="3">
        <Tick
          label={field.kind === 'tick' ? 'Nobody orders without ticking it' : 'Must be answered'}
          checked={field.required}
          onChange={(required) => onChange({ ...field, required })}
        />
      </Box>
    </Box>
  );
}

/** What only fields of a kind have. */
function Kind({ field, onChange }: Pick<FieldProps, 'field' | 'onChange'>) {
  switch (field.kind) {
    case 'text':
      return <TextOf field={field} onChange={onChange} />;
    case 'choice':
      return <OfferedOf field={field} onChange={onChange} />;
    case 'date':
      return <DateOf field={field} onChange={onChange} />;
    case 'tick':
      return null;
  }
}

interface KindProps<K extends CheckoutFieldKind> {
  field: Extract<CheckoutField, { kind: K }>;
  onChange: (field: CheckoutField) => void;
}

function TextOf({ field, onChange }: KindProps<'text'>) {
  return (
    <HStack gap="4" align="start">
      <SelectField
        label="On"
        width="150px"
        value={field.lines}
        alternatives={[
          { value: 'one', label: 'one line' },
          { value: 'several', label: 'several lines' },
        ]}
        onChange={(value) => onChange({ ...field, lines: value === 'several' ? 'several' : 'one' })}
      />
      <Box w="130px">
        <WholeField
          label="At most"
          value={field.longest}
          least={1}
          most={LONGEST_ASKED}
          help="characters"
          onChange={(longest) => onChange({ ...field, longest })}
        />
      </Box>
    </HStack>
  );
}

function DateOf({ field, onChange }: KindProps<'date'>) {
  return (
    <Box w="190px">
      <WholeField
        label="At the earliest in"
        value={field.notice}
        least={0}
        most={730}
        help="days; 0 for today"
        onChange={(notice) => onChange({ ...field, notice })}
      />
    </Box>
  );
}

function OfferedOf({ field, onChange }: KindProps<'choice'>) {
  return (
    <Box flex="1" minW="220px">
      <TextArea
        label="Answers, one a line"
        rows={3}
        value={field.offered.join('\n')}
        onChange={(typed) => onChange({ ...field, offered: typedLines(typed) })}
      />
    </Box>
  );
}
