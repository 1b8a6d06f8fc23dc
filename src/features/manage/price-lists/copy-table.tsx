'use client';

import { Button, HStack, Text } from '@chakra-ui/react';
import { ClipboardCopy } from 'lucide-react';
import { useState } from 'react';
import { z } from 'zod';
import { type PriceList } from '@/core/catalog';
import { type PricedProduct, writePriceTable } from '@/core/exchange';
import { counted } from '@/core/words';
import { readLines, readStep, wordsOf } from '@/features/kit/shared';
import { sayDone, sayFailed } from '@/ui/toasts';
import { type Wanted } from './use-priced';

const rowSchema = z.custom<PricedProduct>();

/** Puts a text that is yet to come into the clipboard: browsers lend that only right after something is pressed. */
const putIntoClipboard = async (text: Promise<string>): Promise<void> =>
  'ClipboardItem' in window
    ? navigator.clipboard.write([
        new ClipboardItem({ 'text/plain': text.then((read) => new Blob([read], { type: 'text/plain' })) }),
      ])
    : navigator.clipboard.writeText(await text);

/** Copies the prices of all that is found, on whatever page, for a spreadsheet. */
export function CopyTable({ wanted, lists }: { wanted: Wanted; lists: readonly PriceList[] }) {
  const [progress, setProgress] = useState<{ readonly done: number; readonly total: number } | null>(null);
  const copy = async () => {
    const found: PricedProduct[] = [];
    let fault: unknown = null;
    const read = async () => {
      try {
        for await (const line of readLines(
          '/api/manage/price-lists/priced/all',
          new AbortController().signal,
          wanted,
        )) {
          const { row, ...step } = readStep(line, rowSchema);
          found.push(row);
          setProgress(step);
        }
      } catch (error) {
        fault = error;
        throw error;
      }
      return writePriceTable(found, lists);
    };
    setProgress({ done: 0, total: 0 });
    try {
      await putIntoClipboard(read());
      sayDone(
        `The prices of ${counted(found.length, 'product')} are copied`,
        'Paste them into a spreadsheet; what comes back from there is pasted here.',
      );
    } catch {
      sayFailed(
        'The table could not be copied',
        fault
          ? wordsOf(fault)
          : 'The browser keeps the clipboard from this page. Open it under https, or as localhost.',
      );
    }
    setProgress(null);
  };
  return (
    <HStack gap="3">
      {progress !== null && progress.total > progress.done && (
        <Text fontSize="sm" color="fg.muted" role="status">
          {progress.done} of {counted(progress.total, 'product')}
        </Text>
      )}
      <Button size="sm" variant="outline" loading={progress !== null} loadingText="Copying" onClick={() => void copy()}>
        <ClipboardCopy size={14} aria-hidden /> Copy table
      </Button>
    </HStack>
  );
}
