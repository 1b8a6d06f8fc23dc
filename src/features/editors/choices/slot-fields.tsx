'use client';

import { Box, Button, HStack, IconButton, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { ChevronDown, ChevronRight, Trash2 } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { MOST_IN_A_SLOT, type Option, optionSchema, type PartCandidate } from '@/core/catalog';
import { counted } from '@/core/words';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TextField } from '@/ui/field';
import { SearchField } from '@/ui/search-field';
import { moveEntry, Sortable } from '@/ui/sortable';
import { Sku, Slip } from '@/ui/text';
import { AmountField, CandidateFields, useProductFinder, useProductPick } from '@/features/editors/fields';
import { isWrong, useEditing, useFaultAt } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';
import { WholeField } from '@/features/kit/shared';
import { type KindProps } from './kind-fields';
import { Joins } from './slot-joins';
import { type EditSlot, type SlotProps } from './slot-props';

/** How many go into a slot, which products they can be, by name or by a condition, and what is in it to begin with. */
export function SlotFields({ choice, index, edit }: KindProps<'slot'>) {
  const editSlot: EditSlot = (tag, recipe) => edit(tag, (draft) => draft.kind === 'slot' && recipe(draft));
  return (
    <Stack gap="5">
      <HowMany choice={choice} index={index} edit={editSlot} />
      <Candidates choice={choice} index={index} edit={editSlot} />
      <Joins choice={choice} edit={editSlot} />
      <ToBeginWith choice={choice} index={index} edit={editSlot} />
    </Stack>
  );
}

function HowMany({ choice, index, edit }: SlotProps) {
  // A slot that may stay empty says so by its minimum of 0; one that is filled with several or not at all says both.
  const isNoneOrSeveral = !choice.required && choice.least > 1;
  const fault = useFaultAt('choices', index, 'least');
  return (
    <Box>
      <SimpleGrid columns={2} gap="4" maxW="340px">
        <WholeField
          label="Minimum"
          help={isNoneOrSeveral ? 'Or none: it is optional.' : undefined}
          value={choice.required || isNoneOrSeveral ? choice.least : 0}
          least={0}
          most={MOST_IN_A_SLOT}
          fault={fault}
          onChange={(value) =>
            edit('least', (draft) => {
              draft.required = value > 0 && !isNoneOrSeveral;
              draft.least = Math.max(1, value);
            })
          }
        />
        <WholeField
          label="Maximum"
          value={choice.most}
          least={1}
          most={MOST_IN_A_SLOT}
          onChange={(value) => edit('most', (draft) => void (draft.most = value))}
        />
      </SimpleGrid>
      {choice.most > 1 && (
        <Box mt="2">
          <Tick
            label="Position matters (another order is another item)"
            checked={choice.keepsOrder}
            onChange={(on) => edit('keepsOrder', (draft) => void (draft.keepsOrder = on))}
          />
        </Box>
      )}
    </Box>
  );
}

function Candidates({ choice, index, edit }: SlotProps) {
  const missing = useFaultAt('choices', index, 'options');
  const add = useProductPick((slug) =>
    edit(`add ${slug}`, (draft) => void draft.options.push(optionSchema.parse({ key: slug, title: '' }))),
  );
  const find = useProductFinder(choice.options.map(({ key }) => key));
  return (
    <Box role="group" aria-label="What can be put in it">
      <Text fontWeight="600" mb="1.5">
        What can be put in it
      </Text>
      <Sortable
        entries={choice.options}
        nameOf={({ key }) => key}
        onMove={(from, to) => edit(`move ${from} ${to}`, (draft) => moveEntry(draft.options, from, to))}
        render={(option, place, handle) => (
          <Box pb="1.5">
            <Candidate option={option} place={place} choice={choice} index={index} handle={handle} edit={edit} />
          </Box>
        )}
      />
      <Box maxW="420px">
        <SearchField
          label={choice.options.length === 0 ? 'Add a product' : 'Add another product'}
          onAsk={find}
          onPick={add}
          fault={missing}
        />
      </Box>
    </Box>
  );
}

