'use client';

import { Box, Button, HStack, IconButton, Input, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { freeKey, type Option } from '@/core/catalog';
import { unitAlternatives } from '@/features/shared/unit-alternatives';
import { SelectField } from '@/ui/field';

type Properties = Option['properties'];

/** Numbers of an option that formulas use, such as a density or a thickness. */
export function PropertiesField({ properties, onChange }: { properties: Properties; onChange: (properties: Properties) => void }) {
  const [name, setName] = useState('');
  const entries = Object.entries(properties);
  const add = () => {
    if (name.trim() === '') return;
    onChange({ ...properties, [freeKey(name, Object.keys(properties), 'property')]: { value: '1', unit: '1' } });
    setName('');
  };
  return (
    <Stack gap="1.5">
      <Text fontWeight="600">Numbers for formulas</Text>
      {entries.map(([key, { value, unit }]) => (
        <HStack key={key} gap="2">
          <Text w="140px" fontFamily="mono" fontSize="sm">
            {key}
          </Text>
          <Input aria-label={`Value of ${key}`} size="sm" w="110px" textAlign="end" borderColor="border.emphasized" value={value} onChange={(event) => onChange({ ...properties, [key]: { value: event.target.value.trim(), unit } })} />
          <Box w="220px">
            <SelectField small hideLabel label={`Unit of ${key}`} value={unit} alternatives={unitAlternatives('count', 'length', 'area', 'volume', 'mass')} onChange={(code) => onChange({ ...properties, [key]: { value, unit: code } })} />
          </Box>
          <IconButton aria-label={`Remove ${key}`} size="xs" variant="ghost" colorPalette="brick" onClick={() => onChange(Object.fromEntries(entries.filter(([other]) => other !== key)))}>
            <Trash2 size={13} />
          </IconButton>
        </HStack>
      ))}
      <HStack gap="2">
        <Input aria-label="New number for formulas" size="sm" w="180px" placeholder="thickness" borderColor="border.emphasized" maxLength={40} value={name} onChange={(event) => setName(event.target.value)} />
        <Button size="xs" variant="outline" colorPalette="ink" disabled={name.trim() === ''} onClick={add}>
          <Plus size={13} aria-hidden /> Add a number
        </Button>
      </HStack>
    </Stack>
  );
}
