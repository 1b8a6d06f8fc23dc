'use client';

import { HStack, IconButton } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { type EffectKind } from '@/core/rules';
import { useEditing } from '@/features/editors/frame';
import { SelectField } from '@/ui/field';
import { hasOneOrMore, isMeasured } from './choosing';
import { EffectParts, effectsHere, type PartsProps } from './effect-parts';

const KINDS = (Object.keys(effectsHere) as EffectKind[]).map((value) => ({ value, label: effectsHere[value].words }));

/** What follows from a rule, as a sentence with the parts to pick inside it. */
export function EffectField({ label, effect, path, onChange, onRemove }: PartsProps & { onRemove: () => void }) {
  const { assembled } = useEditing();
  const { choices } = assembled;
  // Only what there is one of can be meant without being asked for.
  const only = (found: readonly { readonly key: string }[]) => (found.length === 1 ? (found[0]?.key ?? '') : '');
  const first = {
    optionsChoice: only(choices.filter(hasOneOrMore)),
    measure: only(choices.filter(isMeasured)),
    // Of all that is counted no more is here than the product takes already.
    stock: '',
  };
  return (
    <HStack gap="2" wrap="wrap" align="start" role="group" aria-label={label}>
      <SelectField
        small
        hideLabel
        label={`${label}: what`}
        width="168px"
        value={effect.kind}
        alternatives={KINDS}
        onChange={(value) => {
          const kind = KINDS.find((known) => known.value === value)?.value;
          if (kind) onChange(effectsHere[kind].fresh(first));
        }}
      />
      <EffectParts label={label} effect={effect} path={path} onChange={onChange} />
      <IconButton aria-label={`Remove: ${label}`} size="xs" variant="ghost" colorPalette="brick" onClick={onRemove}>
        <Trash2 size={14} />
      </IconButton>
    </HStack>
  );
}
