'use client';

import { Stack } from '@chakra-ui/react';
import { sectionsOf } from '@/core/catalog';
import { counted, insideNameOf } from '@/core/words';
import { useEditing } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';
import { type KindProps } from './kind-fields';
import { ShownWhen } from './shown-when';

/** A heading as a section: what belongs to it, and when it is on the page. */
export function SectionFields({ choice, edit }: KindProps<'heading'>) {
  const { product } = useEditing();
  const members =
    sectionsOf(product.choices.map((other) => (other.key === choice.key ? { ...choice, holds: true } : other))).get(
      choice.key,
    ) ?? [];
  return (
    <Stack gap="3">
      <Tick
        label={`A section: what follows belongs to it (${counted(members.length, 'choice')})`}
        checked={choice.holds}
        onChange={(on) => edit('holds', (draft) => draft.kind === 'heading' && void (draft.holds = on))}
      />
      <ShownWhen
        shown={{ choice: choice.key }}
        name={insideNameOf(choice)}
        within={choice.holds ? members : []}
        words={choice.holds ? 'It is on the page, with all that belongs to it, when' : 'It is on the page when'}
        label="Shown when"
      />
    </Stack>
  );
}