function Candidate({
  option,
  place,
  choice,
  index,
  handle,
  edit,
}: SlotProps & { option: Option; place: number; handle: ReactNode }) {
  const { surroundings, findings } = useEditing();
  const [open, setOpen] = useState(false);
  const faults = findings.filter(
    ({ path }) => path[0] === 'choices' && path[1] === index && path[2] === 'options' && path[3] === place,
  );
  const isOpen = open || faults.some(isWrong);
  const product = surroundings.products.get(option.key);
  const title = option.title || (product?.title ?? option.key);
  const settled: PartCandidate = {
    product: option.key,
    ...(choice.settled[option.key] ?? { fixed: {}, narrowed: {} }),
  } as PartCandidate;
  const editOption = (tag: string, recipe: (draft: Option) => void) =>
    edit(`candidate ${option.key} ${tag}`, (draft) => {
      const found = draft.options[place];
      if (found) recipe(found);
    });
  const editSettled = (tag: string, recipe: (draft: PartCandidate) => void) =>
    edit(`settled ${option.key} ${tag}`, (draft) => {
      const next = structuredClone(settled);
      recipe(next);
      draft.settled = { ...draft.settled, [option.key]: { fixed: next.fixed, narrowed: next.narrowed } };
    });
  const decided = Object.keys(settled.fixed).length + Object.keys(settled.narrowed).length;
  return (
    <Box
      borderWidth="1px"
      borderColor={faults.some(({ gravity }) => gravity === 'mustFix') ? 'brick.border' : 'border'}
      borderRadius="l2"
      bg="bg.panel"
      px="2"
      py="1.5"
    >
      <HStack gap="2">
        {handle}
        <IconButton
          aria-label={`${isOpen ? 'Fold' : 'Unfold'} ${title}`}
          aria-expanded={isOpen}
          size="2xs"
          variant="ghost"
          colorPalette="ink"
          onClick={() => setOpen(!isOpen)}
        >
          {isOpen ? <ChevronDown size={16} /> : <ChevronRight size={16} />}
        </IconButton>
        <Text flex="1" minW="0" truncate fontWeight="600">
          {title}
          {decided > 0 && (
            <Text as="span" fontWeight="400" fontSize="sm" color="fg.muted">
              {' '}
              {counted(decided, 'choice')} fixed here
            </Text>
          )}
        </Text>
        {surroundings.drafts?.has(option.key) && <Slip>draft</Slip>}
        <Sku>{product?.sku ?? ''}</Sku>
        <IconButton
          aria-label={`Remove ${title}`}
          size="xs"
          variant="ghost"
          colorPalette="ink"
          onClick={() =>
            edit(`remove ${option.key}`, (draft) => {
              draft.options.splice(place, 1);
              draft.default = draft.default.filter((slug) => slug !== option.key);
            })
          }
        >
          <Trash2 size={15} />
        </IconButton>
      </HStack>
      {isOpen && (
        <Stack gap="4" mt="2" pt="3" px="1" pb="1" borderTopWidth="1px" borderColor="border.muted">
          <CandidateAmount
            option={option}
            title={title}
            usual={product?.title ?? option.key}
            choice={choice}
            path={['choices', index, 'options', place]}
            edit={editOption}
          />
          <CandidateFields
            candidate={settled}
            path={['choices', index, 'options', place]}
            name={`${choice.key}-${option.key}`}
            edit={editSettled}
          />
        </Stack>
      )}
    </Box>
  );
}

function ToBeginWith({ choice, index, edit }: SlotProps) {
  const { assembled } = useEditing();
  const fault = useFaultAt('choices', index, 'default');
  const filled = assembled.choices.find(({ key }) => key === choice.key);
  const options = filled?.kind === 'slot' ? filled.options : choice.options;
  const titleOf = (slug: string) => options.find(({ key }) => key === slug)?.title || slug;
  if (options.length === 0) return null;
  return (
    <Box role="group" aria-label="Default contents">
      <Box maxW="340px">
        <SelectField
          label="Default contents"
          value=""
          alternatives={[
            {
              value: '',
              label:
                choice.default.length === 0
                  ? choice.required
                    ? 'nothing: customers must choose'
                    : 'nothing'
                  : 'add another',
            },
            ...options.map(({ key, title }) => ({ value: key, label: title || key })),
          ]}
          onChange={(slug) =>
            slug !== '' &&
            edit(
              'default',
              (draft) =>
                void (draft.default = draft.most === 1 ? [slug] : [...draft.default, slug].slice(0, draft.most)),
            )
          }
        />
      </Box>
      <HStack gap="2" mt="2" wrap="wrap">
        {choice.default.map((slug, place) => (
          <Button
            key={place}
            size="xs"
            variant="subtle"
            colorPalette="ink"
            onClick={() => edit('default', (draft) => void draft.default.splice(place, 1))}
            aria-label={`Begin without ${titleOf(slug)}`}
          >
            {titleOf(slug)} <Trash2 size={12} aria-hidden />
          </Button>
        ))}
      </HStack>
      <FaultLine>{fault}</FaultLine>
    </Box>
  );
}

/** What a candidate is called here, and what it costs on top of its own price. */
function CandidateAmount({
  option,
  title,
  usual,
  choice,
  path,
  edit: editOption,
}: Pick<SlotProps, 'choice'> & {
  option: Option;
  title: string;
  /** what the product is called elsewhere */
  usual: string;
  path: readonly [string, number, string, number];
  edit: (tag: string, recipe: (draft: Option) => void) => void;
}) {
  return (
    <HStack gap="4" align="start" wrap="wrap">
      <Box w="220px">
        <TextField
          label="Name here"
          value={option.title}
          maxLength={120}
          placeholder={usual}
          onChange={(value) => editOption('title', (draft) => void (draft.title = value))}
        />
      </Box>
      <Box>
        <Text fontWeight="600" mb="1">
          On top of its own price
        </Text>
        <AmountField
          label={title}
          own={choice}
          amount={option.amount}
          path={[...path, 'amount']}
          onChange={(amount) => editOption('amount', (draft) => void (draft.amount = amount))}
        />
      </Box>
    </HStack>
  );
}
