'use client';

import { Box, Button, Checkbox, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { type Proof } from '@/core/catalog';
import { proofOf } from '@/core/exchange';
import { type PlainProof } from '@/features/editors/checks';
import { Section, useEditing } from '@/features/editors/frame';
import { EmptyPlace, Slip } from '@/ui/text';
import { differenceWords } from './difference-words';
import { ProofWorkings } from './proof-workings';

const PARTS: readonly { what: keyof Proof['expects']; label: string }[] = [
  { what: 'state', label: 'whether it can be sold' },
  { what: 'sku', label: 'SKU' },
  { what: 'unitPrice', label: 'price' },
  { what: 'lineTotal', label: 'total' },
  { what: 'draws', label: 'what it draws from stock' },
];

/** Selections with the result that they must keep giving, resolved again at every change. */
/** @param outcomes what came of the proofs when they were last resolved; null before the first time */
export function ProofsSection({ today, outcomes }: { today: string; outcomes: readonly PlainProof[] | null }) {
  const { product } = useEditing();
  return (
    <Section
      title="Proofs"
      lead="Selections that were checked at the Counter, with the result that they must keep giving. One that no longer does is said before publishing."
    >
      {product.proofs.length === 0 && (
        <EmptyPlace title="Nothing is kept yet">
          <Text>Answer at the Counter until the result is right, and keep it as a proof there.</Text>
        </EmptyPlace>
      )}
      {product.proofs.map((proof, index) => {
        const outcome = outcomes?.find(({ key }) => key === proof.key);
        return outcome && <ProofCard key={proof.key} proof={proof} outcome={outcome} index={index} today={today} />;
      })}
    </Section>
  );
}

function ProofCard({
  proof,
  outcome: { holds, differences, now },
  index,
  today,
}: {
  proof: Proof;
  outcome: PlainProof;
  index: number;
  today: string;
}) {
  const { program, change } = useEditing();
  const fresh = () => proofOf(program, proof, today);
  const edit = (what: string, recipe: (draft: Proof) => void) =>
    change(`proof ${proof.key} ${what}`, (draft) => {
      const target = draft.proofs[index];
      if (target) recipe(target);
    });
  const setPart = (what: keyof Proof['expects'], kept: boolean) =>
    edit(what, (draft) => void Object.assign(draft.expects, { [what]: kept ? fresh().expects[what] : null }));
  return (
    <Box
      as="article"
      aria-label={proof.title}
      borderWidth="1px"
      borderColor={holds ? 'border' : 'brick.border'}
      borderRadius="l3"
      p="4"
    >
      <HStack justify="space-between" gap="3" mb="1">
        <HStack gap="3">
          <Text fontWeight="700">{proof.title}</Text>
          <Slip tone={holds ? 'lichen' : 'brick'}>{holds ? 'holds' : 'no longer holds'}</Slip>
        </HStack>
        <IconButton
          aria-label={`Remove the proof ${proof.title}`}
          size="xs"
          variant="ghost"
          colorPalette="brick"
          onClick={() => change(`remove proof ${proof.key}`, (draft) => void draft.proofs.splice(index, 1))}
        >
          <Trash2 size={14} />
        </IconButton>
      </HStack>
      <Text color="fg.muted">
        {proof.quantity} × {now.counted.map(({ title, shown }) => `${title} ${shown}`).join(', ') || 'as it is'}
      </Text>
      {differences.map((difference) => (
        <Text key={difference.what} color="brick.fg" mt="1">
          {differenceWords(difference)}
        </Text>
      ))}
      <HStack gap="4" mt="2" wrap="wrap" role="group" aria-label={`What ${proof.title} must keep`}>
        {PARTS.map(({ what, label }) => (
          <Checkbox.Root
            key={what}
            size="sm"
            checked={proof.expects[what] !== null}
            onCheckedChange={({ checked }) => setPart(what, checked === true)}
          >
            <Checkbox.HiddenInput />
            <Checkbox.Control />
            <Checkbox.Label>{label}</Checkbox.Label>
          </Checkbox.Root>
        ))}
      </HStack>
      {!holds && (
        <Stack gap="3" mt="3">
          <ProofWorkings
            kept={{
              working: proof.working,
              quantity: proof.quantity,
              unitPrice: proof.expects.unitPrice,
              lineTotal: proof.expects.lineTotal,
            }}
            now={now}
          />
          <Button
            size="sm"
            variant="outline"
            alignSelf="start"
            onClick={() => edit('accept', (draft) => void Object.assign(draft, fresh()))}
          >
            Keep it as it is now
          </Button>
        </Stack>
      )}
    </Box>
  );
}
