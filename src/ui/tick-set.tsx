import { Box, Stack, Text } from '@chakra-ui/react';
import { type ReactNode } from 'react';
import { Tick } from './tick';

interface Props<Value> {
  legend: string;
  /** all that there are, in their usual order; those that are held keep it */
  all: readonly Value[];
  /** those that can be ticked; all unless said */
  among?: readonly Value[];
  held: readonly Value[];
  labelOf: (value: Value) => string;
  onChange: (held: readonly Value[]) => void;
  /** what is said below */
  children?: ReactNode;
}

/** Several of a kind, each as a box. */
export function TickSet<Value extends string>({
  legend,
  all,
  among = all,
  held,
  labelOf,
  onChange,
  children,
}: Props<Value>) {
  return (
    <Box as="fieldset" aria-label={legend}>
      <Text as="legend" fontWeight="600" fontSize="sm" mb="2">
        {legend}
      </Text>
      <Stack gap="2">
        {among.map((value) => (
          <Tick
            key={value}
            label={labelOf(value)}
            checked={held.includes(value)}
            onChange={(on) => onChange(all.filter((one) => (one === value ? on : held.includes(one))))}
          />
        ))}
        {children}
      </Stack>
    </Box>
  );
}
