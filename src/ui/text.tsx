'use client';

import { Box, chakra, Heading, HStack, Text } from '@chakra-ui/react';
import { type ReactNode } from 'react';
import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';

/** An amount of money, in figures that stand under one another. */
export function Money({ amount, currency, struck = false }: { amount: string; currency: string; struck?: boolean }) {
  const text = formatMoney(Exact.from(amount), currency);
  const style = { fontVariantNumeric: 'tabular-nums', whiteSpace: 'nowrap' } as const;
  return struck ? (
    <chakra.s color="fg.muted" css={style}>
      <VisuallyHidden>was </VisuallyHidden>
      {text}
    </chakra.s>
  ) : (
    <chakra.span css={style}>{text}</chakra.span>
  );
}

/** Text for those who listen. */
export function VisuallyHidden({ children }: { children: ReactNode }) {
  return <chakra.span srOnly>{children}</chakra.span>;
}

/** A SKU, in the mono face. */
export function Sku({ children }: { children: ReactNode }) {
  return (
    <chakra.span fontFamily="mono" fontSize="0.88em" overflowWrap="anywhere">
      {children}
    </chakra.span>
  );
}

export type Tone = 'lichen' | 'copper' | 'brick' | 'ink' | 'oak';

/** A small word on a coloured slip. */
export function Slip({ tone = 'ink', children }: { tone?: Tone; children: ReactNode }) {
  return (
    <chakra.span
      display="inline-flex"
      alignItems="center"
      gap="1"
      px="1.5"
      borderRadius="l1"
      fontSize="xs"
      fontWeight="600"
      lineHeight="1.6"
      whiteSpace="nowrap"
      bg={`${tone}.muted`}
      color={`${tone}.fg`}
    >
      {children}
    </chakra.span>
  );
}

/** The head of a page: what it is, and what can be started from it. */
export function PageHead({ title, lead, children }: { title: string; lead?: string; children?: ReactNode }) {
  return (
    <HStack justify="space-between" align="end" gap="4" mb="5" flexWrap="wrap">
      <Box>
        <Heading as="h1" size="2xl">
          {title}
        </Heading>
        {lead && (
          <Text color="fg.muted" mt="1">
            {lead}
          </Text>
        )}
      </Box>
      <HStack gap="2" flexWrap="wrap" _print={{ display: 'none' }}>
        {children}
      </HStack>
    </HStack>
  );
}

/** An empty place that says what belongs there and starts it. */
export function EmptyPlace({ title, children, action }: { title: string; children: ReactNode; action?: ReactNode }) {
  return (
    <Box
      borderWidth="1px"
      borderStyle="dashed"
      borderColor="border.emphasized"
      borderRadius="l3"
      p="6"
      textAlign="center"
    >
      <Text fontFamily="heading" fontSize="lg" fontWeight="600">
        {title}
      </Text>
      <Text color="fg.muted" mt="1" mb={action ? '4' : '0'}>
        {children}
      </Text>
      {action}
    </Box>
  );
}
