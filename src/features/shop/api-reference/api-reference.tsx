'use client';

import { Box, chakra, Code, Heading, HStack, Link, Stack, Table, Text } from '@chakra-ui/react';
import { type ReactNode } from 'react';
import { type ReadDescription, type ReadField, type ReadOperation, type TypePiece } from '@/http/open-api';
import { Slip } from '@/ui/text';

/** All tables of the page have columns of one width, so that they can be read down. */
const COLUMNS = {
  tableLayout: 'fixed',
  minW: '720px',
  '& th:nth-of-type(1)': { w: '220px' },
  '& th:nth-of-type(2)': { w: '45%' },
};

const anchorOf = (schema: string): string => `schema-${schema}`;

/** What a type is called; what is explained further down leads there. */
function Type({ pieces }: { pieces: readonly TypePiece[] }) {
  return (
    <chakra.span fontFamily="mono" fontSize="sm" overflowWrap="anywhere">
      {pieces.map((piece, place) =>
        typeof piece === 'string' ? (
          <span key={place}>{piece}</span>
        ) : (
          <Link key={place} href={`#${anchorOf(piece.schema)}`} color="copper.fg">
            {piece.schema}
          </Link>
        ),
      )}
    </chakra.span>
  );
}

function Rows({ label, heads, children }: { label: string; heads: readonly string[]; children: ReactNode }) {
  return (
    <Box
      role="region"
      aria-label={label}
      tabIndex={0}
      overflowX="auto"
      bg="bg.panel"
      borderWidth="1px"
      borderColor="border"
      borderRadius="l3"
    >
      <Table.Root size="sm" aria-label={label} css={COLUMNS}>
        <Table.Header>
          <Table.Row bg="bg.subtle">
            {heads.map((head) => (
              <Table.ColumnHeader key={head}>{head}</Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>{children}</Table.Body>
      </Table.Root>
    </Box>
  );
}

/** A row of such a table. */
function Row({ head, type, meaning }: { head: ReactNode; type: readonly TypePiece[]; meaning: string }) {
  return (
    <Table.Row bg="transparent" verticalAlign="top">
      <Table.Cell>{head}</Table.Cell>
      <Table.Cell>
        <Type pieces={type} />
      </Table.Cell>
      <Table.Cell color="fg.muted">{meaning}</Table.Cell>
    </Table.Row>
  );
}

function FieldRow({ field: { name, type, isOptional, description } }: { field: ReadField }) {
  const head = (
    <>
      {name !== '' && <Code fontSize="sm">{name}</Code>} {isOptional && <Slip tone="ink">optional</Slip>}
    </>
  );
  return <Row head={head} type={type} meaning={description} />;
}

/** One thing that can be asked. */
function Operation({ operation }: { operation: ReadOperation }) {
  const { id, method, path, summary, parameters, body, answers } = operation;
  return (
    <Box as="section" id={id} aria-label={`${method} ${path}`} scrollMarginTop="4">
      <HStack gap="3" flexWrap="wrap" mb="1">
        <Slip tone={method === 'GET' ? 'lichen' : 'copper'}>{method}</Slip>
        <Heading as="h3" size="md" fontFamily="mono" overflowWrap="anywhere">
          {path}
        </Heading>
      </HStack>
      <Text mb="3">{summary}</Text>
      <Stack gap="3">
        {parameters.length > 0 && (
          <Rows label={`Parameters of ${method} ${path}`} heads={['Parameter', 'Type', 'Meaning']}>
            {parameters.map((field) => (
              <FieldRow key={`${field.where} ${field.name}`} field={field} />
            ))}
          </Rows>
        )}
        {body && (
          <Text>
            Body, as JSON: <Type pieces={body} />
          </Text>
        )}
        <Rows label={`Answers of ${method} ${path}`} heads={['Status', 'Answer', 'Meaning']}>
          {answers.map(({ status, description, type }) => (
            <Row key={status} head={<Code fontSize="sm">{status}</Code>} type={type} meaning={description} />
          ))}
        </Rows>
      </Stack>
    </Box>
  );
}

/** What can be asked under which circumstances. */
const GROUPS: readonly { readonly title: string; readonly isOpen: boolean; readonly words: string }[] = [
  { title: 'Without signing in', isOpen: true, words: 'As a customer may.' },
  {
    title: 'With a token',
    isOpen: false,
    words:
      'An owner makes one under People, with the roles it takes; it is sent as “Authorization: Bearer …”. A request that changes something does it once, however often it comes, where it has an Idempotency-Key.',
  },
];

/** What other programs may ask, for whoever writes them. */
export function ApiReference({ api: { title, description, operations, schemas } }: { api: ReadDescription }) {
  const groups = GROUPS.map((group) => ({
    ...group,
    asked: operations.filter(({ isOpen }) => isOpen === group.isOpen),
  }));
  return (
    <Box as="main" maxW="1100px" mx="auto" p={{ base: '4', lg: '8' }}>
      <Heading as="h1" size="2xl" fontFamily="heading">
        {title}: what other programs may ask
      </Heading>
      <Text mt="2" mb="2" maxW="80ch" color="fg.muted">
        {description}
      </Text>
      <Text mb="6">
        For programs: <Link href="/api/v1/openapi.json">OpenAPI 3.1</Link>. Everything the shop offers, in one go:{' '}
        <Link href="/shop/offers.csv">CSV</Link>, <Link href="/shop/offers.xml">XML</Link>.
      </Text>
      <Stack as="nav" aria-label="What can be asked" gap="4" mb="8">
        {groups.map(({ title: group, asked }) => (
          <Stack key={group} gap="1">
            <Text fontWeight="semibold">{group}</Text>
            {asked.map(({ id, method, path, summary }) => (
              <Text key={id}>
                <Link href={`#${id}`} fontFamily="mono" fontSize="sm">
                  {method} {path}
                </Link>{' '}
                <chakra.span color="fg.muted">{summary}</chakra.span>
              </Text>
            ))}
          </Stack>
        ))}
      </Stack>
      {groups.map(({ title: group, words, asked }) => (
        <Box key={group} mb="12">
          <Heading as="h2" size="xl" fontFamily="heading" mb="1">
            {group}
          </Heading>
          <Text mb="5" maxW="80ch" color="fg.muted">
            {words}
          </Text>
          <Stack gap="10">
            {asked.map((operation) => (
              <Operation key={operation.id} operation={operation} />
            ))}
          </Stack>
        </Box>
      ))}
      <Heading as="h2" size="xl" fontFamily="heading" mt="12" mb="4">
        What stands in bodies and answers
      </Heading>
      <Stack gap="8">
        {schemas.map(({ name, fields }) => (
          <Box key={name} as="section" id={anchorOf(name)} aria-label={name} scrollMarginTop="4">
            <Heading as="h3" size="md" fontFamily="mono" mb="2">
              {name}
            </Heading>
            <Rows label={`Fields of ${name}`} heads={['Field', 'Type', 'Meaning']}>
              {fields.map((field, place) => (
                <FieldRow key={`${field.name} ${place}`} field={field} />
              ))}
            </Rows>
          </Box>
        ))}
      </Stack>
    </Box>
  );
}
