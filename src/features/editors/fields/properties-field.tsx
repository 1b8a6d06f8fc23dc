'use client';

import { Box, Button, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { freeKey, type Property } from '@/core/catalog';
import { unitAlternatives } from '@/features/kit/shared';
import { FaultLine } from '@/ui/fault-line';
import { SelectField, TypedInput } from '@/ui/field';

type Properties = Readonly<Record<string, Property>>;

interface Props {
  properties: Properties;
  onChange: (properties: Record<string, Property>) => void;
  /** what is wrong with a property, by its name; absent where that is told elsewhere */
  faultOf?: (name: string) => string | undefined;
}

/** In the place of a unit: what is said in words. */
const IN_WORDS = 'words';

/** What something measures or is: a number with its unit, such as a height, or a word, such as a timber. */
export function PropertiesField({ properties, onChange, faultOf }: Props) {
  const [name, setName] = useState('');
  const entries = Object.entries(properties);
  const set = (key: string, property: Property) => onChange({ ...properties, [key]: property });
  const add = () => {
    if (name.trim() === '') return;
    set(freeKey(name, Object.keys(properties), 'property'), { value: '1', unit: 'mm' });
    setName('');
  };
  return (
    <Stack gap="1.5">
      {entries.map(([key, property]) => (
        <Box key={key}>
          <HStack gap="2">
            <Text w="140px" fontFamily="mono" fontSize="sm" truncate>
              {key}
            </Text>
            <PropertyValueField name={key} property={property} onChange={(next) => set(key, next)} />
            <IconButton
              aria-label={`Remove ${key}`}
              size="xs"
              variant="ghost"
              colorPalette="brick"
              onClick={() => onChange(Object.fromEntries(entries.filter(([other]) => other !== key)))}
            >
              <Trash2 size={13} />
            </IconButton>
          </HStack>
          <FaultLine>{faultOf?.(key)}</FaultLine>
        </Box>
      ))}
      <HStack gap="2">
        <TypedInput
          aria-label="New property"
          size="sm"
          w="180px"
          placeholder="height"
          maxLength={40}
          value={name}
          onChange={setName}
          onKeyDown={(event) => event.key === 'Enter' && add()}
        />
        <Button size="xs" variant="outline" colorPalette="ink" disabled={name.trim() === ''} onClick={add}>
          <Plus size={13} aria-hidden /> Add a property
        </Button>
      </HStack>
    </Stack>
  );
}

/** What a property is: a number with its unit, or words. */
export function PropertyValueField({
  name,
  property,
  onChange,
}: {
  name: string;
  property: Property;
  onChange: (property: Property) => void;
}) {
  const text = 'text' in property ? property.text : property.value;
  const unit = 'text' in property ? IN_WORDS : property.unit;
  return (
    <>
      <TypedInput
        aria-label={`Value of ${name}`}
        size="sm"
        w="120px"
        textAlign={unit === IN_WORDS ? 'start' : 'end'}
        maxLength={120}
        value={text}
        onChange={(typed) => onChange(unit === IN_WORDS ? { text: typed } : { value: typed.trim(), unit })}
      />
      <Box w="190px">
        <SelectField
          small
          hideLabel
          label={`Unit of ${name}`}
          value={unit}
          alternatives={[
            { value: IN_WORDS, label: 'in words' },
            ...unitAlternatives('length', 'count', 'area', 'volume', 'mass'),
          ]}
          onChange={(code) => onChange(code === IN_WORDS ? { text } : { value: text, unit: code })}
        />
      </Box>
    </>
  );
}
