'use client';

import { Box, Button, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { ChevronDown, ChevronRight, Trash2 } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { MOST_OF_A_PART, type Part } from '@/core/catalog';
import { useEditing, useFaultAt } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';
import { WholeField } from '@/features/kit/shared';
import { TextField } from '@/ui/field';
import { FaultLine } from '@/ui/fault-line';
import { SearchField } from '@/ui/search-field';
import { Sku, Slip } from '@/ui/text';
import { CandidateFields, useProductFinder, useProductPick } from '@/features/editors/fields';

interface Props {
  part: Part;
  index: number;
  handle: ReactNode;
}

type EditPart = (tag: string, recipe: (draft: Part) => void) => void;

/** A part: which product, or which products it can be, in which number, and what customers decide of it. */
export function PartCard({ part, index, handle }: Props) {
  const { surroundings, findings, change } = useEditing();
  const [open, setOpen] = useState(false);
  const edit: EditPart = (tag, recipe) =>
    change(`part ${part.key} ${tag}`, (draft) => {
      const found = draft.parts[index];
      if (found) recipe(found);
    });
  const titles = part.candidates.map(({ product: slug }) => surroundings.products.get(slug)?.title ?? slug);
  const faulty = findings.some(
    ({ path, gravity }) => gravity === 'mustFix' && path[0] === 'parts' && path[1] === index,
  );
  const isOpen = open || faulty;
  const missing = useFaultAt('parts', index, 'candidates');
  const twice = useFaultAt('parts', index, 'key');
  const addCandidate = useProductPick((slug) =>
    edit(`candidate ${slug}`, (draft) => void draft.candidates.push({ product: slug, fixed: {}, narrowed: {} })),
  );
  const find = useProductFinder(part.candidates.map((candidate) => candidate.product));
  return (
    <Box
      as="article"
      aria-label={part.title || titles[0] || 'Part'}
      borderWidth="1px"
      borderColor={faulty ? 'brick.border' : 'border'}
      borderRadius="l3"
      bg="bg.panel"
      px="3"
      py="2.5"
    >
      <PartHead
        part={part}
        index={index}
        titles={titles}
        handle={handle}
        open={isOpen}
        onOpen={() => setOpen(!isOpen)}
      />
      {isOpen && (
        <Stack gap="4" mt="3" pt="3" borderTopWidth="1px" borderColor="border.muted">
          {twice && <FaultLine>{twice}</FaultLine>}
          <HStack gap="4" align="start" wrap="wrap">
            <Box w="240px">
              <TextField
                label="Name"
                value={part.title}
                maxLength={120}
                placeholder={titles[0] ?? 'as its product'}
                onChange={(title) => edit('title', (draft) => void (draft.title = title))}
              />
            </Box>
            <HowMany part={part} index={index} edit={edit} />
          </HStack>
          <WhetherItComes part={part} edit={edit} />
          {missing && <FaultLine>{missing}</FaultLine>}
          <PartCandidates part={part} index={index} edit={edit} />
          <Box maxW="420px">
            <SearchField
              label={part.candidates.length === 0 ? 'Product' : 'Or one of these: add another product'}
              onAsk={find}
              onPick={addCandidate}
            />
          </Box>
        </Stack>
      )}
    </Box>
  );
}

function HowMany({ part, index, edit }: Pick<Props, 'part' | 'index'> & { edit: EditPart }) {
  const { product } = useEditing();
  const { least, usual, most } = part.quantity;
  const [wanted, setWanted] = useState(false);
  // What undo brings back is shown as it is.
  const ranged = wanted || least !== most;
  const whole = { least: 1, most: MOST_OF_A_PART } as const;
  const set = (field: keyof Part['quantity']) => (value: number) =>
    edit(`quantity ${field}`, (draft) => void (draft.quantity[field] = value));
  const fault = useFaultAt('parts', index, 'quantity');
  const mayRange = !product.onlyWholeKits;
  return (
    <HStack gap="3" align="start">
      <Box w="100px">
        <WholeField
          label={ranged && mayRange ? 'Usually' : 'How many'}
          {...whole}
          value={usual}
          fault={fault}
          onChange={(value) =>
            edit(
              'quantity',
              (draft) =>
                void (draft.quantity = ranged
                  ? { ...draft.quantity, usual: value }
                  : { least: value, usual: value, most: value }),
            )
          }
        />
      </Box>
      {mayRange && ranged && (
        <>
          <Box w="90px">
            <WholeField label="At least" {...whole} value={least} onChange={set('least')} />
          </Box>
          <Box w="90px">
            <WholeField label="At most" {...whole} value={most} onChange={set('most')} />
          </Box>
        </>
      )}
      {mayRange && (
        <Box pt="8">
          <Tick
            label="customers choose how many"
            checked={ranged}
            onChange={(limits) => {
              setWanted(limits);
              if (!limits)
                edit(
                  'quantity',
                  (draft) =>
                    void (draft.quantity = {
                      least: draft.quantity.usual,
                      usual: draft.quantity.usual,
                      most: draft.quantity.usual,
                    }),
                );
            }}
          />
        </Box>
      )}
    </HStack>
  );
}

function quantityWords({ quantity: { least, usual, most } }: Part, onlyWholeKits: boolean): string {
  return least === most || onlyWholeKits ? `${usual} ×` : `${least} to ${most} ×`;
}

function settledWords({ candidates }: Part): string {
  const [first] = candidates;
  const settled = Object.keys(first?.fixed ?? {}).length;
  const narrowed = Object.keys(first?.narrowed ?? {}).length;
  return `${settled > 0 ? `, ${settled} fixed` : ''}${narrowed > 0 ? `, ${narrowed} limited` : ''}`;
}

/** A part on a line: how many of what, and what is settled of it. */
function PartHead({
  part,
  index,
  titles,
  handle,
  open: isOpen,
  onOpen,
}: Props & { titles: readonly string[]; open: boolean; onOpen: () => void }) {
  const { product, surroundings, change } = useEditing();
  return (
    <HStack gap="2">
      {handle}
      <IconButton
        aria-label={isOpen ? 'Fold' : 'Unfold'}
        aria-expanded={isOpen}
        size="2xs"
        variant="ghost"
        colorPalette="ink"
        onClick={onOpen}
      >
        {isOpen ? <ChevronDown size={16} /> : <ChevronRight size={16} />}
      </IconButton>
      <Box flex="1" minW="0">
        <Text fontWeight="600" truncate>
          {quantityWords(part, product.onlyWholeKits)} {part.title || titles.join(' or ') || 'no product yet'}
        </Text>
        <Text fontSize="xs" color="fg.muted" truncate>
          {part.title && titles.length > 0 ? `${titles.join(' or ')} · ` : ''}
          {part.optional ? 'optional' : 'required'}
          {settledWords(part)}
        </Text>
      </Box>
      {part.candidates.some(({ product: slug }) => surroundings.drafts?.has(slug)) && <Slip>draft</Slip>}
      <Sku>{surroundings.products.get(part.candidates[0]?.product ?? '')?.sku ?? ''}</Sku>
      <IconButton
        aria-label={`Remove ${part.title || titles[0] || 'the part'}`}
        size="xs"
        variant="ghost"
        colorPalette="ink"
        onClick={() => change(`remove part ${part.key}`, (draft) => void draft.parts.splice(index, 1))}
      >
        <Trash2 size={15} />
      </IconButton>
    </HStack>
  );
}

function WhetherItComes({ part, edit }: Pick<Props, 'part'> & { edit: EditPart }) {
  return (
    <HStack gap="6" wrap="wrap">
      <Tick
        label="Optional"
        checked={part.optional}
        onChange={(optional) => edit('optional', (draft) => void (draft.optional = optional))}
      />
      {part.optional && (
        <Tick
          label="Included by default"
          checked={part.taken}
          onChange={(taken) => edit('taken', (draft) => void (draft.taken = taken))}
        />
      )}
    </HStack>
  );
}

/** What the part can be; the first is what it is usually. */
function PartCandidates({ part, index, edit }: Pick<Props, 'part' | 'index'> & { edit: EditPart }) {
  return (
    <>
      {part.candidates.map((candidate, place) => (
        <CandidateFields
          key={`${candidate.product} ${place}`}
          candidate={candidate}
          path={['parts', index, 'candidates', place]}
          name={`${part.key}-${place}`}
          edit={(tag, recipe) =>
            edit(`candidate ${place} ${tag}`, (draft) => {
              const found = draft.candidates[place];
              if (found) recipe(found);
            })
          }
        >
          {part.candidates.length > 1 && (
            <HStack gap="1">
              {place > 0 && (
                <Button
                  size="xs"
                  variant="ghost"
                  colorPalette="ink"
                  onClick={() =>
                    edit('usual', (draft) => void draft.candidates.unshift(...draft.candidates.splice(place, 1)))
                  }
                >
                  Make default
                </Button>
              )}
              <Button
                size="xs"
                variant="ghost"
                colorPalette="ink"
                onClick={() => edit(`remove ${candidate.product}`, (draft) => void draft.candidates.splice(place, 1))}
              >
                Remove
              </Button>
            </HStack>
          )}
        </CandidateFields>
      ))}
    </>
  );
}
