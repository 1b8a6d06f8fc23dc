'use client';

import { Heading, Stack, Text } from '@chakra-ui/react';
import { coordinate } from '@/core/picture';
import { counted } from '@/core/words';
import { type SheetsOfOrder } from '@/services/drawing';

const size = ({ width, height }: { width: number; height: number }) =>
  `${coordinate(width)} × ${coordinate(height)} mm`;

/** On which sheets the pieces of an order are laid; nothing where none are made from sheets. */
export function OrderSheets({ number, sheets }: { number: number; sheets: readonly SheetsOfOrder[] }) {
  if (sheets.length === 0) return null;
  return (
    <Stack mt="6" gap="2" as="section" aria-label="Sheets">
      <Heading as="h2" size="lg">
        Sheets
      </Heading>
      {sheets.map((laid, place) => (
        <Stack key={place} gap="1">
          {laid.sheets > 0 && (
            <Text>
              {`${counted(laid.pieces, 'piece')} on ${counted(laid.sheets, 'sheet')} of ${size(laid)}, ${Math.round(laid.used * 100)} % used. `}
              {laid.sheets === laid.least && laid.sheets > 1 ? 'No fewer sheets would do. ' : ''}
              <a
                href={`/api/manage/orders/${number}/sheets?of=${place}`}
                download={`sheets-of-order-${number}.pdf`}
                style={{ textDecoration: 'underline' }}
              >
                Sheets as PDF, true to scale
              </a>
            </Text>
          )}
          {laid.left.map(({ title, count, ...piece }, index) => (
            <Text key={index} color="brick.fg">
              {`${count} × ${title} (${size(piece)}): not laid on sheets of ${size(laid)}.`}
            </Text>
          ))}
        </Stack>
      ))}
    </Stack>
  );
}
